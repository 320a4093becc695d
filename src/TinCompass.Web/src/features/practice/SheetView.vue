<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import { api, Problem, type Drill, type Sheet } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { useNumber, useWord } from '@/shared/useAddress';

/** Tasks on paper: as a session would ask them, with the answers or without. */
const preferences = usePreferences();
const drills = shallowRef<Drill[]>([]);
const sheet = shallowRef<Sheet | null>(null);
const problem = shallowRef<Problem | null>(null);
const drill = useWord('drill', '');
const seed = useNumber('sheet', 1);
const answers = ref(false);

async function load() {
  if (!preferences.solverId) return;
  try {
    if (drills.value.length === 0) drills.value = await api.drills();
    if (!drill.value) drill.value = drills.value[0]!.id;
    sheet.value = await api.sheet(preferences.solverId, drill.value, 12, seed.value);
    problem.value = null;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}

function print() {
  window.print();
}

watch([() => preferences.solverId, drill, seed], load, { immediate: true });
useKeys('Sheet', [
  { keys: ['c'], shown: 'C', does: 'with or without the answers', run: () => (answers.value = !answers.value) },
  { keys: ['n'], shown: 'N', does: 'another sheet', run: () => seed.value++ },
]);
</script>

<template>
  <main class="sheet">
    <header>
      <h1>{{ sheet?.title ?? 'A sheet' }}, sheet {{ seed }}</h1>
      <label>
        Drill
        <select v-model="drill" class="field">
          <option v-for="d in drills" :key="d.id" :value="d.id">{{ d.title }}</option>
        </select>
      </label>
      <button type="button" class="knob" @click="seed++">Another <span class="key wide-only">N</span></button>
      <button type="button" class="knob" :aria-pressed="answers" @click="answers = !answers">
        {{ answers ? 'Without answers' : 'With answers' }} <span class="key wide-only">C</span>
      </button>
      <button type="button" class="knob main" @click="print">Print</button>
    </header>
    <p v-if="problem" class="plate note" role="alert">{{ problem.message }}</p>
    <p v-else-if="!preferences.solverId" class="plate note soft">Say who you are in the bar first.</p>
    <ol v-else class="tasks">
      <li
        v-for="t in sheet?.tasks ?? []"
        :key="t.task.number"
        class="plate task"
        :class="{ more: t.task.facelets.length > 54 }"
      >
        <div class="net"><CubeFlat :facelets="t.task.facelets" :marked="preferences.marks" /></div>
        <div>
          <b>{{ t.task.number }}. {{ t.task.question }}</b>
          <p v-if="t.task.shown" class="sequence">{{ primes(t.task.shown) }}</p>
          <p v-if="t.task.options.length > 0" class="soft">
            {{ t.task.options.map((o) => primes(o.text)).join(' · ') }}
          </p>
          <p v-if="t.task.kind === 'turns'" class="soft small">
            {{ primes(t.scramble) }}<template v-if="t.task.rotation">, {{ primes(t.task.rotation) }}</template>
          </p>
          <p v-if="answers" class="good" data-test="sheet-answer">{{ primes(t.best) }}</p>
          <p v-else class="blank" aria-hidden="true">&nbsp;</p>
        </div>
      </li>
    </ol>
  </main>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 12px 14px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}

h1 {
  margin-right: auto;
  font-size: 20px;
}

.field {
  width: auto;
  min-height: 38px;
  font-family: var(--sans);
  font-size: 15px;
}

.note {
  padding: 12px 14px;
}

.tasks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(340px, 100%), 1fr));
  gap: 8px;
  list-style: none;
}

.task {
  display: grid;
  grid-template-columns: 128px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  padding: 8px 10px;
  font-size: 14px;
}

.net {
  height: 96px;
}

/* Bigger cubes have more to see. */
.task.more {
  grid-template-columns: 196px minmax(0, 1fr);
}

.more .net {
  height: 148px;
}

.small {
  font-size: 12px;
}

.blank {
  width: 85%;
  border-bottom: 1px solid var(--hairline);
}

@media print {
  header label,
  header button {
    display: none;
  }

  .sheet {
    padding: 0;
  }

  .tasks {
    grid-template-columns: 1fr 1fr;
  }

  .task {
    break-inside: avoid;
    box-shadow: none;
  }
}
</style>
