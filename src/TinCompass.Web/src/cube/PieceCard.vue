<script setup lang="ts">
import { colorOfLetter, hue, marks } from './palette';
import type { Token } from './pieces';

/**
 * A compass card seen from straight above, front towards the reader: the top layer inside, the base at the rim. Pieces
 * lie on it as tokens, each half or sector where its sticker
 * looks. Only the pieces that matter are drawn, so that a case is told at a glance, also small, in print and in the dark.
 */
defineProps<{
  /** The piece a case is about. */
  tokens: readonly Token[];
  /** Pieces that stand, drawn small and quiet. */
  quiet?: readonly Token[];
  /** Where it all belongs: a gap or a slot, as a point of the card. */
  home: readonly [number, number];
  box: readonly [number, number, number, number];
  marked: boolean;
}>();
const color = (letter: string) => colorOfLetter(letter);
</script>

<template>
  <svg :viewBox="box.join(' ')" class="card" aria-hidden="true">
    <circle r="50" class="rim" />
    <rect x="-22" y="-22" width="44" height="44" rx="7" class="lid" />
    <path d="M0 -22 L4 -15 L-4 -15 Z M0 22 L4 15 L-4 15 Z" class="pointer" />
    <circle :cx="home[0]" :cy="home[1]" r="19" class="home" />
    <g
      v-for="(token, i) in quiet"
      :key="`q${i}`"
      :transform="`translate(${token.x} ${token.y}) scale(0.7)`"
      class="quiet"
    >
      <path v-for="part in token.parts" :key="part.path" :d="part.path" :fill="hue(color(part.letter))" class="part" />
    </g>
    <g v-for="(token, i) in tokens" :key="i" :transform="`translate(${token.x} ${token.y})`">
      <template v-for="part in token.parts" :key="part.path">
        <path :d="part.path" :fill="hue(color(part.letter))" class="part" />
        <path
          v-if="marked && marks[color(part.letter)]"
          :d="marks[color(part.letter)]"
          :transform="`translate(${part.x - 5.5} ${part.y - 5.5}) scale(0.11)`"
          class="mark"
        />
      </template>
    </g>
  </svg>
</template>

<style scoped>
.card {
  display: block;
  width: 100%;
  height: 100%;
}

.rim {
  fill: none;
  stroke: var(--hairline);
  stroke-width: 2;
}

.lid {
  fill: var(--enamel-low);
  stroke: var(--ink-soft);
  stroke-width: 2;
}

.pointer {
  fill: var(--ink-soft);
}

.home {
  fill: none;
  stroke: var(--needle);
  stroke-dasharray: 6 4;
  stroke-width: 2.5;
}

.part {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.quiet {
  opacity: 0.75;
}

.mark {
  fill: #1b2022;
  fill-rule: evenodd;
  opacity: 0.8;
}
</style>
