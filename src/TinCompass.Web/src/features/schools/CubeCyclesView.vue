<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { api, Problem, type CycleChoice } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import SchoolCube from './SchoolCube.vue';
import SchoolDoors from './SchoolDoors.vue';
import './schools.css';
import { useSteps, type Step } from './useSteps';
import { useTold } from './useTold';

/** A whole cube brought home by cycles of three alone: the fewest of them, which may come next, and why there may be none. */
const preferences = usePreferences();
const { scramble, steps, made, ask, take: make, back } = useSteps("R U F2 D' L B2 R F' U2 L' D");
const asked = (plan: boolean) =>
  api.cubeByCycles({ scramble: scramble.value, made: made.value, plan, ...preferences.forHands }, null);
const {
  told: cube,
  problem,
  isCurrent,
} = useTold(
  () => [scramble.value, made.value, preferences.forHands],
  () => asked(false),
);
/** Which of the choices is looked at. */
const looked = ref(0);
const isFilling = ref(false);
watch(cube, () => (looked.value = 0));

const choice = computed<CycleChoice | null>(() => cube.value?.choices[looked.value] ?? null);
const written = computed(() => new Map((choice.value?.stickers ?? []).map((s, i) => [s, String(i + 1)] as const)));
const kind = computed(() => ((cube.value?.edges ?? 0) > 0 ? 'edges' : 'corners'));

/** Made only when what stands there is about the cube as it stands. */
function takeAll(...more: Step[]) {
  if (isCurrent.value) make(...more);
}
const take = (c: CycleChoice) => takeAll({ turns: c.turns, told: c.told });
const mend = (turn: string) => takeAll({ turns: turn, told: 'a quarter turn' });

async function fill() {
  isFilling.value = true;
  const from = made.value;
  try {
    const { plan } = await asked(true);
    if (made.value === from) takeAll(...plan.map((c) => ({ turns: c.turns, told: c.told })));
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    problem.value = cause;
  } finally {
    isFilling.value = false;
  }
}

function effects(c: CycleChoice) {
  const parts = [];
  if (c.home.length > 0) parts.push(`${c.home.join(', ')} home`);
  if (c.turned.length > 0) parts.push(`${c.turned.join(', ')} home but turned`);
  if (c.taken.length > 0) parts.push(`takes ${c.taken.join(', ')} out`);
  return parts.join('; ') || 'none home yet';
}

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
  <main class="school">
    <header>
      <h1>A cube by cycles of three</h1>
      <p class="soft">Edges, then corners; each step moves three pieces and nothing else.</p>
      <SchoolDoors />
    </header>
    <SchoolCube :scramble :facelets="cube?.facelets ?? ''" :problem :steps :written @ask="ask" @back="back" />
    <section class="plate next" aria-label="Which next">
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
        <div class="bar">
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
.list .way {
  grid-template-columns: minmax(120px, 3fr) minmax(0, 4fr);
}

.mends {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
}

.list.mends .way {
  grid-template-columns: 40px 1fr;
}

.away li {
  margin-left: 18px;
}
</style>
