<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import { api, Problem, type CubeByCycles, type CycleChoice } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { useWord } from '@/shared/useAddress';

/** A whole cube brought home by cycles of three alone: the fewest of them, which may come next, and why there may be none. */
const preferences = usePreferences();
const scramble = useWord('scramble', "R U F2 D' L B2 R F' U2 L' D");
const typed = ref(scramble.value);
/** What has been made, step by step: the turns, and what they were. */
interface Step {
  turns: string;
  told: string;
}
const steps = ref<Step[]>([]);
const cube = shallowRef<CubeByCycles | null>(null);
const problem = shallowRef<Problem | null>(null);
/** Which of the choices is looked at. */
const looked = ref(0);
const isFilling = ref(false);
const newest = latest();

const made = computed(() => steps.value.map((s) => s.turns).join(' '));
const choice = computed<CycleChoice | null>(() => cube.value?.choices[looked.value] ?? null);
const written = computed(() => new Map((choice.value?.stickers ?? []).map((s, i) => [s, String(i + 1)] as const)));
const kind = computed(() => ((cube.value?.edges ?? 0) > 0 ? 'edges' : 'corners'));
const turnCount = computed(() => made.value.split(' ').filter(Boolean).length);

async function load(plan = false) {
  const isNewest = newest();
  try {
    const found = await api.cubeByCycles(
      { scramble: scramble.value, made: made.value, plan, ...preferences.forHands },
      null,
    );
    if (!isNewest()) return;
    [cube.value, problem.value, looked.value] = [found, null, 0];
    if (plan && found.plan.length > 0)
      steps.value = [...steps.value, ...found.plan.map((c) => ({ turns: c.turns, told: c.told }))];
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    if (isNewest()) problem.value = cause;
  }
}

function ask() {
  steps.value = [];
  if (scramble.value === typed.value.trim()) void load();
  scramble.value = typed.value.trim();
}

function take(c: CycleChoice) {
  steps.value = [...steps.value, { turns: c.turns, told: c.told }];
}
const mend = (turn: string) => (steps.value = [...steps.value, { turns: turn, told: 'a quarter turn' }]);
const back = () => (steps.value = steps.value.slice(0, -1));

async function fill() {
  isFilling.value = true;
  await load(true);
  isFilling.value = false;
}

function effects(c: CycleChoice) {
  const parts = [];
  if (c.home.length > 0) parts.push(`${c.home.join(', ')} home`);
  if (c.turned.length > 0) parts.push(`${c.turned.join(', ')} home but turned`);
  if (c.taken.length > 0) parts.push(`takes ${c.taken.join(', ')} out`);
  return parts.join('; ') || 'none home yet';
}

watch(
  () => [scramble.value, made.value, JSON.stringify(preferences.forHands)],
  (_, before) => {
    if (before && before[0] !== scramble.value) steps.value = [];
    typed.value = scramble.value;
    void load();
  },
  { immediate: true },
);
const move = (by: number) => {
  const to = looked.value + by;
  if (to >= 0 && to < (cube.value?.choices.length ?? 0)) looked.value = to;
};
useKeys('A cube by cycles of three', [
  { keys: ['ArrowDown'], shown: '↓', does: 'the next choice', run: () => move(1), repeats: true },
  { keys: ['ArrowUp'], shown: '↑', does: 'the choice before', run: () => move(-1), repeats: true },
  { keys: ['f'], shown: 'F', does: 'take it', run: () => choice.value && take(choice.value) },
  { keys: ['b'], shown: 'B', does: 'take the last one back', run: back },
]);
</script>

