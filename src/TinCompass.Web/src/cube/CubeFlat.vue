<script setup lang="ts">
import { computed } from 'vue';
import { sizeOf } from './facelets';
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

/** Corner of each face in the opened cube, in faces: U above F, D below it, L F R B in a row. */
const corners = [
  [1, 0],
  [1, 2],
  [1, 1],
  [3, 1],
  [2, 1],
  [0, 1],
];

/** Faces lie so far apart, in stickers. */
const gap = 0.18;
const size = computed(() => sizeOf(props.facelets));
const box = computed(() => `-0.2 -0.2 ${4 * size.value + 3 * gap + 0.4} ${3 * size.value + 2 * gap + 0.4}`);
const stickers = computed(() =>
  Array.from(props.facelets, (letter, i) => {
    const n = size.value;
    const [x, y] = corners[Math.floor(i / (n * n))] ?? [0, 0];
    const color = colorOfLetter(letter);
    return {
      x: x! * (n + gap) + (i % n),
      y: y! * (n + gap) + Math.floor((i % (n * n)) / n),
      fill: hue(color),
      mark: marks[color],
    };
  }),
);
</script>

<template>
  <svg :viewBox="box" class="flat" aria-hidden="true">
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
