<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, useTemplateRef } from 'vue';
import { useRouter } from 'vue-router';
import { useDesk } from '@/desk/deskStore';
import { api, Problem, type Import, type ImportProgress } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import TakenBack from './TakenBack.vue';

/** Everything out and in again, in open forms. What a file would add is said before it is added. */
const preferences = usePreferences();
const router = useRouter();
const desk = useDesk();
const picker = useTemplateRef('picker');

const file = shallowRef<File | null>(null);
const trial = shallowRef<Import | null>(null);
const done = shallowRef<Import | null>(null);
const problem = shallowRef<Problem | null>(null);
const working = ref(false);

/** How far a long import is, and the way to stop it. */
const progress = shallowRef<ImportProgress | null>(null);
const back = useTemplateRef('back');
let stop: AbortController | null = null;
let asking = 0;
onBeforeUnmount(() => clearInterval(asking));
const share = computed(() =>
  progress.value && progress.value.of > 0 ? Math.round((100 * progress.value.read) / progress.value.of) : 0,
);
const askEvery = 400;

const total = computed(() =>
  trial.value
    ? trial.value.plans +
      trial.value.answers +
      trial.value.sequences +
      trial.value.courses +
      trial.value.solves +
      trial.value.handTimes
    : 0,
);
/** What else it would add, when there is any. */
const more = computed(() => {
  const t = trial.value;
  if (!t) return '';
  return (
    (t.sequences ? `, ${count(t.sequences, 'own sequence', 'own sequences')}` : '') +
    (t.courses ? `, ${count(t.courses, 'course', 'courses')}` : '') +
    (t.solves ? `, ${count(t.solves, 'timed solve', 'timed solves')}` : '') +
    (t.handTimes ? `, ${count(t.handTimes, 'time of your hands', 'times of your hands')}` : '')
  );
});
const base = computed(() => `/api/solvers/${preferences.solverId}`);
const links = computed(() => [
  { href: `${base.value}/export`, name: 'tin-compass.json', title: 'Everything, JSON' },
  { href: `${base.value}/answers.csv`, name: 'tin-compass-answers.csv', title: 'Answers of drills, CSV' },
  { href: `${base.value}/plans.csv`, name: 'tin-compass-plans.csv', title: 'Plans of the log, CSV' },
  { href: `${base.value}/solves.csv`, name: 'tin-compass-solves.csv', title: 'Timed solves, CSV' },
  { href: `${base.value}/scrambles.txt`, name: 'tin-compass-scrambles.txt', title: 'Scrambles, one a line' },
]);

const list = ref('');
const listErrors = shallowRef<{ line: number; why: string }[]>([]);

