<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { RouterLink, useRoute } from 'vue-router';
import { faceOf } from '@/desk/faces';
import { api, Problem, type CasePage } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { deleting, whenPutBack } from '@/shared/deleting';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { handTime, handTimeUnit } from '@/shared/handTime';
import { grips, primes } from '@/shared/text';
import { useWord } from '@/shared/useAddress';
import { dueWords } from '@/features/practice/words';
import CaseFinder from './CaseFinder.vue';

/** One case: how to reason about it, its sequences in each slot, the schools, one's own sequence and notes. */
const route = useRoute();
const preferences = usePreferences();
const page = shallowRef<CasePage | null>(null);
const problem = shallowRef<Problem | null>(null);
const fieldProblem = shallowRef<Problem | null>(null);
const view = useWord('view', '');
const sequence = ref('');
const note = ref('');
const said = ref('');

const shown = computed(() => page.value?.views.find((v) => v.view === view.value) ?? page.value?.views[0] ?? null);
const face = computed(() => faceOf(String(route.params['stage'])));
const picture = computed(() => face.value?.picture);
/** The sequences that stand side by side, in the address. */
const besideText = useWord('beside', '');
const mostBeside = 3;
const beside = computed(() => besideText.value.split('|').filter((t) => t));

/** Puts a sequence beside the others, or takes it away; of too many the oldest goes. */
function put(turns: string) {
  const others = beside.value.filter((t) => t !== turns);
  besideText.value = (others.length < beside.value.length ? others : [...others.slice(1 - mostBeside), turns]).join(
    '|',
  );
}

/** A found sequence becomes one's own, the first of them, once it is kept. */
function take(turns: string) {
  sequence.value = [turns, ...sequence.value.split('\n').filter((t) => t && t !== turns)].join('\n');
  document.getElementById('own-sequence')?.focus();
}

/** The own sequences, one a line. */
const kept = computed(() => (shown.value?.kept ?? '').split('\n').filter((t) => t));
/** The school of the solver, among those of the book. */
const school = computed(() => preferences.stageHabit(String(route.params['stage']), 'school', 'byRule'));

