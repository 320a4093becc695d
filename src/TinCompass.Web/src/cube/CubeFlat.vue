<script setup lang="ts">
import { computed } from 'vue';
import { colorOfLetter, hue, marks } from './palette';

const props = defineProps<{
  facelets: string;
  marked: boolean;
  cursor?: number;
  lit?: readonly number[];
  /** What is written on stickers, by their numbers. */
  written?: ReadonlyMap<number, string>;
}>();
const emit = defineEmits<{ pick: [facelet: number] }>();

/** Corner of each face in the opened cube, in stickers: U above F, D below it, L F R B in a row. */
const corners = [
  [3, 0],
  [3, 6],
  [3, 3],
  [9, 3],
  [6, 3],
  [0, 3],
];

const stickers = computed(() =>
  Array.from(props.facelets, (letter, i) => {
    const [x, y] = corners[Math.floor(i / 9)] ?? [0, 0];
    const color = colorOfLetter(letter);
    const gap = 0.18;
    return {
      x: x! + (i % 3) + (x! / 3) * gap,
      y: y! + Math.floor((i % 9) / 3) + (y! / 3) * gap,
      fill: hue(color),
      mark: marks[color],
    };
  }),
);
</script>

<template>
  <svg viewBox="-0.2 -0.2 12.94 9.76" class="flat" aria-hidden="true">
    <g v-for="(s, i) in stickers" :key="i" :transform="`translate(${s.x} ${s.y})`">
      <rect
        x="0.04"
        y="0.04"
        width="0.92"
        height="0.92"
        rx="0.12"
        :fill="s.fill"
        class="sticker"
        :class="{ lit: lit?.includes(i), cursor: cursor === i }"
        :data-facelet="i"
        @click="emit('pick', i)"
      />
      <path v-if="marked && s.mark && !written?.has(i)" :d="s.mark" transform="scale(0.01)" class="mark" />
      <template v-if="written?.has(i)">
        <circle cx="0.5" cy="0.5" r="0.34" class="disc" />
        <text x="0.5" y="0.5" class="written" :data-written="written.get(i)">{{ written.get(i) }}</text>
      </template>
    </g>
  </svg>
</template>

<style scoped>
.flat {
  width: 100%;
  height: 100%;
}

.sticker {
  stroke: var(--cubie);
  stroke-width: 0.06;
}

.sticker.cursor {
  stroke: var(--ink);
  stroke-width: 0.14;
}

.sticker.lit {
  stroke: var(--needle);
  stroke-width: 0.16;
}

.disc {
  pointer-events: none;
  fill: var(--cubie);
}

.written {
  pointer-events: none;
  fill: #fff;
  font: 700 0.5px var(--sans);
  text-anchor: middle;
  dominant-baseline: central;
}

.mark {
  pointer-events: none;
  fill: #1b2022;
  fill-rule: evenodd;
  opacity: 0.75;
}
</style>
