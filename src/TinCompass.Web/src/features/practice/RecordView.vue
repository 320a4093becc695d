<script setup lang="ts">
import { computed, defineAsyncComponent, shallowRef, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { api, Problem, type Drill, type PracticeRecord } from '@/shared/api/client';
import { deleting, whenPutBack } from '@/shared/deleting';
import { usePreferences } from '@/shared/preferences';
import { primes, seconds } from '@/shared/text';
import { useNumber, useWord } from '@/shared/useAddress';
import SolveFigures from '@/features/timer/SolveFigures.vue';
import { explanationOf } from './explained';
import PracticeCalendar from './PracticeCalendar.vue';
import { spentWords, untilWords } from './words';

/** What was practised: averages, trend, weakest cases, a calendar, the last answers. */
const TrendChart = defineAsyncComponent(() => import('./TrendChart.vue'));
const preferences = usePreferences();

const record = shallowRef<PracticeRecord | null>(null);
const drills = shallowRef<Drill[]>([]);
const problem = shallowRef<Problem | null>(null);
const drill = useWord('drill', '');
const days = useNumber('days', 0);
let running = new AbortController();

const ranges = [
  { value: 0, title: 'all' },
  { value: 7, title: 'a week' },
  { value: 30, title: '30 days' },
];
const names: Record<number, string> = { 3: 'mean of 3', 5: 'average of 5', 12: 'average of 12', 100: 'average of 100' };
const share = computed(() =>
  record.value && record.value.attempts > 0 ? Math.round((100 * record.value.right) / record.value.attempts) : 0,
);
const remove = (a: PracticeRecord['last'][number]) =>
  deleting('The answer', () => api.deleteAnswer(a.id, preferences.solverId), load);

const byStage = computed(() => {
  const found = new Map<string, Drill[]>();
  for (const d of drills.value) found.set(d.stageTitle, [...(found.get(d.stageTitle) ?? []), d]);
  return [...found];
});
/** The drills that were practised under their stage; what adds up stands beside it. */
const stages = computed(() => {
  const found = new Map<string, PracticeRecord['drills']>();
  for (const d of record.value?.drills ?? []) found.set(d.stageTitle, [...(found.get(d.stageTitle) ?? []), d]);
  return [...found].map(([name, all]) => ({
    title: name,
    drills: all,
    attempts: all.reduce((sum, d) => sum + d.attempts, 0),
    right: all.reduce((sum, d) => sum + d.right, 0),
    ms: all.reduce((sum, d) => sum + d.ms, 0),
  }));
});
const title = (id: string) => drills.value.find((d) => d.id === id)?.title ?? id;
const time = new Intl.DateTimeFormat(undefined, { day: '2-digit', month: 'short', hour: '2-digit', minute: '2-digit' });

async function load() {
  running.abort();
  running = new AbortController();
  problem.value = null;
  if (!preferences.solverId) {
    record.value = null;
    return;
  }
  try {
    const query = { solverId: preferences.solverId, drill: drill.value, days: days.value };
    const [found, all] = await Promise.all([
      api.record(query, running.signal),
      drills.value.length ? drills.value : api.drills(),
    ]);
    record.value = found;
    drills.value = all;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else if (!(cause instanceof DOMException)) throw cause;
  }
}

watch([() => preferences.solverId, drill, days], load, { immediate: true });
whenPutBack(load);
</script>

<template>
  <main class="record">
    <header>
      <h1>Record</h1>
      <label>
        Drill
        <select v-model="drill" class="field" data-test="record-drill">
          <option value="">all</option>
          <optgroup v-for="[stage, all] in byStage" :key="stage" :label="stage">
            <option v-for="d in all" :key="d.id" :value="d.id">{{ d.title }}</option>
          </optgroup>
        </select>
      </label>
      <div class="ranges" role="group" aria-label="Range">
        <button
          v-for="range in ranges"
          :key="range.value"
          type="button"
          class="knob"
          :aria-pressed="days === range.value"
          @click="days = range.value"
        >
          {{ range.title }}
        </button>
      </div>
      <RouterLink class="knob first" :to="{ name: 'casebook' }">Casebook</RouterLink>
      <RouterLink class="knob" :to="{ name: 'sheet', query: drill ? { drill } : {} }">A sheet</RouterLink>
      <RouterLink class="knob" :to="{ name: 'data' }">Out and in</RouterLink>
    </header>
    <p v-if="problem" class="plate failure" role="alert">
      {{ problem.message }} <button type="button" class="knob" @click="load">Try again</button>
    </p>
    <p v-else-if="!preferences.solverId" class="plate failure soft">
      Say who you are in the bar; then every answer is kept here.
    </p>
    <template v-else-if="record">
      <p v-if="record.attempts === 0" class="plate failure">
        Nothing here yet. <RouterLink :to="{ name: 'today' }">Today</RouterLink> has a first task.
      </p>
      <template v-else>
        <div class="tops">
          <SolveFigures v-if="!drill" />
          <section class="plate figures" aria-label="Averages">
            <p class="figure">
              <b data-test="attempts">{{ record.attempts }}</b> <span class="soft">answers, {{ share }} % right</span>
            </p>
            <p class="figure">
              <b>{{ spentWords(record.ms) }}</b> <span class="soft">on tasks</span>
            </p>
            <p v-for="a in record.averages" :key="a.of" class="figure">
              <b>{{ a.isDnf ? 'DNF' : seconds(a.current) }}</b>
              <span class="soft"
                >{{ names[a.of] }}<template v-if="a.best !== null">, best {{ seconds(a.best) }}</template></span
              >
            </p>
          </section>
        </div>
        <section v-if="drill" class="plate trend" aria-labelledby="record-trend">
          <h2 id="record-trend">Times, wrong answers left out</h2>
          <TrendChart :trend="record.trend" />
          <details>
            <summary>The same as a table</summary>
            <div class="scroll" tabindex="0" role="region" aria-label="Times and averages">
              <table>
                <thead>
                  <tr>
                    <th scope="col">When</th>
                    <th scope="col">Time</th>
                    <th scope="col">Of 5</th>
                    <th scope="col">Of 12</th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="(p, i) in record.trend" :key="i">
                    <td>{{ time.format(Date.parse(p.at)) }}</td>
                    <td>{{ p.ms === null ? 'wrong' : seconds(p.ms) }}</td>
                    <td>{{ seconds(p.of5 ?? null) }}</td>
                    <td>{{ seconds(p.of12 ?? null) }}</td>
                  </tr>
                </tbody>
              </table>
            </div>
          </details>
        </section>
        <section v-else class="plate trend" aria-labelledby="record-drills">
          <h2 id="record-drills">Drill by drill: times are compared within one</h2>
          <div class="scroll" tabindex="0" role="region" aria-label="Drills">
            <table data-test="drill-figures">
              <thead>
                <tr>
                  <th scope="col">Stage, drill</th>
                  <th scope="col">Right</th>
                  <th scope="col">On tasks</th>
                  <th scope="col">Average of 5</th>
                  <th scope="col">Of 12</th>
                </tr>
              </thead>
              <tbody v-for="s in stages" :key="s.title">
                <tr class="stage">
                  <th scope="rowgroup">{{ s.title }}</th>
                  <td>{{ s.right }} of {{ s.attempts }}</td>
                  <td>{{ spentWords(s.ms) }}</td>
                  <td colspan="2" />
                </tr>
                <tr v-for="d in s.drills" :key="d.drill">
                  <td class="within">
                    <button type="button" class="plain link" @click="drill = d.drill">{{ d.title }}</button>
                  </td>
                  <td>{{ d.right }} of {{ d.attempts }}</td>
                  <td>{{ spentWords(d.ms) }}</td>
                  <td>{{ seconds(d.of5) }}</td>
                  <td>{{ seconds(d.of12) }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
        <section class="plate" aria-labelledby="record-weak">
          <h2 id="record-weak">Weakest first</h2>
          <div class="scroll" tabindex="0" role="region" aria-label="Cases">
            <table>
              <thead>
                <tr>
                  <th scope="col">Case</th>
                  <th scope="col">State</th>
                  <th scope="col">Right</th>
                  <th scope="col">Usual</th>
                  <th scope="col">Again</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="c in record.cases" :key="`${c.drill} ${c.case}`">
                  <td>{{ c.title }}</td>
                  <td :class="{ good: c.state === 'fast' || c.state === 'known' }">{{ c.state }}</td>
                  <td>{{ c.right }} of {{ c.attempts }}</td>
                  <td>{{ seconds(c.usualMs ?? null) }}</td>
                  <td>{{ c.due ? untilWords(c.due) : '' }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
        <section class="plate" aria-labelledby="record-days">
          <h2 id="record-days">Days</h2>
          <PracticeCalendar :days="record.days" />
          <h2>Last answers</h2>
          <div class="scroll" tabindex="0" role="region" aria-label="Last answers">
            <table>
              <tbody>
                <tr v-for="a in record.last" :key="a.id">
                  <td class="when">{{ time.format(Date.parse(a.at)) }}</td>
                  <td>
                    {{ title(a.drill) }}<span class="soft">, {{ primes(a.caseTitle) }}</span>
                  </td>
                  <td :class="a.right ? 'good' : 'look-here'">{{ a.right ? seconds(a.ms) : 'wrong' }}</td>
                  <td>
                    <RouterLink :to="explanationOf({ ...a, isOwn: a.isPlan })">explain</RouterLink>
                  </td>
                  <td>
                    <button
                      type="button"
                      class="delete"
                      :aria-label="`Delete the answer of ${time.format(Date.parse(a.at))}`"
                      @click="remove(a)"
                    >
                      ×
                    </button>
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
      </template>
    </template>
    <p v-else class="plate failure soft">Reading the record …</p>
  </main>
</template>

<style scoped>
.record {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  grid-template-rows: auto auto auto minmax(0, 1fr);
  gap: 10px;
  height: 100%;
  padding: 12px 14px;
}

header,
.failure,
.tops,
.trend {
  grid-column: 1 / -1;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: center;
}

h1 {
  font-size: 20px;
}

header label {
  display: flex;
  gap: 8px;
  align-items: center;
}

.field {
  width: auto;
  min-height: 38px;
  font-family: var(--sans);
  font-size: 15px;
}

.tops {
  display: grid;
  gap: 10px;
}

tr.stage > * {
  padding-top: 8px;
  font-weight: 600;
}

tr.stage th {
  text-align: left;
}

.within {
  padding-left: 16px;
}

.link {
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 3px;
}

.ranges {
  display: flex;
  gap: 6px;
}

header .first {
  margin-left: auto;
}

header a {
  color: inherit;
  text-decoration: none;
}

section,
.failure {
  padding: 10px 14px;
}

section {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

.figures {
  display: flex;
  flex-flow: row wrap;
  gap: 6px 28px;
}

.figure {
  display: flex;
  gap: 6px;
  align-items: baseline;
}

.figure b {
  font-size: 20px;
  font-variant-numeric: tabular-nums;
}

.scroll {
  flex: 1;
  min-height: 0;
  overflow: auto;
}

.trend .scroll {
  max-height: 180px;
}

summary {
  cursor: pointer;
  color: var(--ink-soft);
  font-size: 14px;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}

th {
  color: var(--ink-soft);
  font-weight: 400;
  text-align: left;
}

td,
th {
  padding: 2px 8px 2px 0;
  white-space: nowrap;
}

td:first-child,
td:nth-child(2) {
  white-space: normal;
}

td.when {
  white-space: nowrap;
}

td a {
  color: inherit;
}

@media (max-width: 900px), (max-height: 640px) {
  .record {
    display: flex;
    flex-direction: column;
    height: auto;
    padding: 8px;
  }

  .scroll {
    max-height: 300px;
  }
}
</style>
