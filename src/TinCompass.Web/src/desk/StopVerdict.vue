<script setup lang="ts">
import { handTime } from '@/shared/handTime';
import { primes } from '@/shared/text';
import { useDesk } from './deskStore';
import { useStops } from './stopStore';

/** What the judge of the stage said: the whole, part by part, and what else there is to say. */
const desk = useDesk();
const stops = useStops();
</script>

<template>
  <template v-if="stops.judgement">
    <p
      class="headline"
      :class="stops.judgement.isBroken || !stops.judgement.figures.isDone ? 'look-here' : 'good'"
      data-test="stop-verdict"
    >
      {{ primes(stops.judgement.figures.verdict) }}
    </p>
    <p class="soft">
      {{ stops.judgement.figures.turns }} {{ stops.judgement.metric
      }}<template v-if="stops.judgement.time !== null">, {{ handTime(stops.judgement.time) }}</template
      ><template v-if="stops.judgement.figures.firstMistake !== null"
        >; the first turn that costs is number {{ stops.judgement.figures.firstMistake }}</template
      ><template v-if="stops.judgement.planned !== null"
        >; our plan {{ stops.judgement.planned
        }}<template v-if="stops.judgement.plannedTime !== null"
          >, {{ handTime(stops.judgement.plannedTime) }}</template
        ></template
      >
    </p>
    <p v-for="(part, i) in stops.judgement.parts" :key="i">
      <b>{{ part.title }}</b> &#32;<span class="sequence">{{ primes(desk.partNamed(part.text)) }}</span> &#32;
      <template v-if="part.notes.length > 0">{{ ` ${primes(part.notes.join(' '))}` }}</template>
      <template v-else-if="part.better"
        >{{ ' ' }}{{ part.used }}, {{ part.least }} are enough:
        <span class="sequence good">{{ primes(desk.partNamed(part.better)) }}</span></template
      >
      <span v-else class="good">{{ ' ' }}nothing to mend</span>
    </p>
    <p v-for="hint in stops.judgement.hints" :key="hint">{{ primes(hint) }}</p>
    <div v-for="(stop, i) in stops.judgement.onward" :key="i" data-test="judged-stop">
      <p>
        <b>{{ stop.title }}</b> &#32;<span class="sequence">{{ primes(desk.partNamed(stop.text)) }}</span> &#32;<span
          :class="stop.figures.isDone && stop.figures.firstMistake === null ? 'good' : 'look-here'"
          >{{ primes(stop.figures.verdict) }}</span
        >
      </p>
      <template v-for="part in stop.parts" :key="part.text + part.title">
        <p v-if="part.notes.length > 0">{{ part.title }}: {{ primes(part.notes.join(' ')) }}</p>
        <p v-else-if="part.better">
          {{ part.title }}: {{ part.used }}, {{ part.least }} are enough:
          <span class="sequence good">{{ primes(desk.partNamed(part.better)) }}</span>
        </p>
      </template>
      <p v-for="hint in stop.hints" :key="hint" class="soft">{{ primes(hint) }}</p>
    </div>
    <p v-if="desk.kept" class="soft">Kept in the log.</p>
  </template>
</template>
