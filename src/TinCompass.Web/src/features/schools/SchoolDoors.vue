<script setup lang="ts">
import { queryOf } from '@/desk/address';

/** From one school to the others; and to the whole course of its method at the desk, where it is one. */
defineProps<{ course?: { method: string; scramble: string; color?: string } }>();
const doors = [
  { name: 'cycles', title: 'Three pieces' },
  { name: 'cube-by-cycles', title: 'By cycles' },
  { name: 'edges-first', title: 'Edges first' },
  { name: 'block-first', title: 'Block first' },
  { name: 'bigger', title: 'Bigger cubes' },
];
</script>

<template>
  <nav class="doors" aria-label="Schools">
    <template v-for="door in doors" :key="door.name">
      <RouterLink v-if="$route.name !== door.name" class="knob small" :to="{ name: door.name }">{{
        door.title
      }}</RouterLink>
    </template>
    <RouterLink v-if="course" class="knob small" data-test="at-the-desk" :to="{ name: 'desk', query: queryOf(course) }"
      >The whole solve at the desk</RouterLink
    >
  </nav>
</template>

<style scoped>
.doors {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
