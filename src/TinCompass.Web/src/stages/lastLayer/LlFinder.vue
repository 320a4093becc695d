<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import { api, Problem, type Found } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';

/** Finds every sequence of some turns for the case: the quickest of them first. */
const props = defineProps<{ id: string }>();
const preferences = usePreferences();
const sets = ['R U', 'R U F', 'R U L', 'R U D', 'R U r', 'r U M', 'M U', 'R U F D L'];
const turns = ref('R U F');
const most = ref(11);
const found = shallowRef<Found | null>(null);
const problem = shallowRef<Problem | null>(null);
const searching = ref(false);

async function find() {
  searching.value = true;
  try {
    found.value = await api.findSequences({
      case: props.id,
      turns: turns.value,
      most: most.value,
      ...preferences.forHands,
    });
    problem.value = null;
  } catch (cause) {
    found.value = null;
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  } finally {
    searching.value = false;
  }
}

watch(
  () => props.id,
  () => (found.value = problem.value = null),
);
</script>

<template>
  <form class="finder" data-test="finder" @submit.prevent="find">
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
      <button type="submit" class="knob" :disabled="searching">Find</button>
    </div>
    <div id="finder-said" aria-live="polite">
      <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
      <p v-else-if="searching" class="soft">Going through all of them …</p>
      <p v-else-if="found" class="soft" data-test="found-count">
        {{ found.count === 0 ? 'None' : found.count }} of {{ found.turns }}, up to {{ found.most }} turns<template
          v-if="found.isCut"
          >; stopped when the time was over</template
        >.
      </p>
    </div>
    <ol v-if="found && found.count > 0" class="found">
      <li v-for="s in found.found" :key="s.turns">
        <b class="sequence">{{ primes(s.turns) }}</b>
        <span class="soft"
          >{{ s.length }}<template v-if="s.time !== null"> · {{ s.time.toFixed(1) }} wt</template></span
        >
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
  width: 120px;
}

#finder-most {
  width: 64px;
}

.found {
  max-height: 220px;
  padding: 0;
  overflow: auto;
  list-style: none;
}

.found li {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  padding: 2px 4px;
}
</style>
