<script setup lang="ts">
import { useDesk } from '@/desk/deskStore';
import { handTime } from '@/shared/handTime';
import { primes } from '@/shared/text';
import { useF2l } from './f2lStore';

/** What the judge of the pairs said: the whole, and pair by pair. */
const desk = useDesk();
const f2l = useF2l();
</script>

<template>
  <template v-if="f2l.judgement">
    <p class="headline" :class="f2l.judgement.isBroken ? 'look-here' : 'good'" data-test="pairs-verdict">
      {{ primes(f2l.judgement.figures.verdict) }}
    </p>
    <p class="soft">
      {{ f2l.judgement.figures.turns }} HTM<template v-if="f2l.judgement.time !== null"
        >, {{ handTime(f2l.judgement.time) }}</template
      ><template v-if="f2l.judgement.planned !== null"
        >; our plan {{ f2l.judgement.planned
        }}<template v-if="f2l.judgement.plannedTime !== null"
          >, {{ handTime(f2l.judgement.plannedTime) }}</template
        ></template
      >
    </p>
    <p v-for="(pair, i) in f2l.judgement.pairs" :key="i">
      <b>{{ pair.slots.join(' and ') }}</b> &#32;<span class="sequence">{{ primes(desk.partNamed(pair.text)) }}</span>
      &#32;
      <span v-if="pair.notes.length === 0" class="good">nothing to mend</span>
      <span v-for="note in pair.notes" :key="note">{{ ` ${primes(note)}` }}</span>
    </p>
    <p v-if="desk.kept" class="soft">Kept in the log.</p>
  </template>
</template>
