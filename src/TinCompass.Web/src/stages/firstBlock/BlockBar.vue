<script setup lang="ts">
import { computed } from 'vue';
import type { Opening } from '@/shared/api/client';

/**
 * A block of three as a small bar seen from its side: edge, centre, edge above; corner, edge, corner below, on a strip of the base's
 * colour. A part is filled when it lies joined with a neighbour.
 */
const props = defineProps<{ opening: Opening; covered: boolean }>();
const cells = [
  { part: 'backEdge', x: 0, y: 0 },
  { part: 'centre', x: 1, y: 0 },
  { part: 'frontEdge', x: 2, y: 0 },
  { part: 'backCorner', x: 0, y: 1 },
  { part: 'baseEdge', x: 1, y: 1 },
  { part: 'frontCorner', x: 2, y: 1 },
];
const side = computed(() => props.opening.part);
const filled = computed(() => new Set(['centre', ...(props.covered ? [] : props.opening.pieces.map((p) => p.name))]));
</script>

<template>
  <svg viewBox="0 0 34 29" class="bar" aria-hidden="true">
    <rect
      v-for="cell in cells"
      :key="cell.part"
      :x="1 + cell.x * 11"
      :y="1 + cell.y * 11"
      width="10"
      height="10"
      rx="3"
      :class="filled.has(cell.part) ? 'part' : 'empty'"
      :fill="filled.has(cell.part) ? `var(--hue-${side})` : 'none'"
    />
    <rect x="1" y="23.5" width="32" height="4" rx="2" class="part" :fill="`var(--hue-${opening.bases[0]})`" />
  </svg>
</template>

<style scoped>
.bar {
  width: 40px;
  height: 34px;
}

.part {
  stroke: var(--ink);
  stroke-width: 1;
}

.empty {
  stroke: var(--ink-soft);
  stroke-dasharray: 2 2;
  stroke-width: 1;
}
</style>
