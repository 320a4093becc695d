<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { api, Problem, type FoundLine } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { handTime } from '@/shared/handTime';
import { primes } from '@/shared/text';

/** Finds every sequence of some turns for the case: the quickest of them first, as they come. */
const props = defineProps<{
  stage: string;
  id: string;
  /** The sets of turns one chooses from. */
  sets: readonly string[];
  /** The sequences that stand side by side; null where none do. */
  beside: readonly string[] | null;
}>();
const emit = defineEmits<{ put: [turns: string]; take: [turns: string] }>();
const preferences = usePreferences();
const mostShown = 100;
const turns = ref('R U F');
const most = ref(11);
/** What is asked, or was: the turns, up to how many of them. */
const asked = shallowRef<{ turns: string; most: number } | null>(null);
const found = shallowRef<readonly FoundLine[]>([]);
const count = ref(0);
const share = ref(0);
const ended = ref<'no' | 'whole' | 'cut'>('no');
const problem = shallowRef<Problem | null>(null);
const searching = ref(false);
let running = new AbortController();

const shown = computed(() =>
  [...found.value]
    .sort((a, b) => (a.time ?? Infinity) - (b.time ?? Infinity) || a.length - b.length || (a.turns < b.turns ? -1 : 1))
    .slice(0, mostShown),
);

async function find(wait = false) {
  running.abort();
  running = new AbortController();
  const { signal } = running;
  [asked.value, found.value, count.value, share.value] = [{ turns: turns.value, most: most.value }, [], 0, 0];
  [ended.value, problem.value, searching.value] = ['no', null, true];
  try {
    const all: FoundLine[] = [];
    await api.findSequences(
      { stage: props.stage, id: props.id, turns: turns.value, most: most.value, wait, ...preferences.forHands },
      (line) => {
        if (signal.aborted) return;
        if (line.kind === 'found') all.push(line);
        else found.value = [...all];
        if (line.kind === 'end') ended.value = 'whole';
        [share.value, count.value] = [line.share, line.count];
      },
      signal,
    );
    if (!signal.aborted) {
      found.value = all;
      if (ended.value === 'no') ended.value = 'cut';
    }
  } catch (cause) {
    if (signal.aborted) return;
    if (cause instanceof Problem) problem.value = cause;
    // The lines broke off: what came stays.
    else ended.value = 'cut';
  } finally {
    if (signal === running.signal) searching.value = false;
  }
}

function stop() {
  running.abort();
  searching.value = false;
  ended.value = 'cut';
}

onBeforeUnmount(() => running.abort());
watch(
  () => props.id,
  () => {
    running.abort();
    [searching.value, asked.value, problem.value, found.value] = [false, null, null, []];
  },
);
</script>

<template>
  <form class="finder" data-test="finder" @submit.prevent="find()">
    <h2>Find others</h2>
    <div class="asked">
      <label for="finder-turns">Turns</label>
      <input
        id="finder-turns"
        v-model="turns"
        class="field"
        list="finder-sets"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        :aria-invalid="problem?.field === 'turns'"
        aria-describedby="finder-said"
      />
      <datalist id="finder-sets"><option v-for="set in sets" :key="set" :value="set" /></datalist>
      <label for="finder-most">at most</label>
      <input
        id="finder-most"
        v-model.number="most"
        class="field"
        type="number"
        min="1"
        max="20"
        :aria-invalid="problem?.field === 'most'"
      />
      <button v-if="searching" type="button" class="knob" @click="stop">Stop</button>
      <button v-else type="submit" class="knob">Find</button>
    </div>
    <progress v-if="searching" :value="share" max="1" aria-label="How much is gone through" />
    <div id="finder-said" aria-live="polite">
      <p v-if="problem" class="field-error" role="alert">
        {{ problem.message }}
        <button v-if="problem.code === 'takes-long'" type="button" class="knob small" @click="find(true)">
          Find all the same
        </button>
      </p>
      <p v-else-if="asked" class="soft" data-test="found-count">
        {{ count === 0 ? (searching ? 'None yet' : 'None') : count }} of {{ asked.turns }}, up to
        {{ asked.most }} turns<template v-if="ended === 'cut'">; stopped before the end</template
        ><template v-if="count > mostShown">; the quickest {{ mostShown }}</template
        >.
      </p>
    </div>
    <ol v-if="shown.length > 0" class="found">
      <li v-for="s in shown" :key="s.turns">
        <b class="sequence">{{ primes(s.turns) }}</b>
        <span class="soft"
          >{{ s.length }}<template v-if="s.time !== null"> · {{ handTime(s.time) }}</template></span
        >
        <button
          v-if="beside"
          type="button"
          class="plain"
          :aria-pressed="beside.includes(s.turns)"
          :aria-label="`Put ${s.turns} side by side`"
          @click="emit('put', s.turns)"
        >
          beside
        </button>
        <button type="button" class="plain" :aria-label="`Take ${s.turns} as your own`" @click="emit('take', s.turns)">
          take
        </button>
      </li>
    </ol>
  </form>
</template>

<style scoped>
.finder {
  display: grid;
  gap: 6px;
  margin-top: 8px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
}

.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}

#finder-turns {
  width: 171px;
}

#finder-most {
  width: 64px;
}

progress {
  width: 100%;
  accent-color: var(--needle);
}

.found {
  max-height: 220px;
  padding: 0;
  overflow: auto;
  list-style: none;
}

.found li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto auto;
  gap: 8px;
  align-items: baseline;
  padding: 2px 4px;
}
</style>
