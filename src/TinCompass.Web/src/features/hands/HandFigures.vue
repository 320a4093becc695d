<script setup lang="ts">
import { computed } from 'vue';
import type { HandFigure } from '@/shared/api/client';
import { primes } from '@/shared/text';

/** Finger by finger: what a turn takes, how far that may be off (the pale ends), and what usual hands of the same pace take (the mark). */
const props = defineProps<{ figures: readonly HandFigure[] }>();
const most = computed(() => Math.max(...props.figures.map((f) => Math.max(f.ms + f.spread, f.usual))));
const at = (ms: number) => `${(100 * Math.max(0, ms)) / most.value}%`;
const whole = (ms: number) => Math.round(ms);
/** It is surely another than the usual one: by more than twice what it may be off. */
const isSure = (f: HandFigure) => Math.abs(f.ms - f.usual) > 2 * f.spread;
</script>

<template>
  <table class="figures">
    <thead>
      <tr>
        <th scope="col">what</th>
        <th scope="col">turn</th>
        <th scope="col">ms</th>
        <th scope="col" class="wide-only"><span class="unseen">drawn</span></th>
        <th scope="col">usual</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="f in figures" :key="f.id" :data-figure="f.id" :class="{ sure: isSure(f) }">
        <th scope="row">{{ f.title }}</th>
        <td class="sequence">{{ primes(f.example) }}</td>
        <td class="figure">
          {{ whole(f.ms) }} <span class="soft">± {{ whole(f.spread) }}</span>
        </td>
        <td class="wide-only bar" aria-hidden="true">
          <span class="track">
            <i class="known" :style="{ width: at(f.ms - f.spread) }" />
            <i class="spread" :style="{ left: at(f.ms - f.spread), width: at(2 * f.spread) }" />
            <i class="usual" :style="{ left: at(f.usual) }" />
          </span>
        </td>
        <td class="figure soft">{{ whole(f.usual) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.figures {
  width: 100%;
  border-collapse: collapse;
}

.figures :is(th, td) {
  padding: 3px 6px;
  border-bottom: 1px solid var(--hairline);
  text-align: left;
  white-space: nowrap;
}

.figures thead th {
  color: var(--ink-soft);
  font-weight: 400;
}

.figures th[scope='row'] {
  font-weight: 400;
}

.figures .sure th[scope='row'] {
  font-weight: 600;
}

.figures .figure {
  font-family: var(--mono);
  text-align: right;
}

.bar {
  width: 45%;
}

.track {
  position: relative;
  display: block;
  height: 14px;
}

.track i {
  position: absolute;
  top: 3px;
  height: 8px;
}

.known {
  left: 0;
  background: var(--ink);
}

.spread {
  background: var(--ink);
  opacity: 0.35;
}

.track .usual {
  top: 0;
  width: 2px;
  height: 14px;
  background: var(--needle);
}
</style>
