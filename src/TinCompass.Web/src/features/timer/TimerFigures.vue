<script setup lang="ts">
import type { SolvePage } from '@/shared/api/client';
import { average, clock } from '@/shared/solveTime';

/** The figures of a series: the averages as they stand and at their best, and what is to be said of all. */
defineProps<{ figures: SolvePage['figures'] }>();
const name = (of: number) => (of === 3 ? 'mean of 3' : `average of ${of}`);
</script>

<template>
  <section class="plate figures" aria-label="Figures of the series">
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="unseen">Figure</span></th>
          <th scope="col">now</th>
          <th scope="col">best</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="a in figures.averages" :key="a.of" :data-average="a.of">
          <th scope="row">{{ name(a.of) }}</th>
          <td>{{ average(a.now, a.isDnf) }}</td>
          <td :class="{ good: a.best !== null && a.best === a.now }">{{ average(a.best) }}</td>
        </tr>
      </tbody>
    </table>
    <dl>
      <dt>solves</dt>
      <dd data-test="count">
        {{ figures.count }}<template v-if="figures.dnfs">, {{ figures.dnfs }} DNF</template>
      </dd>
      <dt>best</dt>
      <dd>{{ figures.best === null ? '–' : clock(figures.best) }}</dd>
      <dt>mean</dt>
      <dd>{{ average(figures.mean) }}</dd>
      <dt title="standard deviation">spread</dt>
      <dd>{{ figures.spread === null ? '–' : `± ${clock(figures.spread)}` }}</dd>
    </dl>
  </section>
</template>

<style scoped>
.figures {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 10px 14px;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th {
  padding: 4px 0;
  color: var(--ink-soft);
  font-weight: 400;
  text-align: left;
}

thead th,
td {
  text-align: right;
}

td,
dd {
  font: 600 17px var(--mono);
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 10px;
  margin: 0;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
}

dt {
  color: var(--ink-soft);
}

dd {
  margin: 0;
  text-align: right;
}
</style>
