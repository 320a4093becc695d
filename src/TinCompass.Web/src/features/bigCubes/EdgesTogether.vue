<script setup lang="ts">
import type { BigEdgeWay, BigStore } from '@/shared/api/client';
import { primes } from '@/shared/text';

/** What is to be said of all edges together: how many joined ones are stored, the last ones at once. */
defineProps<{ store: BigStore; shown: string }>();
const emit = defineEmits<{ take: [way: BigEdgeWay, parts: string[]] }>();
</script>

<template>
  <p v-if="store.last" data-test="last-edges">
    <b>The last {{ store.last.also.length === 1 ? 'one' : store.last.also.length }} at once</b>
    <button
      type="button"
      class="knob small sequence"
      :aria-pressed="store.last.text === shown"
      @click="emit('take', store.last, [...store.last.also])"
    >
      {{ primes(store.last.text) }}
    </button>
    {{ store.last.length }} turns
  </p>
  <p v-if="store.said" data-test="stored">
    {{ store.said }}
    <button
      v-if="store.store"
      type="button"
      class="knob small sequence"
      :aria-pressed="store.store.text === shown"
      @click="emit('take', store.store, [])"
    >
      {{ primes(store.store.text) }}
    </button>
  </p>
</template>

<style scoped>
.knob {
  font-weight: 400;
  white-space: normal;
  text-align: left;
}
</style>
