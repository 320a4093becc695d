<script setup lang="ts">
import { computed } from 'vue';
import { api } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { colorNames } from '@/cube/palette';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { useWord } from '@/shared/useAddress';
import SchoolCube from './SchoolCube.vue';
import SchoolDoors from './SchoolDoors.vue';
import './schools.css';
import { useSteps, type Step } from './useSteps';
import { useTold } from './useTold';

/** A cube solved edges first, step by step: the school's series, what each brings where, and the fewest turns beside them. */
const { scramble, steps, made, ask, take: make, back } = useSteps("R U F2 D' L B2 R F' U2 L' D");
const preferences = usePreferences();
const color = useWord('color', () => preferences.colorOf('white'));
const school = useWord('school', 'both');
const { told, problem, isCurrent } = useTold(
  () => [scramble.value, made.value, color.value, school.value],
  () =>
    api.edgesFirst(
      { scramble: scramble.value, made: made.value, color: color.value, oneSeries: school.value === 'one' },
      null,
    ),
);
/** Made only when what stands there is about the cube as it stands. */
function take(...more: Step[]) {
  if (isCurrent.value) make(...more);
}
const colors = computed(() => colorNames.map(preferences.colorOf));
const line = [
  { step: 'cross', title: 'Cross' },
  { step: 'middle', title: 'Three middle edges' },
  { step: 'lastFive', title: 'Last five edges' },
  { step: 'corners', title: 'Corners' },
] as const;
const endings = {
  solved: 'a: solved',
  oneSeries: 'b: one series',
  allTurned: 'c: all turned over',
  twoTurned: 'd: two turned over',
  swapped: 'e: two swapped',
} as const;

const stepTitle = computed(() => line.find((l) => l.step === told.value?.step)?.title ?? 'Solved');
const whole = computed(() => [scramble.value, made.value].filter(Boolean).join(' '));

const next = computed(() => told.value?.way[0] ?? null);
/** What comes next by the school: with the hold it needs. */
function takeNext() {
  const at = told.value;
  if (!at) return;
  if (next.value)
    take(
      { turns: at.hold, told: 'held so' },
      { turns: next.value.turns, told: next.value.isSeries ? 'a series' : 'the top' },
    );
  else if (at.shortest) takeShortest();
}
function takeSchool() {
  const at = told.value;
  if (at)
    take(
      { turns: at.hold, told: 'held so' },
      ...at.way.map((w) => ({ turns: w.turns, told: w.isSeries ? 'a series' : 'the top' })),
    );
}
function takeShortest() {
  if (told.value?.shortest)
    take({ turns: told.value.shortest, told: `${stepTitle.value.toLowerCase()}, the fewest turns` });
}

useKeys('Edges first', [
  { keys: ['f'], shown: 'F', does: 'make what comes next', run: takeNext },
  { keys: ['b'], shown: 'B', does: 'take the last one back', run: back },
]);
</script>

<template>
  <main class="school">
    <header>
      <h1>Edges first</h1>
      <p class="soft">All edges by one idea of four turns, then the corners.</p>
      <SchoolDoors :course="{ method: 'edges', scramble, color }" />
    </header>
    <SchoolCube :scramble :facelets="told?.facelets ?? ''" :problem :steps @ask="ask" @back="back" />
    <section class="plate next" aria-label="What comes next">
      <div class="bar">
        <label
          >base
          <select v-model="color" class="field" data-test="base">
            <option v-for="c in colors" :key="c" :value="c">{{ c }}</option>
          </select></label
        >
        <label
          >last five by
          <select v-model="school" class="field" data-test="school">
            <option value="both">six series</option>
            <option value="one">one series alone</option>
          </select></label
        >
      </div>
      <ol class="rail" aria-label="Steps">
        <li v-for="l in line" :key="l.step" :aria-current="l.step === told?.step ? 'step' : undefined">
          {{ l.title }}
        </li>
      </ol>
      <template v-if="told">
        <p v-if="told.ending" class="said" data-test="ending">{{ endings[told.ending] }}. {{ told.says }}</p>
        <template v-if="told.way.length > 0">
          <div class="bar">
            <h2 data-test="school-way">{{ told.series }} series, {{ told.turns }} turns</h2>
            <button type="button" class="knob" @click="takeNext">
              Make the first <span class="key wide-only">F</span>
            </button>
            <button type="button" class="knob" @click="takeSchool">Make all</button>
          </div>
          <p v-if="told.hold" class="soft">
            Held with <span class="sequence">{{ primes(told.hold) }}</span>: the base down, the working place
            front-right.
          </p>
          <p v-else class="soft">Held as it is: the base down, the working place front-right.</p>
          <ol class="list" data-test="way">
            <li v-for="(w, i) in told.way" :key="i" class="way">
              <b class="sequence">{{ primes(w.turns) }}</b>
              <span
                >{{ w.isSeries ? primes(w.says) : 'the top' }}
                <span v-if="w.leaves" class="soft">Leaves {{ endings[w.leaves] }}.</span></span
              >
            </li>
          </ol>
        </template>
        <template v-if="told.step === 'corners'">
          <p class="said" data-test="corners">
            All edges are home. The corners take {{ told.cycles }} {{ told.cycles === 1 ? 'cycle' : 'cycles' }} of
            three.
          </p>
          <RouterLink class="knob" :to="{ name: 'cube-by-cycles', query: { scramble: whole } }"
            >Which corners first</RouterLink
          >
        </template>
        <p v-else-if="told.step === 'solved'" class="said">Everything is solved.</p>
        <div v-else class="bar">
          <p data-test="least">
            <template v-if="told.way.length > 0">By any turns the fewest for this step are </template
            ><template v-else>The fewest turns for the cross are </template><b>{{ told.least }}</b> HTM:
            <span class="sequence">{{ primes(told.shortest) }}</span>
          </p>
          <button type="button" class="knob" @click="takeShortest">Make these</button>
        </div>
      </template>
      <p v-else-if="!problem" class="soft" role="status">Looking …</p>
    </section>
  </main>
</template>

<style scoped>
.rail {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  list-style: none;
}

.rail li {
  padding: 3px 10px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  color: var(--ink-soft);
}

.rail [aria-current='step'] {
  border-color: var(--needle);
  color: var(--ink);
  font-weight: 600;
}

label {
  display: flex;
  gap: 6px;
  align-items: center;
}

.field {
  width: auto;
  min-width: 0;
}
</style>
