<script setup lang="ts">
import { computed, nextTick, onMounted, useTemplateRef, watch } from 'vue';
import { keepInView } from '@/shared/keepInView';
import { primes } from '@/shared/text';
import { usePlan } from './planStore';

const emit = defineEmits<{ go: [turn: number] }>();
const plan = usePlan();
const list = useTemplateRef('list');

const mistakes = computed(() =>
  plan.showing === 'own' ? new Map(plan.judgement?.mistakes.map((m) => [m.number, m]) ?? []) : new Map(),
);
const hands = computed(() => {
  const e = plan.shown;
  if (!e || e.steps.length === 0) return '';
  const grips = e.regrips === 0 ? 'no regrip' : e.regrips === 1 ? '1 regrip' : `${e.regrips} regrips`;
  return ` · hands ${e.time.toFixed(1)}, ${grips}`;
});
const facts = computed(() => {
  if (plan.showing === 'own') return `${plan.judgement?.turns ?? 0} HTM`;
  const p = plan.current;
  if (plan.pair)
    return `${plan.shown?.steps.length ?? 0} HTM with the ${plan.pair} pair · ${plan.pairs?.crossLength ?? 0} for the cross alone`;
  if (!p) return '';
  const align = ['no alignment', 'a quarter turn to align', 'a half turn to align'][p.alignmentTurns] ?? '';
  return `${p.length} HTM · ${align}${p.backTurns ? ` · ${p.backTurns} at the back` : ''}`;
});
const finished = computed(() => plan.shown?.steps.at(-1)?.remaining === 0 || plan.shown?.steps.length === 0);
/** A sequence that makes no cross has no five points: then the edges are shown. */
const below = computed(() => (plan.below === 'points' && !finished.value ? 'edges' : plan.below));
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
      </div>
      <p class="soft">
        {{ facts }}<span title="estimated time for two hands; 1 is a quarter turn of the wrist">{{ hands }}</span>
        <span v-if="plan.shown && plan.shown.flag !== 'none'" class="look-here">
          ⚑ the fourth ends flipped {{ plan.shown.flag === 'flippedAbove' ? 'above' : 'in' }} its place
        </span>
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
          The five points
        </button>
        <button type="button" class="plain" :aria-pressed="below === 'edges'" @click="plan.below = 'edges'">
          The edges now <span class="key wide-only">E</span>
        </button>
        <button
          v-if="plan.shown.pairs.length > 0"
          type="button"
          class="plain"
          :aria-pressed="below === 'pairs'"
          @click="plan.below = 'pairs'"
        >
          The pairs after
        </button>
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
  gap: 18px;
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
