<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { usePreferences } from '@/shared/preferences';
import { handNumber, handTime, handTimeUnit } from '@/shared/handTime';
import { grips, primes } from '@/shared/text';
import { useDesk } from './deskStore';
import { faceOf } from './faces';
import MeetingMoves from './MeetingMoves.vue';
import SequenceList from './SequenceList.vue';
import { useStops } from './stopStore';
import WhichShown from './WhichShown.vue';

/** A stop read turn by turn: how its pieces stand, what happens, why this way; or the own sequence. */
const emit = defineEmits<{ go: [turn: number] }>();
const desk = useDesk();
const preferences = usePreferences();
const stops = useStops();
const stop = computed(() => desk.stops[desk.stop] ?? null);
const picture = computed(() => {
  const face = stop.value?.case ? faceOf(desk.stage) : undefined;
  return face?.drawsSlots ? undefined : face?.picture;
});
/** The stops of its stage are parts with names of their own. */
const isPart = computed(() => faceOf(desk.stage)?.ways?.areParts);
/** What the orders of this stage's stops would take. */
const orders = computed(() =>
  desk.showing === 'plan' ? (desk.course?.orders ?? []).filter((o) => o.stage === stop.value?.stage) : [],
);
/** The first turn of the own sequence that cost something, at its place in the list. */
const mistakes = computed(() => {
  const judged = stops.judgement;
  const first = judged?.figures.firstMistake;
  if (desk.showing !== 'own' || !desk.shown || !judged || !first || /^[xyz]/.test(judged.read)) return undefined;
  const at = desk.shown.notes.find((note) => note.to !== null && note.to >= first)?.to;
  if (!at) return undefined;
  // What is told of a part in sentences stands in the list already.
  const part = judged.parts.find((p) => p.better || p.notes.length > 0);
  if (part && part.notes.length > 0) return undefined;
  return new Map([
    [
      at,
      part
        ? {
            words: `The first turn that costs: ${part.title} in ${part.used}, ${part.least} are enough.`,
            instead: part.better,
            of: 'the whole part',
          }
        : { words: 'The first turn that costs something.', instead: '' },
    ],
  ]);
});
</script>

<template>
  <section class="plate column" aria-label="Stop">
    <header>
      <div class="heading">
        <h2 class="sequence" data-test="stop-text">{{ primes(desk.shown?.text ?? '') || 'nothing to turn' }}</h2>
        <WhichShown />
        <button v-if="stop?.isChosen && desk.stop > 0" type="button" class="knob small" @click="desk.release()">
          Plan it for me
        </button>
      </div>
      <p v-if="desk.shown" class="soft">
        {{ desk.shown.lengths.htm }} HTM<template v-if="desk.shown.lengths.stm !== desk.shown.lengths.htm"
          >, {{ desk.shown.lengths.stm }} STM</template
        ><span v-if="desk.shown.time !== null" :title="handTimeUnit">
          · {{ handTime(desk.shown.time) }}, {{ grips(desk.shown.regrips) }}</span
        ><span v-else> · needs a turn you avoid</span>
      </p>
      <div v-if="stop && desk.showing === 'plan'" class="seen" :class="{ drawn: picture }">
        <span v-if="picture" class="lid"
          ><component :is="picture" :facelets="stop.facelets" :marked="preferences.marks" view=""
        /></span>
        <div>
          <p v-if="stop.caseTitle" data-test="stop-case">
            <b>{{ isPart ? `${stop.title}: ` : '' }}{{ stop.caseTitle }}</b> &#32;<RouterLink
              v-if="stop.case"
              class="soft"
              :to="{ name: 'case', params: { stage: stop.stage, id: stop.case } }"
              >the case</RouterLink
            >
          </p>
          <p v-if="stop.stand" class="soft" data-test="stop-stand">{{ stop.stand }}</p>
          <p>
            <span class="good">{{ stop.way }}</span>
            <span v-if="stop.why || (stop.isChosen && desk.stop > 0)" class="soft">
              {{ stop.way ? ' · ' : '' }}{{ stop.isChosen && desk.stop > 0 ? 'chosen by you' : stop.why }}</span
            >
          </p>
          <MeetingMoves />
          <dl v-if="stop.points.length > 0" class="planned" data-test="points">
            <template v-for="point in stop.points" :key="point.title">
              <dt class="soft">{{ point.title }}</dt>
              <dd>{{ point.words }}</dd>
            </template>
          </dl>
          <p v-if="stop.look" class="soft">{{ stop.look }}</p>
        </div>
      </div>
    </header>
    <SequenceList v-if="desk.shown" :sequence="desk.shown" :turn="desk.turn" :mistakes @go="(n) => emit('go', n)" />
    <footer v-if="orders.length > 1" class="orders" data-test="orders">
      <span class="soft">order</span>
      <span v-for="(o, i) in orders" :key="o.order" :class="{ good: i === 0 }">
        {{ o.title }} <b>{{ o.length }}</b><template v-if="o.time !== null"> · {{ handNumber(o.time) }}</template>
      </span>
    </footer>
    <p v-if="desk.course?.isCut" class="look-here">The time for planning was over: the rest follows the cheapest.</p>
  </section>
</template>

<style scoped>
header {
  display: grid;
  gap: 3px;
}

.seen {
  padding: 4px 0;
}

.seen.drawn {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  gap: 12px;
  align-items: center;
}

.orders {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
  font-size: 14px;
}

.planned {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 0 10px;
  margin: 2px 0 0;
  padding: 0;
  font-size: 14px;
  line-height: 1.3;
}

.planned dd {
  margin: 0;
}

.lid {
  width: 112px;
  height: 116px;
}
</style>