<template>
  <main class="cycles">
    <header>
      <h1>A cube by cycles of three</h1>
      <p class="soft">Edges, then corners; each step moves three pieces and nothing else.</p>
      <nav aria-label="Cycles of three">
        <RouterLink class="knob small" :to="{ name: 'cycles' }">Three pieces</RouterLink>
      </nav>
    </header>
    <section class="plate which" aria-label="The cube">
      <form class="asked" @submit.prevent="ask">
        <label for="cube-scramble">Scramble</label>
        <input
          id="cube-scramble"
          v-model="typed"
          class="field sequence"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :aria-invalid="problem !== null"
          aria-describedby="cube-problem"
        />
        <button type="submit" class="knob">Show</button>
      </form>
      <p v-if="problem" id="cube-problem" class="field-error" role="alert">{{ primes(problem.message) }}</p>
      <div class="cube">
        <CubeFlat :facelets="cube?.facelets ?? '.'.repeat(54)" :marked="preferences.marks" :written />
      </div>
      <ol v-if="steps.length > 0" class="steps" aria-label="Made so far" data-test="steps">
        <li v-for="(step, i) in steps" :key="i">
          <span class="soft">{{ step.told }}</span> <span class="sequence">{{ primes(step.turns) }}</span>
        </li>
      </ol>
      <div class="asked">
        <button type="button" class="knob" :disabled="steps.length === 0" @click="back">
          Take the last back <span class="key wide-only">B</span>
        </button>
        <span v-if="steps.length > 0" class="soft">{{ turnCount }} turns so far</span>
      </div>
    </section>
    <section class="plate ways" aria-label="Which next">
      <p v-if="cube" class="said" role="status" data-test="said">{{ cube.sentence }}</p>
      <p v-else-if="!problem" class="soft" role="status">Counting …</p>
      <p v-if="cube?.turnedSentence" class="soft">{{ cube.turnedSentence }}</p>
      <template v-if="cube && cube.mends.length > 0">
        <h2>A quarter turn</h2>
        <ol class="list mends">
          <li v-for="m in cube.mends" :key="m.turn">
            <button type="button" class="way" :data-mend="m.turn" @click="mend(m.turn)">
              <span class="sequence">{{ primes(m.turn) }}</span>
              <span class="soft">then {{ m.cycles }} cycles</span>
            </button>
          </li>
        </ol>
      </template>
      <template v-else-if="cube && cube.choices.length > 0">
        <div class="asked">
          <h2>
            Which {{ kind }} next<span v-if="cube.count > cube.choices.length" class="soft">
              · the first {{ cube.choices.length }} of {{ cube.count }}</span
            >
          </h2>
          <button type="button" class="knob" :disabled="isFilling" @click="fill">
            {{ isFilling ? 'Looking …' : 'Fill in the rest' }}
          </button>
        </div>
        <ol class="list">
          <li v-for="(c, i) in cube.choices" :key="c.cycle">
            <button
              type="button"
              class="way"
              :aria-current="i === looked ? 'true' : undefined"
              :data-choice="c.cycle"
              @mouseenter="looked = i"
              @focus="looked = i"
              @click="take(c)"
            >
              <b>{{ c.told }}</b>
              <span class="effects">{{ effects(c) }}</span>
              <span class="sequence">{{ primes(c.way) }}</span>
              <span class="soft">{{ c.htm }} HTM</span>
            </button>
          </li>
        </ol>
        <p class="soft">
          Each of these is one of the fewest: with another cycle it takes longer. Those first that bring most pieces
          home.
        </p>
      </template>
      <details v-if="cube && cube.away.length > 0" class="away">
        <summary>Who stands in whose place</summary>
        <ul>
          <li v-for="chain in cube.away" :key="chain">{{ chain }}</li>
        </ul>
      </details>
    </section>
  </main>
</template>

<style scoped>
.cycles {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 6fr) minmax(0, 7fr);
  gap: 10px;
  height: 100%;
  min-height: 0;
  padding: 12px 14px;
}

header {
  display: flex;
  flex-wrap: wrap;
  grid-column: 1 / -1;
  gap: 4px 14px;
  align-items: baseline;
}

h1 {
  font-size: 22px;
}

h2 {
  font-size: 17px;
}

.asked h2 {
  flex: 1;
}

.which,
.ways {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 12px 16px;
}

.ways {
  overflow: auto;
}

.cube {
  flex: 1;
  min-height: 200px;
}

.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

.asked .field {
  flex: 1;
  min-width: 120px;
}

.steps .soft {
  margin-right: 8px;
}

.steps {
  max-height: 30%;
  margin-left: 22px;
  overflow: auto;
}

.said {
  font-weight: 600;
}

.list {
  list-style: none;
}

.mends {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
}

.way {
  display: grid;
  grid-template-columns: minmax(130px, 2fr) minmax(0, 3fr);
  gap: 2px 14px;
  width: 100%;
  padding: 5px 8px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  text-align: left;
}

.mends .way {
  grid-template-columns: 40px 1fr;
}

.way[aria-current='true'] {
  border-color: var(--needle);
  background: var(--enamel-low);
}

.away li {
  margin-left: 18px;
}

@media (width <= 800px) {
  .cycles {
    height: auto;
    grid-template-rows: none;
    grid-template-columns: minmax(0, 1fr);
  }

  .steps {
    max-height: none;
  }
}
</style>
