<script setup lang="ts">
import { computed } from 'vue';
import PieceCard from '@/cube/PieceCard.vue';
import { centerOf, isHome, piecesOf, tokenOf } from '@/cube/pieces';

/** An ending of the edges: those that are not home where they lie, the others of top and middle quiet, and the working place. */
const props = defineProps<{ facelets: string; view: string; marked: boolean }>();

const edges = computed(() => {
  const base = centerOf(props.facelets, [0, -1, 0]);
  return piecesOf(props.facelets).filter(
    (p) => p.stickers.length === 2 && p.stickers.every((s) => s.letter !== base && s.letter !== '.'),
  );
});
const away = computed(() => edges.value.filter((e) => !isHome(e, props.facelets)).map(tokenOf));
const standing = computed(() => edges.value.filter((e) => isHome(e, props.facelets)).map(tokenOf));
</script>

<template>
  <PieceCard :tokens="away" :quiet="standing" :home="[44, 44]" :box="[-70, -70, 140, 140]" :marked />
</template>
