<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import { queryOf } from '@/desk/address';
import { api, Problem, type Schemas, type Solve } from '@/shared/api/client';
import { primes } from '@/shared/text';
import { solved } from '@/shared/solveTime';
import TurnOnScreen from './TurnOnScreen.vue';

/** A solve of the list: what was added can be changed in its line; opened, its scramble, its note and how it was solved. */
const props = defineProps<{ solve: Solve; number: number; open: boolean }>();
const emit = defineEmits<{ toggle: []; changed: [solve: Solve]; remove: [] }>();

const note = ref(props.solve.note);
const turns = ref(props.solve.turns);
const problem = shallowRef<Problem | null>(null);
/** It is turned on the screen. */
const turning = ref(false);
watch(
  () => props.solve,
  (solve) => ([note.value, turns.value] = [solve.note, solve.turns]),
);

async function change(what: Omit<Schemas['ChangeSolveRequest'], 'solverId'>) {
  problem.value = null;
  try {
    emit('changed', await api.changeSolve(props.solve.id, { solverId: props.solve.solverId, ...what }));
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    problem.value = cause;
  }
}

const toggle = (penalty: 'plusTwo' | 'dnf') => change({ penalty: props.solve.penalty === penalty ? 'none' : penalty });
const color = 'white';
</script>

<template>
  <li class="solve" :data-solve="solve.id">
    <div class="line">
      <span class="soft number">{{ number }}</span>
      <button type="button" class="plain-time" :aria-expanded="open" @click="emit('toggle')">
        {{ solved(solve) }}<span v-if="solve.note" class="soft" title="has a note"> ·</span>
      </button>
      <button type="button" class="knob small" :aria-pressed="solve.penalty === 'plusTwo'" @click="toggle('plusTwo')">
        +2
      </button>
      <button type="button" class="knob small" :aria-pressed="solve.penalty === 'dnf'" @click="toggle('dnf')">
        DNF
      </button>
      <button type="button" class="delete" :aria-label="`Delete the solve ${solved(solve)}`" @click="emit('remove')">
        ×
      </button>
    </div>
    <div v-if="open" class="more-of" data-test="solve-open">
      <RouterLink
        class="sequence scramble"
        :to="{ name: 'desk', query: queryOf({ scramble: solve.scramble, color }) }"
        title="its position at the desk"
      >
        {{ primes(solve.scramble) }}
      </RouterLink>
      <span v-if="solve.inspectionMs !== null" class="soft"
        >looked for {{ (solve.inspectionMs / 1000).toFixed(1) }} s</span
      >
      <label>
        Note
        <input v-model="note" class="field" maxlength="1000" @change="change({ note })" />
      </label>
      <label>
        How it was solved, perhaps with the times of the turns as in R'@1250 (ms)
        <textarea
          v-model="turns"
          class="field"
          rows="2"
          spellcheck="false"
          :aria-invalid="problem?.field === 'turns'"
          @change="
            turning = false;
            change({ turns });
          "
        />
      </label>
      <button
        v-if="!turns.includes('@')"
        type="button"
        class="knob small"
        data-test="turn-it"
        :aria-expanded="turning"
        @click="turning = !turning"
      >
        Turn it on the screen
      </button>
      <TurnOnScreen
        v-if="turning"
        :scramble="solve.scramble"
        :turns
        @change="
          (made) => {
            turns = made;
            change({ turns: made });
          }
        "
      />
      <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
      <RouterLink v-if="solve.turns" class="knob small" :to="{ name: 'solve', params: { id: solve.id } }">
        What it lost, stage by stage
      </RouterLink>
    </div>
  </li>
</template>

<style scoped>
.solve {
  border-bottom: 1px solid var(--hairline);
}

.line {
  display: flex;
  gap: 6px;
  align-items: center;
  padding: 3px 2px;
}

.number {
  min-width: 34px;
  font-size: 13px;
  text-align: right;
}

.plain-time {
  flex: 1;
  min-height: 30px;
  border: 0;
  background: none;
  font: 600 17px var(--mono);
  text-align: left;
}

.more-of {
  display: grid;
  gap: 6px;
  padding: 4px 8px 10px 42px;
}

.scramble {
  font-size: 14px;
}

label {
  color: var(--ink-soft);
  font-size: 14px;
}

.field {
  font-size: 15px;
}
</style>
