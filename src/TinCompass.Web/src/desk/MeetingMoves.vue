<script setup lang="ts">
import { computed } from 'vue';
import { primes } from '@/shared/text';
import { useDesk } from './deskStore';

/** Where the step that is shown meets another one in one layer: the two moves are made as one, which belongs to the later step. */
const desk = useDesk();
const meets = computed(() => {
  if (desk.showing !== 'plan') return [];
  const before = (desk.stops[desk.stop]?.joined ?? []).map((j) => ({
    moves: `${j.first} ${j.second}`,
    words: `meet where step ${j.from + 1} ends: ${j.together ? 'make one move:' : 'leave both out.'}`,
    together: j.together,
  }));
  const after = desk.stops.flatMap((s, to) =>
    s.joined
      .filter((j) => j.from === desk.stop)
      .map((j) => ({
        moves: j.first,
        words: j.together ? `goes with the first move of step ${to + 1}:` : `cancels against step ${to + 1}.`,
        together: j.together,
      })),
  );
  return [...before, ...after];
});
</script>

<template>
  <p v-for="(j, i) in meets" :key="i" data-test="joined">
    <b class="sequence">{{ primes(desk.named(j.moves)) }}</b> {{ j.words }} &#32;<b
      v-if="j.together"
      class="sequence"
      >{{ primes(desk.named(j.together)) }}</b
    >
  </p>
</template>
