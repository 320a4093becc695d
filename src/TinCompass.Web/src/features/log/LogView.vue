<script setup lang="ts">
import { ElPagination } from 'element-plus';
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, Problem, type Attempt, type AttemptPage, type Status } from '@/shared/api/client';
import { colorNames } from '@/cube/palette';
import { useKeys } from '@/shared/keys/useKeys';
import { deleting, whenPutBack } from '@/shared/deleting';
import { usePreferences } from '@/shared/preferences';
import { primes, seconds } from '@/shared/text';
import { useNumber, useWord } from '@/shared/useAddress';
import { queryOf } from '@/desk/address';
import { faceOf } from '@/desk/faces';

const preferences = usePreferences();
const router = useRouter();
const table = useTemplateRef('table');

const pageSize = 15;
const page = useNumber('page', 1);
const color = useWord('color', '');
const stage = useWord('stage', '');
const stages = shallowRef<Status['stages']>([]);
const log = shallowRef<AttemptPage | null>(null);
const problem = shallowRef<Problem | null>(null);
const at = ref(-1);
let running = new AbortController();

async function load() {
  running.abort();
  running = new AbortController();
  if (!preferences.solverId) {
    log.value = null;
    return;
  }
  try {
    if (stages.value.length === 0) stages.value = (await api.status()).stages;
    log.value = await api.attempts(
      {
        solverId: preferences.solverId,
        page: Math.max(1, page.value),
        pageSize,
        ...(color.value ? { color: color.value } : {}),
        ...(stage.value ? { stage: stage.value } : {}),
      },
      running.signal,
    );
    problem.value = null;
    at.value = -1;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else if (!(cause instanceof DOMException)) throw cause;
  }
}

watch(
  () => preferences.solverId,
  (_, before) => {
    // Somebody else's log begins at its newest page; the first one is shown where the address says.
    if (before) page.value = 1;
    void load();
  },
  { immediate: true },
);
watch(page, load);
whenPutBack(load);
watch([color, stage], () => {
  page.value = 1;
  void load();
});

const time = new Intl.DateTimeFormat(undefined, { day: '2-digit', month: 'short', hour: '2-digit', minute: '2-digit' });
const pages = computed(() => Math.max(1, Math.ceil((log.value?.total ?? 0) / pageSize)));

/** The position at the desk, at the stop at which the attempt was made. */
function link(attempt: Attempt) {
  const { scramble, color: base, made, plan } = attempt;
  const address = made
    ? { scramble, color: base, plan: made, own: plan, stop: 1 }
    : { scramble, color: base, own: plan };
  return { name: 'desk', query: queryOf(address) };
}

const remove = (attempt: Attempt) =>
  deleting('The plan', () => api.deleteAttempt(attempt.id, preferences.solverId), load);

const stageTitle = (id: string) => stages.value.find((s) => s.id === id)?.title ?? id;

function result(attempt: Attempt): string {
  if (!attempt.isDone)
    return attempt.overBest === 0 ? 'not finished' : (faceOf(attempt.stage)?.undone ?? 'not finished');
  return attempt.overBest === 0 ? 'best' : `+${attempt.overBest}`;
}

function move(by: number) {
  const rows = table.value?.querySelectorAll<HTMLAnchorElement>('a.open') ?? [];
  at.value = Math.max(0, Math.min(rows.length - 1, at.value + by));
  rows[at.value]?.focus();
}

useKeys('Log', [
  { keys: ['ArrowDown'], shown: '↓', does: 'next attempt', run: () => move(1), repeats: true },
  { keys: ['ArrowUp'], shown: '↑', does: 'attempt before', run: () => move(-1), repeats: true },
  {
    keys: ['Enter'],
    shown: '↵',
    does: 'open the attempt at the desk',
    run: () => {
      const attempt = log.value?.items[Math.max(0, at.value)];
      if (attempt) void router.push(link(attempt));
    },
  },
  {
    keys: ['Delete'],
    shown: 'Del',
    does: 'delete the attempt',
    run: () => {
      const attempt = log.value?.items[at.value];
      if (attempt) void remove(attempt);
    },
  },
  {
    keys: ['ArrowRight'],
    shown: '→',
    does: 'older page',
    run: () => (page.value = Math.min(pages.value, page.value + 1)),
  },
  { keys: ['ArrowLeft'], shown: '←', does: 'newer page', run: () => (page.value = Math.max(1, page.value - 1)) },
]);
</script>

