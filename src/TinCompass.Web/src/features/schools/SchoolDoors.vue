<script setup lang="ts">
/** From one school to the others. */
const doors = [
  { name: 'cycles', title: 'Three pieces' },
  { name: 'cube-by-cycles', title: 'By cycles' },
  { name: 'edges-first', title: 'Edges first' },
  { name: 'block-first', title: 'Block first' },
];
</script>

<template>
  <nav aria-label="Schools">
    <template v-for="door in doors" :key="door.name">
      <RouterLink v-if="$route.name !== door.name" class="knob small" :to="{ name: door.name }">{{
        door.title
      }}</RouterLink>
    </template>
  </nav>
</template>
