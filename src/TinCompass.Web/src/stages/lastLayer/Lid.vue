<script setup lang="ts">
import { computed } from 'vue';
import { colorOfLetter, hue, marks } from '@/cube/palette';
import { usePreferences } from '@/shared/preferences';
import { card, middle, point, rim, sector, type LidPlace } from './lid';

/**
 * The last layer as the lid of a tin seen from above, the front below: the card inside is what looks up, the twelve points of the rim are
 * what looks to the sides, in their order around. A case of the top shows where the top's colour is and nothing else; a case of the sides
 * shows the colours of the rim, equal neighbours joined. Who holds the base up looks at it from below, and the front is above.
 */
const props = defineProps<{
  facelets: string;
  marked: boolean;
  /** The top: only the top's colour; edges and corners: of these pieces alone; all: every colour. */
  shows: 'top' | 'topEdges' | 'all' | 'corners';
}>();

const preferences = usePreferences();
/** The last layer is looked at from below, the base up. */
const isFromBelow = computed(() => preferences.stageHabit('pll', 'base', 'down') === 'up');

const up = computed(() => props.facelets[4] ?? '.');
const isTop = computed(() => props.shows === 'top' || props.shows === 'topEdges');
const counts = (place: LidPlace) =>
  props.shows === 'topEdges' ? !place.isCorner : props.shows === 'corners' ? place.isCorner : true;
const letter = (place: LidPlace | undefined) => (place ? (props.facelets[place.facelet] ?? '.') : '.');

const inner = computed(() =>
  card.map((place) => ({
    key: place.facelet,
    isCorner: place.isCorner,
    turn: place.angle,
    ...middle(place.isCorner ? 31 : 25, place.angle),
    fill: counts(place) && letter(place) === up.value ? hue(colorOfLetter(up.value)) : '',
    isQuiet: !counts(place),
  })),
);
const outer = computed(() =>
  rim.map((place, i) => {
    const color = letter(place);
    const [before, after] = [rim[(i + rim.length - 1) % rim.length], rim[(i + 1) % rim.length]];
    // Neighbours of one side and one colour lie without a gap; the corner of the lid is always a gap.
    const joins = (other: LidPlace | undefined) =>
      !isTop.value &&
      counts(place) &&
      other !== undefined &&
      letter(other) === color &&
      (!place.isCorner || !other.isCorner);
    const filled = counts(place) && (isTop.value ? color === up.value : color !== '.');
    const [from, to] = [place.angle - (joins(before) ? 15 : 12.5), place.angle + (joins(after) ? 15 : 12.5)];
    return {
      key: place.facelet,
      path: filled && isTop.value ? point(45, 59, place.angle) : sector(44, filled ? 57 : 52, from, to),
      letter: color,
      fill: filled ? hue(colorOfLetter(color)) : '',
      ...middle(50, place.angle),
    };
  }),
);
</script>

<template>
  <svg
    :viewBox="isFromBelow ? '-60 -64 120 124' : '-60 -60 120 124'"
    class="lid"
    :class="{ below: isFromBelow }"
    aria-hidden="true"
  >
    <g :transform="isFromBelow ? 'rotate(180)' : undefined">
      <rect x="-41" y="-41" width="82" height="82" rx="34" class="plate" />
      <path d="M0 64 L-5 59 L5 59 Z" class="front" />
      <circle r="7" :fill="hue(colorOfLetter(up))" class="part" />
      <template v-for="part in inner" :key="part.key">
        <circle
          v-if="part.isCorner"
          :cx="part.x"
          :cy="part.y"
          r="8.5"
          :fill="part.fill || 'none'"
          :class="part.fill ? 'part' : part.isQuiet ? 'nothing' : 'empty'"
        />
        <rect
          v-else
          x="-11"
          y="-6"
          width="22"
          height="12"
          rx="5"
          :transform="`translate(${part.x} ${part.y}) rotate(${part.turn})`"
          :fill="part.fill || 'none'"
          :class="part.fill ? 'part' : part.isQuiet ? 'nothing' : 'empty'"
        />
      </template>
      <template v-for="part in outer" :key="part.key">
        <path :d="part.path" :fill="part.fill || 'none'" :class="part.fill ? 'part' : 'empty'" />
        <path
          v-if="marked && part.fill && marks[colorOfLetter(part.letter)]"
          :d="marks[colorOfLetter(part.letter)]"
          :transform="`translate(${part.x - 6} ${part.y - 6}) scale(0.12)`"
          class="mark"
        />
      </template>
    </g>
  </svg>
</template>

<style scoped>
.lid {
  display: block;
  width: 100%;
  height: 100%;
}

.plate {
  fill: var(--enamel-low);
  stroke: var(--hairline);
  stroke-width: 1.5;
}

.front {
  fill: var(--ink-soft);
}

.part {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.empty {
  stroke: var(--hairline);
  stroke-width: 1.2;
}

.nothing {
  stroke: none;
}

.mark {
  fill: #1b2022;
  fill-rule: evenodd;
  opacity: 0.8;
}
</style>
