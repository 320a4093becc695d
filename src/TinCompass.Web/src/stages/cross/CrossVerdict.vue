<script setup lang="ts">
import { computed } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { primes } from '@/shared/text';
import { useCross } from './crossStore';

/** What the judge of the cross said: while one types, how it goes; after Enter, what cost something and what would have been better. */
const desk = useDesk();
const cross = useCross();
const isJudged = computed(() => desk.judgedText === desk.own);
const first = computed(() => cross.judgement?.mistakes[0] ?? null);
</script>

<template>
  <template v-if="cross.judgement">
    <p v-if="!isJudged" class="headline" :class="{ good: cross.judgement.mistakes.length === 0 }">
      {{ primes(cross.judgement.progress) }}
    </p>
    <template v-else>
      <p class="headline" :class="{ good: cross.judgement.figures.isDone && cross.judgement.figures.overBest === 0 }">
        {{ primes(cross.judgement.figures.verdict) }}
      </p>
      <p v-if="first">
        <span class="look-here">{{ primes(first.words) }}</span> Instead:
        <b class="sequence good">{{ primes(desk.partNamed(first.instead)) }}</b>
      </p>
      <p v-if="cross.judgement.onward">
        From where you stopped: <b class="sequence good">{{ primes(desk.partNamed(cross.judgement.onward)) }}</b>
      </p>
      <p v-if="first && first.number > 1" class="good">
        {{ first.number === 2 ? 'Your first turn is' : `Your first ${first.number - 1} turns are` }} on a best way.
      </p>
      <p v-if="desk.kept" class="soft">Kept in the log.</p>
    </template>
  </template>
</template>
