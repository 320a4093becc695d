<script setup lang="ts">
import { computed, nextTick, onMounted, useTemplateRef, watch } from 'vue';
import { keepInView } from '@/shared/keepInView';
import { usePreferences } from '@/shared/preferences';
import { grips, primes } from '@/shared/text';
import ForesightTable from './ForesightTable.vue';
import { usePlan } from './planStore';

const emit = defineEmits<{ go: [turn: number]; onward: [] }>();
const plan = usePlan();
const preferences = usePreferences();
const list = useTemplateRef('list');

const mistakes = computed(() =>
  plan.showing === 'own' ? new Map(plan.judgement?.mistakes.map((m) => [m.number, m]) ?? []) : new Map(),
);
const hands = computed(() => {
  const e = plan.shown;
  if (!e || e.steps.length === 0) return '';
  return e.time === null ? ' · needs a turn you avoid' : ` · hands ${e.time.toFixed(1)}, ${grips(e.regrips)}`;
});
/** The length in HTM, and in the solver's own metric when that is another number's name. */
const length = computed(() => {
  const lengths = plan.shown?.lengths;
  const metric = preferences.habits.metric;
  const htm = `${lengths?.htm ?? 0} HTM`;
  return metric === 'htm' || !lengths ? htm : `${htm}, ${lengths[metric]} ${metric.toUpperCase()}`;
});
const facts = computed(() => {
  if (plan.showing === 'own') return length.value;
  const p = plan.current;
  if (plan.pair)
    return `${length.value} with the ${plan.pair} pair · ${plan.pairs?.crossLength ?? 0} for the cross alone`;
  if (!p) return '';
  const align = ['no alignment', 'a quarter turn to align', 'a half turn to align'][p.alignmentTurns] ?? '';
  return `${length.value} · ${align}${p.backTurns ? ` · ${p.backTurns} at the back` : ''}`;
});
/** How hard the plan shown is to see beforehand; an own plan is seen already. */
const foresight = computed(() => {
  if (plan.showing === 'own') return null;
  const withPair = plan.pairs?.pairs.find((p) => p.slot === plan.pair)?.plans.find((p) => p.text === plan.chosen);
  return (withPair ?? plan.current)?.foresight ?? null;
});
const finished = computed(() => plan.shown?.steps.at(-1)?.remaining === 0 || plan.shown?.steps.length === 0);
/** A sequence that makes no cross has no five points: then the edges are shown. */
const below = computed(() =>
  (plan.below === 'points' && !finished.value) || (plan.below === 'foresight' && !foresight.value)
    ? 'edges'
    : plan.below,
);
const edges = computed(() => (plan.turn === 0 ? plan.shown?.edges : plan.shown?.steps[plan.turn - 1]?.edges) ?? []);

/** When the first plan can be read: './tc bench' asks for it. */
onMounted(() => performance.mark('plan-usable'));

watch(
  () => plan.turn,
  async () => {
    await nextTick();
    keepInView(list.value);
  },
);
</script>

