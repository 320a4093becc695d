<script setup lang="ts">
import { computed } from 'vue';
import type { Foresight, Plans } from '@/shared/api/client';

/** The points of a plan's foresight, part by part: the formula with its numbers. */
const props = defineProps<{ foresight: Foresight; weights: Plans['weights'] }>();

const parts = computed(() => {
  const { foresight: f, weights: w } = props;
  return [
    { what: f.followed === 1 ? 'piece to follow' : 'pieces to follow', count: f.followed, each: w.followed },
    {
      what: f.moves === 1 ? 'move of it before it is placed' : 'moves before they are placed',
      count: f.moves,
      each: w.move,
    },
    {
      what: f.turnedGood === 1 ? 'bad edge to turn good' : 'bad edges to turn good',
      count: f.turnedGood,
      each: w.turnedGood,
    },
    {
      what: f.aligns ? 'alignment to reckon' : 'alignment: comes out by itself',
      count: f.aligns ? 1 : 0,
      each: w.alignment,
    },
  ];
});
</script>

<template>
  <table class="foresight" data-test="foresight">
    <caption class="visually-hidden">
      How hard the plan is to see beforehand, in points
    </caption>
    <tbody>
      <tr v-for="part in parts" :key="part.what">
        <td class="number">{{ part.count }}</td>
        <th scope="row">{{ part.what }}</th>
        <td class="number">× {{ part.each }}</td>
        <td class="number">{{ part.count * part.each }}</td>
      </tr>
      <tr class="sum">
        <td></td>
        <th scope="row">points; fewer are easier to see in inspection</th>
        <td></td>
        <td class="number">{{ foresight.score }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.foresight {
  width: 100%;
  padding-top: 3px;
  border-collapse: collapse;
  color: var(--ink-soft);
  font-size: 14px;
}

th {
  font-weight: 400;
  text-align: left;
}

.number {
  padding: 0 6px;
  font-variant-numeric: tabular-nums;
  text-align: right;
  white-space: nowrap;
}

.sum th,
.sum td {
  border-top: 1px solid var(--hairline);
  color: var(--ink);
}

.sum .number {
  font-weight: 600;
}
</style>
