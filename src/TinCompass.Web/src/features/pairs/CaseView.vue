<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { RouterLink, useRoute } from 'vue-router';
import { api, Problem, type CasePage } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { dueWords } from '@/features/practice/words';
import PairPicture from './PairPicture.vue';

/** One case: how to reason about it, its sequences in each slot, the schools, one's own sequence and notes. */
const route = useRoute();
const preferences = usePreferences();
const page = shallowRef<CasePage | null>(null);
const problem = shallowRef<Problem | null>(null);
const fieldProblem = shallowRef<Problem | null>(null);
const chosen = ref(0);
const sequence = ref('');
const note = ref('');
const said = ref('');

const slot = computed(() => page.value?.slots[chosen.value] ?? null);
const order = [0, 3, 1, 2];

async function load() {
  try {
    page.value = await api.pairCase(String(route.params['id']), preferences.solverId || null);
    problem.value = null;
    fill();
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}

function fill() {
  sequence.value = slot.value?.kept ?? '';
  note.value = slot.value?.note ?? '';
  fieldProblem.value = null;
}

function choose(i: number) {
  chosen.value = i;
  said.value = '';
  fill();
}

async function keep() {
  if (!slot.value || !page.value) return;
  said.value = '';
  fieldProblem.value = null;
  try {
    page.value = await api.keepSequence(page.value.id, {
      solverId: preferences.solverId,
      slot: slot.value.place,
      sequence: sequence.value,
      note: note.value,
    });
    said.value = sequence.value.trim() ? 'It solves the case and keeps the rest: kept.' : 'Kept.';
  } catch (cause) {
    if (cause instanceof Problem) fieldProblem.value = cause;
    else throw cause;
  }
}

watch(() => [route.params['id'], preferences.solverId], load, { immediate: true });
useKeys(
  'Case',
  order.map((index, i) => ({
    keys: [String(i + 1)],
    shown: String(i + 1),
    does: ['the slot front-right', 'front-left', 'back-right', 'back-left'][i]!,
    run: () => choose(index),
  })),
);
</script>

<template>
  <main class="case">
    <p v-if="problem" class="plate failure" role="alert">
      {{ problem.message }} <RouterLink :to="{ name: 'cases' }">All cases</RouterLink>
    </p>
    <template v-if="page && slot">
      <header>
        <h1>{{ page.name }}</h1>
        <p class="soft">{{ page.groupName }}; {{ page.joint }}. {{ dueWords(page.state, page.due ?? null) }}</p>
        <RouterLink class="knob" :to="{ name: 'cases' }">All cases <span class="key wide-only">J</span></RouterLink>
        <RouterLink v-if="page.mirrorId !== page.id" class="knob" :to="{ name: 'case', params: { id: page.mirrorId } }"
          >Its mirror</RouterLink
        >
      </header>
      <p class="plate rule" data-test="rule">{{ page.rule }}</p>
      <div class="slots" role="group" aria-label="Slot">
        <button
          v-for="(index, i) in order"
          :key="index"
          type="button"
          class="knob"
          :aria-pressed="chosen === index"
          @click="choose(index)"
        >
          {{ page.slots[index]!.words }} <span class="key wide-only">{{ i + 1 }}</span>
        </button>
      </div>
      <div class="desk">
        <section class="plate column picture" aria-label="The case">
          <PairPicture :facelets="slot.facelets" :marked="preferences.marks" :place="slot.place" />
          <p class="soft">{{ slot.slot }}, {{ slot.words }}</p>
        </section>
        <section class="plate column" aria-label="Sequences">
          <h2>Sequences, everything else solved</h2>
          <ol class="solutions">
            <li v-for="s in slot.solutions" :key="s.turns">
              <p>
                <b class="sequence">{{ primes(s.asTurned) }}</b>
                <span class="soft"
                  >{{ s.length }} HTM<template v-if="s.time !== null"> · {{ s.time.toFixed(1) }}</template> ·
                  {{ s.wayWords }}</span
                >
              </p>
              <ul v-if="s === slot.solutions[0]">
                <li v-for="(g, i) in s.groups" :key="i">
                  <span class="sequence">{{ primes(g.turns) }}</span> {{ g.words }}
                </li>
              </ul>
            </li>
          </ol>
          <p class="soft">
            {{ slot.count === 1 ? 'One sequence is' : `${slot.count} sequences are` }} shortest, {{ slot.length }} HTM.
          </p>
        </section>
        <section class="plate column" aria-label="Schools and your own">
          <h2>As schools teach it</h2>
          <ul class="schools">
            <li
              v-for="school in slot.schools"
              :key="school.school"
              :class="{ mine: school.school === preferences.habits.school }"
            >
              <span>{{ school.name }}</span>
              <b v-if="school.solution" class="sequence">{{ primes(school.solution.asTurned) }}</b>
              <span v-if="school.solution" class="soft"
                >{{ school.solution.length
                }}<template v-if="school.solution.time !== null">
                  · {{ school.solution.time.toFixed(1) }}</template
                ></span
              >
              <span v-else class="soft">no way</span>
            </li>
          </ul>
          <form class="own" @submit.prevent="keep">
            <h2>Yours</h2>
            <template v-if="preferences.solverId">
              <label for="own-sequence">Sequence</label>
              <input
                id="own-sequence"
                v-model="sequence"
                class="field"
                type="text"
                autocomplete="off"
                autocapitalize="off"
                spellcheck="false"
                :aria-invalid="fieldProblem?.field === 'sequence'"
                aria-describedby="own-sequence-said"
              />
              <label for="own-note">Note</label>
              <textarea id="own-note" v-model="note" class="field" rows="2" maxlength="1000" />
              <div id="own-sequence-said">
                <p v-if="fieldProblem" class="field-error" role="alert">{{ primes(fieldProblem.message) }}</p>
                <p v-else class="good" role="status">{{ said }}</p>
              </div>
              <button type="submit" class="knob main">Try and keep</button>
            </template>
            <p v-else class="soft">Choose or add a solver in the bar: then your own sequence and notes are kept.</p>
          </form>
        </section>
      </div>
    </template>
    <p v-else-if="!problem" class="plate failure soft">Working the case out …</p>
  </main>
</template>

<style scoped>
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

.solutions b {
  margin-right: 8px;
  font-size: 17px;
}

.solutions ul {
  padding: 2px 0 2px 10px;
  border-left: 2px solid var(--hairline);
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
