<script setup lang="ts">
/** From one school to the others; those that are methods stand at the desk. */
const doors = [
  { to: { name: 'cycles' }, title: 'Three pieces' },
  { to: { name: 'cube-by-cycles' }, title: 'By cycles' },
  { to: { name: 'desk', query: { method: 'edges' } }, title: 'Edges first' },
  { to: { name: 'desk', query: { method: 'blocks' } }, title: 'Block first' },
  { to: { name: 'bigger' }, title: 'Bigger cubes' },
];
</script>

<template>
  <nav class="doors" aria-label="Schools">
    <template v-for="door in doors" :key="door.title">
      <RouterLink v-if="$route.name !== door.to.name" class="knob small" :to="door.to">{{ door.title }}</RouterLink>
    </template>
  </nav>
</template>

<style scoped>
.doors {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
