<script setup lang="ts">
import { useDesk } from '@/desk/deskStore';
import { handTime } from '@/shared/handTime';
import { primes } from '@/shared/text';
import { useLastLayer } from './llStore';

/** What the judge of the last layer said: the whole, and step by step with the book's sequence beside it. */
const desk = useDesk();
const top = useLastLayer();
</script>

<template>
  <template v-if="top.judgement">
    <p
      class="headline"
      :class="top.judgement.isBroken || top.judgement.steps.length === 0 ? 'look-here' : 'good'"
      data-test="ll-verdict"
    >
      {{ primes(top.judgement.figures.verdict) }}
    </p>
    <p class="soft">
      {{ top.judgement.figures.turns }} HTM<template v-if="top.judgement.time !== null"
        >, {{ handTime(top.judgement.time) }}</template
      ><template v-if="top.judgement.wasted > 0">; {{ top.judgement.wasted }} of them cancel where turns meet</template>
    </p>
    <p v-for="(step, i) in top.judgement.steps" :key="i">
      <b>{{ step.set }}</b> &#32;<span class="sequence">{{ primes(desk.partNamed(step.text)) }}</span> &#32;
      <template v-if="step.better"
        >{{ ' ' }}Better here: <span class="sequence good">{{ primes(desk.partNamed(step.better)) }}</span></template
      >
      <span v-else class="good">{{ ' ' }}nothing to mend</span>
    </p>
    <p v-if="top.judgement.hint && top.judgement.steps.length > 0">{{ top.judgement.hint }}</p>
    <p v-if="desk.kept" class="soft">Kept in the log.</p>
  </template>
</template>
