<script setup lang="ts">
import { computed } from 'vue';
import PieceCard from '@/cube/PieceCard.vue';
import { centerOf, piecesOf, pieceWith, tokenOf } from '@/cube/pieces';

/** A pair: its corner and its edge where they stand, and the slot they belong to. */
const props = defineProps<{ facelets: string; view: string; marked: boolean }>();

const side = computed(() => (props.view.includes('R') ? 1 : -1));
const front = computed(() => (props.view.includes('F') ? 1 : -1));
const tokens = computed(() => {
  const center = (x: number, y: number, z: number) => centerOf(props.facelets, [x, y, z]);
  const [base, first, second] = [center(0, -1, 0), center(0, 0, front.value), center(side.value, 0, 0)];
  const pieces = piecesOf(props.facelets);
  return [pieceWith(pieces, [base, first, second]), pieceWith(pieces, [first, second])]
    .filter((p) => p !== undefined)
    .map(tokenOf);
});
const home = computed(() => [side.value * 54, front.value * 54] as const);
const box = computed(() => [side.value === 1 ? -54 : -82, front.value === 1 ? -54 : -82, 136, 136] as const);
</script>

<template>
  <PieceCard :tokens :home :box :marked />
</template>
