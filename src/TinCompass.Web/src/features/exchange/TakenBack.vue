<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import { api, Problem, type Deleted, type Imported, type PastSession } from '@/shared/api/client';
import { deleting, putBack, whenPutBack } from '@/shared/deleting';
import { useNotices } from '@/shared/notices';
import { usePreferences } from '@/shared/preferences';

/** What can be taken back: imports, sessions, all of a solver; and what was deleted in the last thirty days. */
const preferences = usePreferences();
const notices = useNotices();
const imports = shallowRef<Imported[]>([]);
const sessions = shallowRef<PastSession[]>([]);
const deleted = shallowRef<Deleted[]>([]);
const solvers = shallowRef<Deleted[]>([]);
const problem = shallowRef<Problem | null>(null);
const sure = ref(false);
const shownFirst = 5;
const all = ref(false);

const time = new Intl.DateTimeFormat(undefined, { day: '2-digit', month: 'short', hour: '2-digit', minute: '2-digit' });
const when = (at: string) => time.format(Date.parse(at));

async function load() {
  problem.value = null;
  try {
    const id = preferences.solverId;
    if (id)
      [imports.value, sessions.value, deleted.value] = await Promise.all([
        api.imports(id),
        api.sessions(id),
        api.deleted(id),
      ]);
    // In a club only an admin sees who was deleted.
    solvers.value = await api.deleted(null).catch(() => []);
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    problem.value = cause;
  }
}

const takeBack = (i: Imported) =>
  deleting(`What ${i.name} brought`, () => api.deleteImport(preferences.solverId, i.id), load);
const removeSession = (s: PastSession) =>
  deleting(`The session ${s.title}`, () => api.deleteSession(s.id, preferences.solverId), load);

async function restore(d: Deleted) {
  if (await putBack(d.id, `${d.kind} ${d.title}`)) notices.tell({ text: `Put back: ${d.kind} ${d.title}.` });
  await load();
}

async function forget(d: Deleted) {
  await api.forgetDeleted(d.id);
  await load();
}

async function removeSolver() {
  const id = preferences.solverId;
  sure.value = false;
  await deleting(
    'The solver, with all that is theirs,',
    () => api.deleteSolver(id),
    async () => {
      preferences.solverId = preferences.solverId === id ? 0 : id;
      await load();
    },
  );
}

watch(() => preferences.solverId, load, { immediate: true });
whenPutBack(load);
defineExpose({ load });
</script>

<template>
  <section class="plate" aria-labelledby="data-back">
    <h2 id="data-back">Take back</h2>
    <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
    <p v-if="imports.length === 0 && sessions.length === 0" class="soft">
      Nothing yet: sessions stand here when you have drilled, files when you took some in.
    </p>
    <ul class="rows">
      <li v-for="i in imports" :key="`i${i.id}`" :data-import="i.name">
        <span
          >{{ i.name }} <span class="soft">taken in {{ when(i.at) }}, {{ i.entries }} entries</span></span
        >
        <button type="button" class="knob" @click="takeBack(i)">Take it back</button>
      </li>
      <li v-for="s in all ? sessions : sessions.slice(0, shownFirst)" :key="`s${s.id}`">
        <span
          >{{ s.title }} <span class="soft">session of {{ when(s.at) }}, {{ s.done }} answered</span></span
        >
        <button type="button" class="knob" @click="removeSession(s)">Delete</button>
      </li>
    </ul>
    <button v-if="sessions.length > shownFirst && !all" type="button" class="knob" @click="all = true">
      All {{ sessions.length }} sessions
    </button>
    <template v-if="deleted.length + solvers.length > 0">
      <h2>Deleted in the last thirty days</h2>
      <ul class="rows">
        <li v-for="d in [...deleted, ...solvers]" :key="`d${d.id}`" :data-deleted="d.kind">
          <span class="what">
            {{ d.kind }} <span class="sequence">{{ d.title }}</span> <span class="soft">{{ when(d.at) }}</span>
          </span>
          <button type="button" class="knob main" @click="restore(d)">Put back</button>
          <button type="button" class="knob" @click="forget(d)">Forget for good</button>
        </li>
      </ul>
    </template>
    <template v-if="preferences.solverId">
      <button v-if="!sure" type="button" class="knob" @click="sure = true">Delete this solver …</button>
      <p v-else class="line" role="alert">
        All that is theirs goes with them; for thirty days it can be put back here.
        <button type="button" class="knob main" @click="removeSolver">Delete the solver</button>
        <button type="button" class="knob" @click="sure = false">Keep</button>
      </p>
    </template>
  </section>
</template>

<style scoped>
.plate {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 14px 16px;
}

.rows {
  display: grid;
  width: 100%;
  padding: 0;
  list-style: none;
}

.rows li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--hairline);
}

.rows li > span:first-child {
  flex: 1 1 240px;
  min-width: 0;
  overflow-wrap: anywhere;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
