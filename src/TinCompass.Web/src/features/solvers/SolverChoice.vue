<script setup lang="ts">
import { ElDialog } from 'element-plus';
import { nextTick, onMounted, ref, shallowRef, useTemplateRef } from 'vue';
import { api, Problem, type Solver } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';

/** Who is planning. Accounts come later; until then a name on this machine is enough. */
const preferences = usePreferences();
const solvers = shallowRef<Solver[]>([]);
const adding = ref(false);
const name = ref('');
const problem = shallowRef<Problem | null>(null);
const nameField = useTemplateRef('nameField');
const addNew = -1;

async function load() {
  try {
    solvers.value = await api.solvers();
    if (!solvers.value.some((s) => s.id === preferences.solverId)) preferences.solverId = solvers.value[0]?.id ?? 0;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
  }
}

function choose(event: Event) {
  const select = event.target as HTMLSelectElement;
  const id = Number(select.value);
  if (id === addNew) {
    select.value = String(preferences.solverId);
    openForm();
  } else preferences.solverId = id;
}

function openForm() {
  problem.value = null;
  adding.value = true;
  void nextTick(() => nameField.value?.focus());
}

async function add() {
  try {
    const added = await api.addSolver(name.value);
    await load();
    preferences.solverId = added.id;
    adding.value = false;
    name.value = '';
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
  }
}

onMounted(load);
</script>

<template>
  <div class="solver">
    <label v-if="solvers.length > 0">
      <span class="soft">solver</span>
      <select :value="preferences.solverId" class="names" aria-label="solver" @change="choose">
        <option v-for="solver in solvers" :key="solver.id" :value="solver.id">{{ solver.name }}</option>
        <option :value="addNew">somebody new …</option>
      </select>
    </label>
    <button v-else type="button" class="knob" @click="openForm">Your name …</button>
    <ElDialog v-model="adding" title="Somebody new" width="min(420px, 94vw)" align-center append-to-body>
      <form @submit.prevent="add">
        <label for="solver-name">Name</label>
        <input
          id="solver-name"
          ref="nameField"
          v-model="name"
          class="field"
          maxlength="40"
          autocomplete="off"
          :aria-invalid="problem !== null"
          :aria-describedby="problem ? 'solver-error' : undefined"
        />
        <p v-if="problem" id="solver-error" class="field-error" role="alert">{{ problem.message }}</p>
        <button type="submit" class="knob main">Add</button>
      </form>
    </ElDialog>
  </div>
</template>

<style scoped>
.solver label {
  display: grid;
  font-size: 13px;
}

.names {
  width: 100%;
  max-width: 100%;
  padding: 4px 2px;
  border: 1px solid var(--hairline);
  border-radius: 5px;
  background: var(--enamel);
  font-size: 13px;
  text-overflow: ellipsis;
}

form {
  display: grid;
  gap: 8px;
}

form .knob {
  justify-self: start;
}
</style>
