<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import { api, Problem, type Ending, type PracticeRecord } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';

/** The seventeen endings as tiles, with or without the answers, on the screen and on paper. */
const preferences = usePreferences();
const endings = shallowRef<Ending[]>([]);
const record = shallowRef<PracticeRecord | null>(null);
const problem = shallowRef<Problem | null>(null);
const answers = ref(true);

const states = computed(() => new Map((record.value?.cases ?? []).map((c) => [c.case, c])));

/** The solver's own ending, when it is another one than the first. */
function own(ending: Ending): string | null {
  const mine = states.value.get(ending.name)?.own ?? null;
  return mine !== null && mine !== ending.solutions[0] ? mine : null;
}

async function load() {
  try {
    endings.value = await api.endings();
    record.value = preferences.solverId
      ? await api.record({ solverId: preferences.solverId, drill: 'last-edge', days: 0 }, null)
      : null;
    problem.value = null;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}

function print() {
  window.print();
}

watch(() => preferences.solverId, load, { immediate: true });
useKeys('Endings', [
  { keys: ['c'], shown: 'C', does: 'with or without the answers', run: () => (answers.value = !answers.value) },
]);
</script>

<template>
  <main class="endings">
    <header>
      <h1>The last edge: seventeen endings</h1>
      <p class="soft">Three edges stand, the gap is in front. Lengths in HTM.</p>
      <button type="button" class="knob" :aria-pressed="!answers" @click="answers = !answers">
        {{ answers ? 'Cover the answers' : 'Show the answers' }} <span class="key wide-only">C</span>
      </button>
      <button type="button" class="knob" @click="print">Print</button>
    </header>
    <p v-if="problem" class="plate failure" role="alert">{{ problem.message }}</p>
    <ul class="tiles">
      <li
        v-for="ending in endings"
        :key="ending.name"
        class="plate tile"
        :data-state="states.get(ending.name)?.state ?? 'new'"
      >
        <div class="net"><CubeFlat :facelets="ending.facelets" :marked="preferences.marks" /></div>
        <div>
          <b>{{ ending.words }}</b>
          <p v-if="answers" class="sequence">{{ primes(ending.solutions[0] ?? '') }}</p>
          <p v-else class="blank" aria-label="covered">&nbsp;</p>
          <p v-if="answers && own(ending)" class="soft">
            yours: <span class="sequence good">{{ primes(own(ending)!) }}</span>
          </p>
          <p class="soft">
            {{ ending.length }} HTM<template v-if="answers && ending.solutions.length > 1"
              >, {{ ending.solutions.length }} ways</template
            >
            <span class="state">{{ states.get(ending.name)?.state ?? 'new' }}</span>
          </p>
        </div>
      </li>
    </ul>
  </main>
</template>

<style scoped>
.endings {
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
  font-size: 20px;
}

header p {
  margin-right: auto;
}

.failure {
  padding: 12px 14px;
}

.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 8px;
  list-style: none;
}

.tile {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  padding: 8px 10px;
}

.tile[data-state='known'] {
  border-color: var(--verdigris);
}

.tile[data-state='fast'] {
  border-color: var(--verdigris);
  background: var(--verdigris-wash);
}

.net {
  height: 78px;
}

.state {
  float: right;
}

.blank {
  width: 80%;
  border-bottom: 1px solid var(--hairline);
}

@media print {
  header button,
  .state {
    display: none;
  }

  .endings {
    padding: 0;
  }

  .tiles {
    grid-template-columns: repeat(3, 1fr);
  }

  .tile {
    break-inside: avoid;
    box-shadow: none;
  }
}
</style>
