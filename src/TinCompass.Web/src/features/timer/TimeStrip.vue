<script setup lang="ts">
import { computed } from 'vue';
import type { SolvePage } from '@/shared/api/client';
import { clock } from '@/shared/solveTime';

/** Whole seconds stand without hundredths. */
const mark = (ms: number) => (ms % 1000 === 0 ? clock(ms).replace(/\.00$/, '') : clock(ms));

/**
 * Times on a strip of ticks, as on a ship's log: each stands where its time is, the newest are tall, the last one is the needle; behind
 * them how many there are of each. Slow ones that would stretch the strip, and DNFs, stand apart at its end.
 */
const props = defineProps<{ trend: SolvePage['trend']; figures: SolvePage['figures'] }>();

const [width, left, right, base] = [1000, 14, 60, 74];
const newest = 12;

const scale = computed(() => {
  const bins = props.figures.bins;
  if (bins.length === 0) return null;
  const step = bins[0]!.toMs - bins[0]!.fromMs;
  const [from, to] = [bins[0]!.fromMs, bins[0]!.fromMs + step * bins.length];
  const x = (ms: number) => left + ((ms - from) / (to - from)) * (width - left - right);
  const most = Math.max(...bins.map((b) => b.count));
  return {
    x,
    from,
    to,
    bars: bins.map((b, i) => ({
      x: x(from + i * step),
      width: x(from + step) - x(from) - 1,
      height: (b.count / most) * 44,
      count: b.count,
    })),
    labels: bins.map((_, i) => from + i * step).filter((_, i) => bins.length < 9 || i % 2 === 0),
  };
});
const ticks = computed(() => {
  const s = scale.value;
  if (!s) return [];
  return props.trend.map((point, i) => {
    const age = props.trend.length - 1 - i;
    const isApart = point.ms === null || point.ms >= s.to;
    return {
      x: isApart ? width - right / 2 + (age % 5) * 5 - 10 : s.x(point.ms!),
      height: age === 0 ? 40 : age < newest ? 26 : 12,
      isLast: age === 0,
      isDnf: point.ms === null,
    };
  });
});
</script>

<template>
  <svg v-if="scale" :viewBox="`0 0 ${width} 96`" class="strip" role="img" aria-label="Times of this series on a scale">
    <rect
      v-for="(bar, i) in scale.bars"
      :key="i"
      :x="bar.x"
      :y="base - bar.height"
      :width="bar.width"
      :height="bar.height"
      class="bar"
    />
    <line :x1="left" :x2="width - right" :y1="base" :y2="base" class="edge" />
    <g v-for="(tick, i) in ticks" :key="`t${i}`" :class="{ last: tick.isLast }">
      <path v-if="tick.isDnf" :d="`M${tick.x - 4} ${base - 10}l8 8m0 -8l-8 8`" class="tick" />
      <line v-else :x1="tick.x" :x2="tick.x" :y1="base" :y2="base - tick.height" class="tick" />
    </g>
    <text v-for="ms in scale.labels" :key="ms" :x="scale.x(ms)" y="91" class="label">{{ mark(ms) }}</text>
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
}

.bar {
  fill: var(--enamel-low);
  stroke: var(--hairline);
}

.edge {
  stroke: var(--ink-soft);
  stroke-width: 1.5;
}

.tick {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 2;
}

.last .tick {
  stroke: var(--needle);
  stroke-width: 4;
}

.label {
  fill: var(--ink-soft);
  font: 13px var(--sans);
  text-anchor: middle;
}
</style>