/** A list is taken whole or not at all; the text stays until it is. */
async function useList() {
  problem.value = null;
  try {
    const read = await api.readScrambles(list.value);
    listErrors.value = read.errors;
    if (read.errors.length > 0 || read.scrambles.length === 0) return;
    preferences.listed = read.scrambles;
    list.value = '';
    await desk.drawScramble();
    await router.push({ name: 'desk' });
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}

function count(n: number, one: string, many: string): string {
  return `${n} ${n === 1 ? one : many}`;
}

async function choose(event: Event) {
  const chosen = (event.target as HTMLInputElement).files?.[0] ?? null;
  [trial.value, done.value, problem.value, file.value] = [null, null, null, chosen];
  if (!chosen) return;
  await send(true);
}

async function send(dryRun: boolean) {
  if (!file.value) return;
  working.value = true;
  problem.value = null;
  stop = new AbortController();
  const solver = preferences.solverId;
  asking = window.setInterval(() => {
    void api.importProgress(solver).then(
      (p) => (progress.value = working.value && p.isRunning ? p : null),
      () => {},
    );
  }, askEvery);
  try {
    const result = await api.importFile(solver, file.value, dryRun, stop.signal);
    if (dryRun) trial.value = result;
    else {
      done.value = result;
      trial.value = null;
      file.value = null;
      if (picker.value) picker.value.value = '';
      void back.value?.load();
    }
  } catch (cause) {
    trial.value = null;
    if (cause instanceof Problem) problem.value = cause;
    else if (cause instanceof DOMException && cause.name === 'AbortError')
      problem.value = new Problem({ detail: 'Stopped: nothing was added.' });
    else throw cause;
  } finally {
    clearInterval(asking);
    working.value = false;
    progress.value = null;
    stop = null;
  }
}
</script>

<template>
  <main class="data">
    <h1>Out and in</h1>
    <p v-if="!preferences.solverId" class="plate soft">Say who you are in the bar first.</p>
    <template v-else>
      <section class="plate" aria-labelledby="data-out">
        <h2 id="data-out">Out</h2>
        <p class="soft">Your own data, in forms that other programs can read.</p>
        <div class="links">
          <a v-for="link in links" :key="link.href" class="knob" :href="link.href" :download="link.name">{{
            link.title
          }}</a>
        </div>
      </section>
      <section class="plate" aria-labelledby="data-in">
        <h2 id="data-in">In</h2>
        <label for="data-file">An export of Tin Compass, JSON or CSV, for the solver chosen in the bar</label>
        <input id="data-file" ref="picker" type="file" accept=".json,.csv" @change="choose" />
        <div v-if="working" class="links" role="status" data-test="importing">
          <progress :value="share" max="100" :aria-label="`${share} %`" />
          <span>{{ progress ? `${share} %, ${progress.entries} entries read` : 'sending the file …' }}</span>
          <button type="button" class="knob" @click="stop?.abort()">Stop</button>
        </div>
        <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
        <div v-if="trial" class="trial" data-test="trial">
          <p>
            It would add {{ count(trial.plans, 'plan', 'plans') }} and {{ count(trial.answers, 'answer', 'answers')
            }}{{ more }}{{ trial.habits ? ', and take the habits' : '' }}; {{ trial.known }}
            {{ trial.known === 1 ? 'is' : 'are' }} there already<template v-if="trial.refusedCount > 0"
              >, <span class="look-here">{{ trial.refusedCount }} cannot be taken</span></template
            >.
          </p>
          <ul v-if="trial.refused.length > 0">
            <li v-for="refused in trial.refused" :key="refused.where">{{ refused.where }}: {{ refused.why }}</li>
          </ul>
          <button
            type="button"
            class="knob main"
            :disabled="working || (total === 0 && !trial.habits)"
            @click="send(false)"
          >
            {{ total > 0 ? `Add ${total}` : 'Take the habits' }}
          </button>
        </div>
        <p v-if="done" class="good" role="status" data-test="imported">
          Added {{ count(done.plans, 'plan', 'plans') }} and {{ count(done.answers, 'answer', 'answers')
          }}{{ done.solves ? ` and ${count(done.solves, 'timed solve', 'timed solves')}` : ''
          }}{{ done.handTimes ? ` and ${count(done.handTimes, 'time of your hands', 'times of your hands')}` : '' }}.
        </p>
        <ul v-if="(done ?? trial)?.told.length">
          <li v-for="told in (done ?? trial)!.told" :key="told.where + told.why">{{ told.where }}: {{ told.why }}</li>
        </ul>
      </section>
      <TakenBack ref="back" />
      <section class="plate" aria-labelledby="data-list">
        <h2 id="data-list">A list of scrambles</h2>
        <label for="data-scrambles">One a line. Plan takes them one after the other before it draws new ones.</label>
        <textarea id="data-scrambles" v-model="list" class="field" rows="5" spellcheck="false" />
        <ul v-if="listErrors.length > 0" class="field-error" role="alert">
          <li v-for="error in listErrors" :key="error.line">Line {{ error.line }}: {{ error.why }}</li>
        </ul>
        <div class="links">
          <button type="button" class="knob main" :disabled="!list.trim()" @click="useList">Use this list</button>
          <button
            type="button"
            class="knob"
            :disabled="preferences.listed.length === 0"
            @click="preferences.listed = []"
          >
            Forget the {{ preferences.listed.length }} that are left
          </button>
        </div>
      </section>
    </template>
  </main>
</template>

<style scoped>
.data {
  display: grid;
  gap: 10px;
  align-content: start;
  max-width: 900px;
  padding: 12px 14px;
}

h1 {
  font-size: 20px;
}

.plate {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 14px 16px;
}

.links {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.links a {
  color: inherit;
  text-decoration: none;
}

.trial {
  display: grid;
  gap: 8px;
  justify-items: start;
}

.trial ul {
  max-height: 220px;
  padding-left: 18px;
  overflow: auto;
}
</style>
