<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/shared/api/client';
import { seconds } from '@/shared/text';

/** Stage by stage: a look hatched, the turns full, pauses crossed; now, a month ago, and made-up solvers of the same mean, on one scale. */
const props = defineProps<{ stages: readonly Schemas['StageSpentResponse'][] }>();
type Figures = Schemas['SpentFigures'];

const whole = (f: Figures) => f.looking + f.turning + f.pauses;
const rows = computed(() =>
  props.stages.map((s) => ({
    ...s,
    bars: [
      { of: 'now', title: 'now', figures: s.now },
      { of: 'before', title: 'a month ago', figures: s.before },
      { of: 'simulated', title: 'simulated', figures: s.simulated },
    ].flatMap((b) => (b.figures ? [{ ...b, figures: b.figures }] : [])),
  })),
);
const most = computed(() => Math.max(1, ...rows.value.flatMap((r) => r.bars.map((b) => whole(b.figures)))));
const words = (f: Figures) =>
  `looking ${seconds(f.looking)}, turning ${seconds(f.turning)}, pauses ${seconds(f.pauses)}`;
const share = (ms: number) => `${(ms / most.value) * 100}%`;
</script>

<template>
  <table class="bars">
    <thead class="unseen">
      <tr>
        <th>Stage</th>
        <th>Whose</th>
        <th>Seconds</th>
        <th>Looking, turning, pauses</th>
      </tr>
    </thead>
    <tbody v-for="row in rows" :key="row.stage" :data-stage="row.stage">
      <tr v-for="(bar, i) in row.bars" :key="bar.of" :class="bar.of">
        <th v-if="i === 0" scope="rowgroup" :rowspan="row.bars.length">
          {{ row.title }}<span class="soft turns">{{ row.now.turns.toFixed(1) }} HTM</span>
        </th>
        <td class="whose soft">{{ bar.title }}</td>
        <td class="figure">{{ seconds(whole(bar.figures)) }}</td>
        <td class="bar">
          <span class="track" :title="words(bar.figures)">
            <i class="looking" :style="{ width: share(bar.figures.looking) }" />
            <i class="turning" :style="{ width: share(bar.figures.turning) }" />
            <i class="pauses" :style="{ width: share(bar.figures.pauses) }" />
          </span>
        </td>
      </tr>
    </tbody>
  </table>
  <p class="soft legend">
    <i class="looking" /> looking before the first turn <i class="turning" /> turning <i class="pauses" /> pauses
    between its turns
  </p>
</template>

<style scoped>
.bars {
  width: 100%;
  border-collapse: collapse;
}

tbody + tbody tr:first-child > * {
  border-top: 1px solid var(--hairline);
}

th[scope] {
  width: 130px;
  padding: 6px 10px 6px 0;
  text-align: left;
  vertical-align: top;
}

.turns {
  display: block;
  font-weight: 400;
}

.whose {
  width: 96px;
  white-space: nowrap;
}

.figure {
  width: 70px;
  padding-right: 10px;
  text-align: right;
  white-space: nowrap;
  font-family: var(--mono);
}

.now .figure {
  font-weight: 700;
}

.track {
  display: flex;
  height: 11px;
}

.now .track {
  height: 17px;
}

.looking {
  background: repeating-linear-gradient(-45deg, var(--ink-soft) 0 2px, transparent 2px 6px);
  box-shadow: inset 0 0 0 1px var(--ink-soft);
}

.turning {
  background: var(--ink-soft);
}

.now .turning,
.legend .turning {
  background: var(--ink);
}

.pauses {
  background: repeating-linear-gradient(-45deg, var(--needle) 0 2px, transparent 2px 6px);
  box-shadow: inset 0 0 0 1px var(--needle);
}

.simulated .track {
  opacity: 0.6;
}

.legend i {
  display: inline-block;
  width: 26px;
  height: 11px;
  margin: 0 4px 0 12px;
}

.legend i:first-child {
  margin-left: 0;
}

@media (max-width: 640px) {
  th[scope] {
    width: 84px;
  }

  .whose {
    width: 76px;
    font-size: 12px;
  }

  .figure {
    width: 56px;
    padding-right: 6px;
    font-size: 13px;
  }
}
</style>