<template>
  <main class="log">
    <header>
      <h1>Log</h1>
      <p v-if="log" class="soft">{{ log.total === 1 ? '1 attempt' : `${log.total} attempts` }}, newest first</p>
      <label class="filter">
        Stage
        <select v-model="stage" class="field" data-test="log-stage">
          <option value="">all</option>
          <option v-for="s in stages" :key="s.id" :value="s.id">{{ s.title }}</option>
        </select>
      </label>
      <label class="filter">
        Colour
        <select v-model="color" class="field" data-test="log-color">
          <option value="">all</option>
          <option v-for="name in colorNames" :key="name" :value="name">{{ name }}</option>
        </select>
      </label>
    </header>
    <p v-if="problem" class="plate note" role="alert">
      {{ problem.message }} <button type="button" class="knob" @click="load">Try again</button>
    </p>
    <p v-else-if="!preferences.solverId" class="plate note">Choose a solver at the top to see a log.</p>
    <p v-else-if="log && log.total === 0" class="plate note">
      Nothing kept {{ color ? `for ${color} ` : '' }}yet. At the <RouterLink to="/desk">desk</RouterLink>, type your own
      turns, let them be judged, and keep them.
    </p>
    <p v-else-if="!log" class="plate note soft">Opening the log …</p>
    <div v-else class="plate sheet">
      <table ref="table">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Scramble</th>
            <th scope="col">Stage</th>
            <th scope="col">Colour</th>
            <th scope="col">Your plan</th>
            <th scope="col" class="number">HTM (best)</th>
            <th scope="col" class="number">Over</th>
            <th scope="col" class="number">Planned in</th>
            <th scope="col"><span class="unseen">Delete</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="attempt in log.items" :key="attempt.id" :data-attempt="attempt.id">
            <td class="when">{{ time.format(new Date(attempt.at)) }}</td>
            <td class="scramble sequence">
              <RouterLink class="open" :to="link(attempt)">{{ primes(attempt.scramble) }}</RouterLink>
            </td>
            <td class="stage">{{ stageTitle(attempt.stage) }}</td>
            <td class="color">
              <i class="dot" :style="{ background: `var(--hue-${attempt.color})` }" aria-hidden="true" />{{
                attempt.color
              }}
            </td>
            <td class="own sequence" :title="primes(attempt.plan)">{{ primes(attempt.plan) }}</td>
            <td class="number">
              {{ attempt.turns }} <span class="soft">({{ attempt.best }})</span>
            </td>
            <td class="number">
              <span
                class="result"
                :class="{ good: attempt.isDone && attempt.overBest === 0, 'look-here': !attempt.isDone }"
              >
                {{ result(attempt) }}
              </span>
            </td>
            <td class="number">
              {{ seconds(attempt.planningMs) }}
              <span v-if="!attempt.covered" class="soft seen" title="the answers were in view">seen</span>
            </td>
            <td class="gone">
              <button
                type="button"
                class="delete"
                :aria-label="`Delete the plan of ${time.format(new Date(attempt.at))}`"
                @click="remove(attempt)"
              >
                ×
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <footer v-if="log && log.total > pageSize">
      <ElPagination v-model:current-page="page" layout="prev, pager, next" :page-size="pageSize" :total="log.total" />
    </footer>
  </main>
</template>

<style scoped>
.log {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 100%;
  padding: 12px 14px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: baseline;
}

h1 {
  font-size: 22px;
}

.filter {
  display: flex;
  gap: 8px;
  align-items: center;
}

header p {
  margin-right: auto;
}

.filter .field {
  width: 120px;
  min-height: 36px;
  padding: 2px 8px;
  font: 15px var(--sans);
}

.note {
  padding: 16px;
}

.sheet {
  overflow-x: auto;
}

table {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
}

th {
  padding: 9px 10px;
  border-bottom: 1px solid var(--hairline);
  color: var(--ink-soft);
  font-size: 14px;
  font-weight: 400;
  text-align: left;
  white-space: nowrap;
}

td {
  padding: 6px 10px;
  border-bottom: 1px solid var(--hairline);
  vertical-align: baseline;
}

tr:last-child td {
  border-bottom: 0;
}

tbody tr:hover,
tbody tr:focus-within {
  background: var(--enamel-low);
}

.when,
.stage,
.color {
  white-space: nowrap;
}

.scramble,
.own {
  overflow: hidden;
  font-size: 14px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

th:nth-child(1) {
  width: 140px;
}

th:nth-child(3),
th:nth-child(4) {
  width: 84px;
}

th:nth-child(6) {
  width: 92px;
}

th:nth-child(7) {
  width: 108px;
}

th:nth-child(5) {
  width: 222px;
}

th:nth-child(8) {
  width: 104px;
}

.open {
  color: inherit;
  text-decoration: underline;
  text-decoration-color: var(--hairline);
  text-underline-offset: 3px;
}

.color .dot {
  margin-right: 6px;
  vertical-align: -1px;
}

.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}

.result {
  font-weight: 600;
}

th:nth-child(9) {
  width: 40px;
}

.gone {
  padding: 0;
  text-align: center;
}

.seen {
  font-size: 12px;
}

footer {
  display: flex;
  justify-content: center;
}

@media (max-width: 640px) {
  thead {
    display: none;
  }

  table,
  tbody {
    display: block;
  }

  tr {
    display: grid;
    grid-template-columns: 1fr auto auto;
    gap: 2px 10px;
    padding: 8px 10px;
    border-bottom: 1px solid var(--hairline);
  }

  td {
    padding: 0;
    border: 0;
  }

  .scramble,
  .own {
    grid-column: 1 / -1;
    width: auto;
    white-space: normal;
  }

  .own {
    order: 2;
  }
}
</style>