const newest = latest();
async function load() {
  if (route.name !== 'case') return;
  try {
    const isNewest = newest();
    const found = await api.caseOf(
      String(route.params['stage']),
      String(route.params['id']),
      preferences.solverId || null,
    );
    if (!isNewest()) return;
    page.value = found;
    problem.value = null;
    if (!isTyped()) fill();
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}

/** What the fields were filled with, and for which case and view. */
let filled = { of: '', sequence: '', note: '' };
const of = () => `${page.value?.stage} ${page.value?.id} ${shown.value?.view}`;

/** Something was typed since: it stays when the same case comes once more, for a solver who was added meanwhile for one. */
function isTyped() {
  return filled.of === of() && (filled.sequence !== sequence.value || filled.note !== note.value);
}

function fill() {
  sequence.value = shown.value?.kept ?? '';
  note.value = shown.value?.note ?? '';
  filled = { of: of(), sequence: sequence.value, note: note.value };
  fieldProblem.value = null;
}

function choose(id: string | undefined) {
  if (id !== undefined) view.value = id;
}

async function keep() {
  if (!shown.value || !page.value) return;
  said.value = '';
  fieldProblem.value = null;
  const [typed, noted] = [sequence.value, note.value];
  try {
    page.value = await api.keepSequence(page.value.stage, page.value.id, {
      solverId: preferences.solverId,
      view: shown.value.view,
      sequence: typed,
      note: noted,
    });
    filled = { of: of(), sequence: typed, note: noted };
    said.value = !typed.trim()
      ? 'Kept.'
      : kept.value.length > 1
        ? 'They all solve the case and keep the rest: kept.'
        : 'It solves the case and keeps the rest: kept.';
  } catch (cause) {
    if (cause instanceof Problem) fieldProblem.value = cause;
    else throw cause;
  }
}

/** Deletes the own sequence of this view, with its note. */
async function remove() {
  const [now, one] = [page.value, shown.value];
  if (!now || !one) return;
  said.value = '';
  await deleting(
    'Your sequence',
    () => api.deleteSequence(now.stage, now.id, preferences.solverId, one.view),
    async () => {
      await load();
      fill();
    },
  );
}

watch(() => [route.params['stage'], route.params['id'], preferences.solverId], load, { immediate: true });
whenPutBack(load);
watch(
  () => shown.value?.view,
  () => {
    said.value = '';
    fill();
  },
);
useKeys(
  'Case',
  [0, 1, 2, 3].map((i) => ({
    keys: [String(i + 1)],
    shown: String(i + 1),
    does: `view ${i + 1}`,
    run: () => choose(page.value?.views[i]?.view),
  })),
);
</script>

<template>
  <main class="case">
    <p v-if="problem" class="plate failure" role="alert">
      {{ problem.message }} <RouterLink :to="{ name: 'casebook' }">All cases</RouterLink>
    </p>
    <template v-if="page && shown">
      <header>
        <h1>{{ page.title }}</h1>
        <p class="soft">{{ page.familyTitle }}. {{ dueWords(page.state, page.due ?? null) }}</p>
        <RouterLink class="knob" :to="{ name: 'casebook', params: { stage: page.stage }, query: view ? { view } : {} }"
          >All cases <span class="key wide-only">J</span></RouterLink
        >
        <RouterLink
          v-if="page.mirrorId && page.mirrorId !== page.id"
          class="knob"
          :to="{ name: 'case', params: { stage: page.stage, id: page.mirrorId }, query: view ? { view } : {} }"
          >Its mirror</RouterLink
        >
      </header>
      <p v-if="page.rule" class="plate rule" data-test="rule">{{ page.rule }}</p>
      <div v-if="page.views.length > 1" class="slots" role="group" aria-label="View">
        <button
          v-for="(v, i) in page.views"
          :key="v.view"
          type="button"
          class="knob"
          :aria-pressed="shown.view === v.view"
          @click="choose(v.view)"
        >
          {{ v.title }} <span class="key wide-only">{{ i + 1 }}</span>
        </button>
      </div>
      <div class="desk">
        <section class="plate column picture" aria-label="The case">
          <component
            :is="picture"
            v-if="picture"
            :facelets="shown.facelets"
            :marked="preferences.marks"
            :view="shown.view"
          />
          <p class="soft">{{ shown.title }}</p>
        </section>
        <section class="plate column" aria-label="Sequences">
          <h2>Sequences, everything else solved</h2>
          <ol class="solutions">
            <li v-for="s in shown.solutions" :key="s.turns">
              <p>
                <b class="sequence">{{ primes(s.asTurned) }}</b>
                <span class="soft"
                  ><b v-if="s.isCommon" class="good">common </b>{{ s.length }} HTM<template v-if="s.time !== null">
                    · {{ handTime(s.time) }}</template
                  ><template v-if="s.regrips > 0">, {{ grips(s.regrips) }}</template> · {{ s.wayTitle }}</span
                >
                <button
                  v-if="face?.caseBeside"
                  type="button"
                  class="plain beside"
                  :aria-pressed="beside.includes(s.asTurned)"
                  :aria-label="`Put ${s.asTurned} side by side`"
                  @click="put(s.asTurned)"
                >
                  beside
                </button>
              </p>
              <ul v-if="s === shown.solutions[0]">
                <li v-for="(g, i) in s.notes" :key="i">
                  <span class="sequence">{{ primes(g.turns) }}</span> {{ g.words }}
                </li>
              </ul>
            </li>
          </ol>
          <p class="soft">
            <template v-if="shown.count === 0">The shortest has {{ shown.length }} HTM.</template>
            <template v-else
              >{{ shown.count === 1 ? 'One sequence is' : `${shown.count} sequences are` }} shortest,
              {{ shown.length }} HTM.</template
            >
          </p>
          <CaseFinder
            v-if="page.foundBy.length > 0"
            :id="page.id"
            :stage="page.stage"
            :sets="page.foundBy"
            :beside="face?.caseBeside ? beside : null"
            @put="put"
            @take="take"
          />
        </section>
        <section class="plate column" aria-label="Schools and your own">
          <section v-for="idea in shown.ideas" :key="idea.school" class="idea" data-test="idea">
            <h2>By idea: {{ idea.title }}</h2>
            <p v-if="idea.solution">
              <b class="sequence">{{ primes(idea.solution.asTurned) }}</b>
              <span class="soft">{{ idea.solution.length }} HTM</span>
            </p>
            <ul>
              <li v-for="(g, i) in idea.solution?.notes" :key="i">
                <span class="sequence">{{ primes(g.turns) }}</span> {{ g.words }}
              </li>
            </ul>
          </section>
          <h2>{{ page.schoolsTitle }}</h2>
          <p v-if="shown.schools.length === 0" class="soft">One school teaches it as all do.</p>
          <ul class="schools" :title="handTimeUnit">
            <li v-for="s in shown.schools" :key="s.school" :class="{ mine: s.school === school }">
              <span>{{ s.title }}</span>
              <b v-if="s.solution" class="sequence">{{ primes(s.solution.asTurned) }}</b>
              <span v-if="s.solution" class="soft"
                >{{ s.solution.length
                }}<template v-if="s.solution.time !== null"> · {{ handTime(s.solution.time) }}</template></span
              >
              <span v-else class="soft none">{{ s.none }}</span>
            </li>
          </ul>
          <form class="own" @submit.prevent="keep">
            <h2>Yours</h2>
            <template v-if="preferences.solverId">
              <label for="own-sequence">Your usual sequence; others below it, one a line (Shift and Enter)</label>
              <textarea
                id="own-sequence"
                v-model="sequence"
                class="field sequence"
                rows="2"
                autocomplete="off"
                autocapitalize="off"
                spellcheck="false"
                :aria-invalid="fieldProblem?.field === 'sequence'"
                aria-describedby="own-sequence-said"
                @keydown.enter.exact.prevent="keep"
              />
              <label for="own-note">Your name for it, or a note</label>
              <textarea id="own-note" v-model="note" class="field" rows="2" maxlength="1000" />
              <div id="own-sequence-said">
                <p v-if="fieldProblem" class="field-error" role="alert">{{ primes(fieldProblem.message) }}</p>
                <p v-else class="good" role="status">{{ said }}</p>
              </div>
              <p v-if="face?.caseBeside && kept.length > 0" class="yours">
                <button
                  v-for="own in kept"
                  :key="own"
                  type="button"
                  class="plain"
                  :aria-pressed="beside.includes(own)"
                  :aria-label="`Put ${own} side by side`"
                  @click="put(own)"
                >
                  <span class="sequence">{{ primes(own) }}</span> beside
                </button>
              </p>
              <div class="keeping">
                <button type="submit" class="knob main">Try and keep</button>
                <button v-if="shown?.kept || shown?.note" type="button" class="knob" @click="remove">Delete it</button>
              </div>
            </template>
            <p v-else class="soft">Choose or add a solver in the bar: then your own sequence and notes are kept.</p>
          </form>
        </section>
      </div>
      <component
        :is="face.caseBeside"
        v-if="face?.caseBeside && beside.length > 0"
        :id="page.id"
        :stage="page.stage"
        :view="shown.view"
        :sequences="beside"
        @remove="put"
      />
    </template>
    <p v-else-if="!problem" class="plate failure soft">Working the case out …</p>
  </main>
</template>

<style scoped>
.yours {
  display: grid;
  justify-items: start;
}

.plain.beside {
  margin-left: 8px;
}

.keeping {
  display: flex;
  gap: 8px;
}

.case {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 12px 14px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

h1 {
  font-size: 20px;
}

header p {
  margin-right: auto;
}

.rule,
.failure {
  padding: 10px 14px;
  font-size: 17px;
}

.slots {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.desk {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}

.picture {
  align-items: center;
}

.picture svg {
  height: 220px;
}

.solutions,
.schools,
ul {
  padding: 0;
  list-style: none;
}

.solutions {
  display: grid;
  gap: 8px;
  padding: 6px 0;
}

.solutions b,
.idea b {
  margin-right: 8px;
  font-size: 17px;
}

.solutions ul,
.idea ul {
  padding: 2px 0 2px 10px;
  border-left: 2px solid var(--hairline);
}

.idea {
  padding-bottom: 10px;
}

.schools li {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: baseline;
  padding: 5px 6px;
  border-radius: 5px;
}

.schools li.mine {
  background: var(--verdigris-wash);
}

.own {
  display: grid;
  gap: 6px;
  margin-top: 8px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
}

.own .knob {
  justify-self: start;
}

textarea.field {
  font-family: var(--sans);
}

@media (max-width: 1000px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .knob,
  .slots {
    display: none;
  }
}
</style>
