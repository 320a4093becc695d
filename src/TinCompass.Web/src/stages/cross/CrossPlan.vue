<script setup lang="ts">
import { computed, onMounted } from 'vue';
import { useDesk } from '@/desk/deskStore';
import WhichShown from '@/desk/WhichShown.vue';
import MeetingMoves from '@/desk/MeetingMoves.vue';
import SequenceList from '@/desk/SequenceList.vue';
import { usePreferences } from '@/shared/preferences';
import { handTime, handTimeUnit } from '@/shared/handTime';
import { grips, primes } from '@/shared/text';
import { useCross } from './crossStore';
import ForesightTable from './ForesightTable.vue';
import { crossJoins } from './joins';

const emit = defineEmits<{ go: [turn: number] }>();
const desk = useDesk();
const cross = useCross();
const preferences = usePreferences();

const mistakes = computed(() =>
  desk.showing === 'own' ? new Map(cross.judgement?.mistakes.map((m) => [m.number, m]) ?? []) : new Map(),
);
const hands = computed(() => {
  const s = desk.shown;
  if (!s || s.turns.length === 0) return '';
  return s.time === null ? ' · needs a turn you avoid' : ` · ${handTime(s.time)}, ${grips(s.regrips)}`;
});
/** The length in HTM, and in the solver's own metric when that is another number's name. */
const length = computed(() => {
  const lengths = desk.shown?.lengths;
  const metric = preferences.habits.metric;
  const htm = `${lengths?.htm ?? 0} HTM`;
  return metric === 'htm' || !lengths ? htm : `${htm}, ${lengths[metric]} ${metric.toUpperCase()}`;
});
const joined = computed(() => (cross.part ? crossJoins[0]?.facts() : undefined));
const facts = computed(() => {
  if (desk.showing === 'own') return length.value;
  if (joined.value) return `${length.value} ${joined.value.words}`;
  const p = cross.current;
  if (!p) return length.value;
  const align = ['no alignment', 'a quarter turn to align', 'a half turn to align'][p.alignmentTurns] ?? '';
  return `${length.value} · ${align}${p.backTurns ? ` · ${p.backTurns} at the back` : ''}`;
});
/** How hard the plan shown is to see beforehand; an own plan is seen already. */
const foresight = computed(() =>
  desk.showing === 'own' ? null : (joined.value?.foresight ?? cross.current?.foresight ?? null),
);
const finished = computed(() => cross.shown?.moments.at(-1)?.remaining === 0);
const tab = computed(() => crossJoins.find((j) => j.tab.id === cross.below)?.tab);
/** A sequence that makes no cross has no five points: then the edges are shown. */
const below = computed(() =>
  (cross.below === 'points' && !finished.value) || (cross.below === 'foresight' && !foresight.value)
    ? 'edges'
    : cross.below,
);
const edges = computed(() => cross.shown?.moments[desk.turn]?.edges ?? []);

/** When the first plan can be read: './tc bench' asks for it. */
onMounted(() => performance.mark('plan-usable'));
</script>

<template>
  <section class="plate column" aria-label="Plan, turn by turn">
    <header>
      <div class="heading">
        <h2 class="sequence" data-test="plan-text">{{ primes(desk.shown?.text ?? '') }}</h2>
        <WhichShown />
      </div>
      <p class="soft">
        {{ facts }}<span :title="handTimeUnit">{{ hands }}</span>
        <span v-if="cross.shown && cross.shown.flag !== 'none'" class="look-here">
          ⚑ the fourth ends flipped {{ cross.shown.flag === 'flippedAbove' ? 'above' : 'in' }} its place
        </span>
      </p>
      <p
        v-if="desk.shown?.quicker"
        class="soft"
        data-test="quicker"
        title="the same turns of the cube, but for a rotation"
      >
        Quicker: <span class="sequence">{{ primes(desk.shown.quicker.text) }}</span> &#32;<span class="good">{{
          handTime(desk.shown.quicker.time)
        }}</span
        >, {{ grips(desk.shown.quicker.regrips) }}
      </p>
      <MeetingMoves />
    </header>
    <SequenceList v-if="desk.shown" :sequence="desk.shown" :turn="desk.turn" :mistakes @go="(n) => emit('go', n)" />
    <div v-if="cross.shown" class="below">
      <div role="group" aria-label="Below the turns" class="tabs">
        <button type="button" class="plain" :aria-pressed="below === 'points'" @click="cross.below = 'points'">
          Five points
        </button>
        <button type="button" class="plain" :aria-pressed="below === 'edges'" @click="cross.below = 'edges'">
          Edges now
        </button>
        <button
          v-for="join in crossJoins"
          :key="join.tab.id"
          type="button"
          class="plain"
          :aria-pressed="below === join.tab.id"
          @click="cross.below = join.tab.id"
        >
          {{ join.tab.title }}
        </button>
        <button
          v-if="foresight"
          type="button"
          class="plain"
          :aria-pressed="below === 'foresight'"
          @click="cross.below = 'foresight'"
        >
          Foresight {{ foresight.score }}
        </button>
        <span class="key wide-only">E</span>
      </div>
      <ul v-if="below === 'edges'" class="points edges" data-test="edges">
        <li v-for="edge in edges" :key="edge.side">
          <i class="dot" :style="{ background: `var(--hue-${edge.side})` }" aria-hidden="true" /> {{ edge.name }}:
          <span :class="{ 'look-here': !edge.good, good: edge.stand === 'home' }">{{ edge.words }}</span>
        </li>
      </ul>
      <component :is="tab.component" v-else-if="tab" />
      <ForesightTable
        v-else-if="below === 'foresight' && foresight && cross.plans"
        :foresight
        :weights="cross.plans.weights"
      />
      <ol v-else class="points">
        <li
          v-for="(point, i) in cross.shown.points"
          :key="i"
          :class="{ 'look-here': i === 3 && cross.shown.flag !== 'none' }"
        >
          {{ point }}
        </li>
      </ol>
    </div>
    <p v-if="desk.shown && desk.shown.turns.length === 0" class="empty">The cross stands already: nothing to turn.</p>
  </section>
</template>

<style scoped>
.below {
  margin-top: 6px;
  padding-top: 5px;
  border-top: 1px solid var(--hairline);
}

.empty {
  padding: 12px 0;
}
</style>
