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
const facts = computed(() => {
  if (plan.showing === 'own') return `${plan.judgement?.turns ?? 0} HTM`;
  const p = plan.current;
  if (!p) return '';
  const align = ['no alignment', 'a quarter turn to align', 'a half turn to align'][p.alignmentTurns] ?? '';
  return `${p.length} HTM · ${align}${p.backTurns ? ` · ${p.backTurns} at the back` : ''}`;
});
const finished = computed(() => plan.shown?.steps.at(-1)?.remaining === 0);

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
  <section class="plate panel" aria-label="Plan, turn by turn">
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
        {{ facts }}
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
            <i v-for="side in step.places" :key="side" :style="{ background: `var(--hue-${side})` }" />
          </span>
        </button>
      </li>
    </ol>
    <ol v-if="plan.shown && finished" class="points" aria-label="The five points of this plan">
      <li
        v-for="(point, i) in plan.shown.points"
        :key="i"
        :class="{ 'look-here': i === 3 && plan.shown.flag !== 'none' }"
      >
        {{ point }}
      </li>
    </ol>
    <p v-if="plan.shown && plan.shown.steps.length === 0" class="empty">The cross stands already: nothing to turn.</p>
  </section>
</template>

<style scoped>
.panel {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 10px 14px;
}

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

.dots i {
  display: inline-block;
  width: 11px;
  height: 11px;
  margin-left: 3px;
  border: 1px solid var(--ink);
  border-radius: 50%;
}

.points {
  margin-top: 6px;
  padding: 6px 0 0 20px;
  border-top: 1px solid var(--hairline);
  color: var(--ink-soft);
  font-size: 14px;
}

.points li.look-here {
  color: var(--needle);
}

.empty {
  padding: 12px 0;
}
</style>
