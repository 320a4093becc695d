<script setup lang="ts">
import { useDebounceFn, useStorage } from '@vueuse/core';
import { ElDialog } from 'element-plus';
import { nextTick, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { api, Problem, type Solver } from '@/shared/api/client';
import { useClub } from '@/features/club/clubStore';
import { usePreferences } from '@/shared/preferences';

/** Who is planning. Accounts come later; until then a name on this machine is enough. */
const preferences = usePreferences();
const club = useClub();
const solvers = shallowRef<Solver[]>([]);
const total = ref(0);
/** Whether anybody is here is known. */
const isKnown = ref(false);
/** Of many, the list in the bar holds a page; the others are searched for. */
const searching = ref(false);
const search = ref('');
const found = shallowRef<Solver[]>([]);
/** Who was chosen last, by name: perhaps not on the first page. */
const chosen = useStorage('tin-compass.solver-name', '');
const adding = ref(false);
const name = ref('');
const problem = shallowRef<Problem | null>(null);
const nameField = useTemplateRef('nameField');
const addNew = -1;
const others = -2;

async function load() {
  try {
    const page = await api.solvers('');
    total.value = page.total;
    const id = preferences.solverId;
    const isListed = page.items.some((s) => s.id === id);
    // Somebody from beyond the first page stays chosen.
    if (!isListed && id && chosen.value && page.total > page.items.length)
      solvers.value = [...page.items, { id, name: chosen.value, attempts: 0 }];
    else {
      solvers.value = page.items;
      if (!isListed) preferences.solverId = page.items[0]?.id ?? 0;
    }
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
  } finally {
    isKnown.value = true;
  }
}

function choose(event: Event) {
  const select = event.target as HTMLSelectElement;
  const id = Number(select.value);
  if (id > 0) {
    take(id);
    return;
  }
  select.value = String(preferences.solverId);
  if (id === addNew) openForm();
  else {
    searching.value = true;
    void find();
  }
}

function take(id: number) {
  const solver = [...solvers.value, ...found.value].find((s) => s.id === id);
  if (!solver) return;
  if (!solvers.value.some((s) => s.id === id)) solvers.value = [...solvers.value, solver];
  chosen.value = solver.name;
  preferences.solverId = id;
  searching.value = false;
}

async function find() {
  try {
    const wanted = search.value;
    const page = await api.solvers(wanted);
    if (wanted === search.value) found.value = page.items;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
  }
}

const findLater = useDebounceFn(find, 200);

function openForm() {
  problem.value = null;
  adding.value = true;
  void nextTick(() => nameField.value?.focus());
}

async function add() {
  try {
    const added = await api.addSolver(name.value);
    chosen.value = added.name;
    preferences.solverId = added.id;
    await load();
    adding.value = false;
    name.value = '';
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
  }
}

onMounted(load);
// Who comes in, and who is looked at by leave, is not in the list of whoever was here before.
watch([() => club.member?.id, () => preferences.solverId], ([, id]) => {
  if (!solvers.value.some((s) => s.id === id)) void load();
});
</script>

<template>
  <div class="solver">
    <label v-if="solvers.length > 0">
      <span class="soft">solver</span>
      <select :value="preferences.solverId" class="names" aria-label="solver" @change="choose">
        <option v-for="solver in solvers" :key="solver.id" :value="solver.id">{{ solver.name }}</option>
        <option v-if="total > solvers.length" :value="others">find one of {{ total }} …</option>
        <option v-if="!club.isClub" :value="addNew">somebody new …</option>
      </select>
    </label>
    <button v-else-if="isKnown" type="button" class="knob" @click="openForm">Your name …</button>
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
    <ElDialog v-model="searching" title="Find a solver" width="min(420px, 94vw)" align-center append-to-body>
      <label for="solver-search">Part of the name</label>
      <input id="solver-search" v-model="search" class="field" maxlength="40" autocomplete="off" @input="findLater()" />
      <ul class="found">
        <li v-for="solver in found" :key="solver.id">
          <button type="button" class="row" @click="take(solver.id)">{{ solver.name }}</button>
        </li>
      </ul>
      <p v-if="found.length === 0" class="soft">Nobody is named so.</p>
    </ElDialog>
  </div>
</template>

<style scoped>
.found {
  max-height: 50vh;
  padding-top: 8px;
  overflow: auto;
  list-style: none;
}

.solver label {
  display: grid;
  font-size: 13px;
}

/* The bar is narrow. */
.solver > .knob {
  width: 100%;
  padding-inline: 2px;
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
