<script setup lang="ts">
import { computed } from 'vue';
import PieceCard from '@/cube/PieceCard.vue';
import { centerOf, isHome, piecesOf, tokenOf } from '@/cube/pieces';

/** An ending of the cross: the last edge where it stands, the three that are home, and the gap it belongs to. */
const props = defineProps<{ facelets: string; view: string; marked: boolean }>();

const edges = computed(() => {
  const base = centerOf(props.facelets, [0, -1, 0]);
  return piecesOf(props.facelets).filter((p) => p.stickers.length === 2 && p.stickers.some((s) => s.letter === base));
});
const last = computed(() => edges.value.filter((e) => !isHome(e, props.facelets)).map(tokenOf));
const standing = computed(() => edges.value.filter((e) => isHome(e, props.facelets)).map(tokenOf));
</script>

<template>
  <PieceCard :tokens="last" :quiet="standing" :home="[0, 66]" :box="[-84, -84, 168, 172]" :marked />
</template>
