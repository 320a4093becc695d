<script setup lang="ts">
import { computed } from 'vue';
import type { OpeningPiece } from '@/shared/api/client';
import { hue } from '@/cube/palette';

/**
 * A compass card for a cross colour, seen from above with the base down: four arms, the edges in their cyclic order
 * (front at the bottom).
 * An arm that reaches the rim is home; each step short of it is a turn; a broken arm is a bad edge: snapped, the outer
 * piece askew. An arc along the rim leads from where an
 * edge stands in the base to where it belongs: edges with equal arcs stand right relative to each other.
 */
const props = defineProps<{
  color: string;
  edges: readonly OpeningPiece[];
  center: string;
  covered?: boolean;
  selected?: boolean;
}>();

const rim = 50;
const hub = 17;
/** Front, right, back, left: angles clockwise from the top of the drawing. */
const angles = [180, 90, 0, 270];

const arms = computed(() =>
  props.edges.map((edge, i) => ({
    side: edge.side,
    angle: angles[i]!,
    bad: !edge.good,
    home: edge.distance === 0,
    length: (rim - hub - 4) * (1 - 0.21 * edge.distance),
    arc: arcTo(edge.offset),
  })),
);

/** The way along the rim from where the edge stands to its home at the top; D turns it against the clock, seen from above. */
function arcTo(offset: number | null): string | null {
  if (offset === null || offset === 0) return null;
  const start = ((offset * 90 - 90) * Math.PI) / 180;
  const r = rim + 6;
  const end = ((-90 + Math.sign(offset) * 7) * Math.PI) / 180;
  const at = (a: number) => `${(r * Math.cos(a)).toFixed(2)} ${(r * Math.sin(a)).toFixed(2)}`;
  return `M ${at(start)} A ${r} ${r} 0 0 ${offset > 0 ? 0 : 1} ${at(end)}`;
}
</script>

<template>
  <svg viewBox="-62 -62 124 124" class="rose" :class="{ selected }" aria-hidden="true">
    <circle r="50" class="rim" />
    <path v-if="selected" d="M 0 -62 L 5.5 -54.5 L -5.5 -54.5 Z" class="needle" />
    <g v-for="arm in arms" :key="arm.side" :transform="`rotate(${arm.angle})`">
      <template v-if="!covered">
        <template v-if="arm.bad">
          <rect
            x="-6"
            :y="-hub - arm.length * 0.4"
            width="12"
            :height="arm.length * 0.4"
            :fill="hue(arm.side)"
            class="arm"
          />
          <rect
            x="-6"
            :y="-hub - arm.length - 2"
            width="12"
            :height="arm.length * 0.4"
            :fill="hue(arm.side)"
            class="arm"
            :transform="`rotate(24 6 ${-hub - arm.length * 0.6 - 2})`"
          />
        </template>
        <rect v-else x="-6" :y="-hub - arm.length" width="12" :height="arm.length" :fill="hue(arm.side)" class="arm" />
        <path v-if="arm.arc" :d="arm.arc" class="arc" />
      </template>
      <circle :cy="-rim" r="4.5" :fill="hue(arm.side)" class="arm" />
      <circle v-if="arm.home && !covered" :cy="-rim" r="7.5" class="home" />
    </g>
    <circle :r="hub" :fill="hue(color)" class="hub" />
    <text y="8" text-anchor="middle" class="number" :fill="`var(--on-${color})`">{{ center }}</text>
  </svg>
</template>

<style scoped>
.rose {
  display: block;
  width: 100%;
  height: 100%;
  overflow: visible;
}

.rim {
  fill: none;
  stroke: var(--hairline);
  stroke-width: 2;
}

.selected .rim {
  stroke: var(--needle);
  stroke-width: 3;
}

.needle {
  fill: var(--needle);
}

.arm,
.hub {
  stroke: var(--ink);
  stroke-width: 1.1;
}

.home {
  fill: none;
  stroke: var(--verdigris);
  stroke-width: 2.5;
}

.arc {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 2.5;
  stroke-linecap: round;
}

.number {
  font: 700 23px var(--sans);
}
</style>