<template>
  <section class="plate column" aria-label="Plan, turn by turn">
    <header>
      <div class="heading">
        <h2 class="sequence" data-test="plan-text">{{ primes(plan.shown?.text ?? '') }}</h2>
        <div v-if="plan.judgement" class="which" role="group" aria-label="Which plan is shown">
          <button type="button" class="knob" :aria-pressed="plan.showing === 'own'" @click="plan.showing = 'own'">
            Yours
          </button>
          <button type="button" class="knob" :aria-pressed="plan.showing === 'plan'" @click="plan.showing = 'plan'">
            Ours
          </button>
        </div>
        <button v-if="finished && !plan.known" type="button" class="knob on" data-test="onward" @click="emit('onward')">
          Pairs <span class="key wide-only">F</span>
        </button>
      </div>
      <p class="soft">
        {{ facts }}<span title="estimated time for two hands; 1 is a quarter turn of the wrist">{{ hands }}</span>
        <span v-if="plan.shown && plan.shown.flag !== 'none'" class="look-here">
          ⚑ the fourth ends flipped {{ plan.shown.flag === 'flippedAbove' ? 'above' : 'in' }} its place
        </span>
      </p>
      <p
        v-if="plan.shown?.quicker"
        class="soft"
        data-test="quicker"
        title="the same turns of the cube, but for a rotation"
      >
        Quicker: <span class="sequence">{{ primes(plan.shown.quicker.text) }}</span> &#32;<span class="good">{{
          plan.shown.quicker.time.toFixed(1)
        }}</span
        >, {{ grips(plan.shown.quicker.regrips) }}
      </p>
    </header>
    <ol ref="list" class="turns">
      <li v-for="step in plan.shown?.steps ?? []" :key="step.number">
        <button
          type="button"
          class="row"
          :aria-current="step.number === plan.turn ? 'step' : undefined"
          :class="{ here: step.number === plan.turn, wrong: mistakes.has(step.number) }"
          @click="emit('go', step.number)"
        >
          <b class="sequence">{{ primes(step.turn) }}</b>
          <span class="words">
            <template v-if="mistakes.has(step.number)">
              <span class="look-here">{{ primes(mistakes.get(step.number)!.words) }}</span>
              Instead: <span class="sequence instead">{{ primes(mistakes.get(step.number)!.instead) }}</span>
            </template>
            <span v-else :class="{ good: step.places.length > 0 || step.madeGood.length > 0 }">{{ step.words }}</span>
          </span>
          <span class="dots" aria-hidden="true">
            <i v-for="side in step.places" :key="side" class="dot" :style="{ background: `var(--hue-${side})` }" />
          </span>
        </button>
      </li>
    </ol>
    <div v-if="plan.shown" class="below">
      <div role="group" aria-label="Below the turns" class="tabs">
        <button type="button" class="plain" :aria-pressed="below === 'points'" @click="plan.below = 'points'">
          Five points
        </button>
        <button type="button" class="plain" :aria-pressed="below === 'edges'" @click="plan.below = 'edges'">
          Edges now
        </button>
        <button
          v-if="plan.shown.pairs.length > 0"
          type="button"
          class="plain"
          :aria-pressed="below === 'pairs'"
          @click="plan.below = 'pairs'"
        >
          Pairs after
        </button>
        <button
          v-if="foresight"
          type="button"
          class="plain"
          :aria-pressed="below === 'foresight'"
          @click="plan.below = 'foresight'"
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
      <ul v-else-if="below === 'pairs'" class="points edges" data-test="pairs">
        <li v-for="p in plan.shown.pairs" :key="p.slot">
          <i
            v-for="side in p.slot.split('-')"
            :key="side"
            class="dot"
            :style="{ background: `var(--hue-${side})` }"
            aria-hidden="true"
          />
          {{ p.slot }}: <span :class="{ good: p.stand === 'solved' || p.stand === 'joined' }">{{ p.words }}</span>
        </li>
      </ul>
      <ForesightTable
        v-else-if="below === 'foresight' && foresight && plan.plans"
        :foresight
        :weights="plan.plans.weights"
      />
      <ol v-else class="points">
        <li
          v-for="(point, i) in plan.shown.points"
          :key="i"
          :class="{ 'look-here': i === 3 && plan.shown.flag !== 'none' }"
        >
          {{ point }}
        </li>
      </ol>
    </div>
    <p v-if="plan.shown && plan.shown.steps.length === 0" class="empty">The cross stands already: nothing to turn.</p>
  </section>
</template>

<style scoped>
.heading {
  display: flex;
  gap: 10px;
  align-items: flex-start;
  justify-content: space-between;
}

h2 {
  font-size: 19px;
  font-weight: 600;
  line-height: 1.3;
}

.heading h2 {
  flex: 1;
}

.on {
  min-height: 30px;
  padding: 0 10px;
}

.which {
  display: flex;
  gap: 4px;
}

.which .knob {
  min-height: 30px;
  padding: 0 10px;
}

.turns {
  flex: 1;
  min-height: 0;
  margin: 6px -6px 0;
  overflow: auto;
  list-style: none;
}

.row {
  display: flex;
  gap: 10px;
  align-items: baseline;
  width: 100%;
  min-height: 28px;
  padding: 4px 6px;
  border: 0;
  border-radius: 5px;
  background: none;
  text-align: left;
}

.row:hover {
  background: var(--enamel-low);
}

.row.here {
  background: var(--needle-wash);
}

.row b {
  flex: none;
  width: 30px;
  font-size: 17px;
}

.row.wrong b {
  color: var(--needle);
  text-decoration: underline wavy;
}

.words {
  flex: 1;
}

.instead {
  color: var(--verdigris);
}

.dots {
  display: inline-flex;
  gap: 3px;
}

.below {
  margin-top: 6px;
  padding-top: 5px;
  border-top: 1px solid var(--hairline);
}

.tabs {
  display: flex;
  gap: 16px;
  align-items: center;
}

.tabs .key {
  margin-left: auto;
}

.tabs [aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
}

.edges {
  list-style: none;
}

.points {
  padding: 3px 0 0 20px;
  color: var(--ink-soft);
  font-size: 14px;
}

.points.edges {
  padding-left: 0;
}

.points li.look-here {
  color: var(--needle);
}

.empty {
  padding: 12px 0;
}
</style>
