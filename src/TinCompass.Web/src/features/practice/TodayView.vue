<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, Problem, type Drill, type Session, type Spent, type Today } from '@/shared/api/client';
import { whenPutBack } from '@/shared/deleting';
import { useKeys } from '@/shared/keys/useKeys';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { useNumber } from '@/shared/useAddress';
import { useDrill } from './drillStore';
import Wear from './Wear.vue';
import { spentWords } from './words';

/** What to do today and why: one key begins. */
const drill = useDrill();
const preferences = usePreferences();
const router = useRouter();

const today = shallowRef<Today | null>(null);
const drills = shallowRef<Drill[]>([]);
const left = shallowRef<Session | null>(null);
const habits = shallowRef<Spent['habits']>([]);
/** So many things that cost time in solves are told. */
const mostHabits = 2;
const problem = shallowRef<Problem | null>(null);
const minutes = useNumber('minutes', 10);

const due = computed(() => today.value?.parts.reduce((sum, p) => sum + p.due + p.weak, 0) ?? 0);
const fresh = computed(() => today.value?.parts.reduce((sum, p) => sum + p.new, 0) ?? 0);
/** So many drills are listed; the rest in one line. */
const mostListed = 9;
const listed = computed(() => today.value?.parts.slice(0, mostListed) ?? []);
const others = computed(() => today.value?.parts.slice(mostListed) ?? []);
/** The drills by the stage they belong to, in the order of the book. */
const topics = computed(() => {
  const found = new Map<string, Today['topics']>();
  for (const topic of today.value?.topics ?? [])
    found.set(topic.stageTitle, [...(found.get(topic.stageTitle) ?? []), topic]);
  return [...found].map(([name, all]) => ({ name, all }));
});
/** The first task of somebody new: the first drill of the book. */
const newcomersDrill = computed(() => drills.value[0]?.id ?? '');
const whatOf = (id: string) => drills.value.find((d) => d.id === id)?.what ?? '';

const newest = latest();
async function load() {
  problem.value = null;
  const isNewest = newest();
  try {
    drills.value = await api.drills();
    if (!preferences.solverId) {
      today.value = null;
      return;
    }
    const [plan, open] = await Promise.all([
      api.today(preferences.solverId, minutes.value),
      api.openSession(preferences.solverId),
    ]);
    if (!isNewest()) return;
    today.value = plan;
    left.value = open;
    void readSolves(isNewest);
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}

/** What timed solves say comes when it is read: what is due does not wait for it. */
async function readSolves(isNewest: () => boolean) {
  habits.value = [];
  try {
    const spent = await api.spent({
      solverId: preferences.solverId!,
      method: preferences.habits.method,
      purpose: '',
    });
    // One line for a drill: its dearest.
    const trained = spent.habits.filter((h, i, all) => h.drill && all.findIndex((o) => o.drill === h.drill) === i);
    if (isNewest()) habits.value = trained.slice(0, mostHabits);
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
  }
}

watch([() => preferences.solverId, minutes], load, { immediate: true });
whenPutBack(load);

async function begin(programme: string, tasks?: number) {
  if (!preferences.solverId) return;
  await drill.start(programme, tasks ? { tasks } : { minutes: minutes.value });
  if (drill.problem) problem.value = drill.problem;
  else void router.push({ name: 'drill' });
}

async function goOn() {
  await drill.find();
  void router.push({ name: 'drill' });
}

function main() {
  if (left.value) void goOn();
  else if (today.value?.isNew) void begin(newcomersDrill.value, 5);
  else void begin('today');
}

useKeys('Today', [
  { keys: [' ', 'Enter'], shown: 'space', does: 'begin, or go on', run: main },
  ...[5, 10, 20].map((n) => ({
    keys: [String(n).charAt(0)],
    shown: String(n).charAt(0),
    does: `${n} minutes`,
    run: () => void (minutes.value = n),
  })),
]);
</script>

<template>
  <main class="today">
    <header>
      <h1>Today</h1>
      <p v-if="today && today.practisedTodayMs > 0" class="soft">
        {{ spentWords(today.practisedTodayMs) }} practised so far
      </p>
    </header>
    <p v-if="problem" class="plate failure" role="alert">
      {{ problem.message }} <button type="button" class="knob" @click="load">Try again</button>
    </p>
    <section v-if="!preferences.solverId && !problem" class="plate lead-plate">
      <p class="lead">Short drills against the clock, and a plan that knows what is due.</p>
      <p class="soft">Say who you are in the bar, and the first task takes less than a minute.</p>
    </section>
    <template v-else-if="today">
      <section class="plate lead-plate" data-test="today-lead">
        <template v-if="left">
          <p class="lead">You left a session at task {{ left.done + 1 }}.</p>
          <button type="button" class="knob main big" @click="goOn">Go on <span class="key">space</span></button>
        </template>
        <template v-else-if="today.isNew">
          <p class="lead">
            A cross is planned edge by edge, and the craft begins with telling good edges from bad ones.
          </p>
          <p class="soft">Five tasks, a minute in all: mark the edges that need two turns to get into the base.</p>
          <button type="button" class="knob main big" @click="begin(newcomersDrill, 5)">
            First task <span class="key">space</span>
          </button>
        </template>
        <template v-else>
          <p class="lead">
            <template v-if="due > 0">{{ due }} {{ due === 1 ? 'case is' : 'cases are' }} due</template>
            <template v-else>Nothing is due</template>
            <template v-if="fresh > 0">, {{ fresh }} new</template>.
          </p>
          <div class="lengths" role="group" aria-label="How long">
            <button
              v-for="n in [5, 10, 20]"
              :key="n"
              type="button"
              class="knob"
              :aria-pressed="minutes === n"
              @click="minutes = n"
            >
              {{ n }} min <span class="key wide-only">{{ String(n).charAt(0) }}</span>
            </button>
            <button type="button" class="knob main big" @click="begin('today')">
              Begin <span class="key">space</span>
            </button>
          </div>
        </template>
      </section>
      <section class="plate" aria-labelledby="today-plan">
        <h2 id="today-plan">What fits into {{ minutes }} minutes</h2>
        <ol class="parts">
          <li v-for="part in listed" :key="part.drill">
            <b>{{ part.title }}</b>
            <span class="soft">{{ part.tasks }} {{ part.tasks === 1 ? 'task' : 'tasks' }}, {{ part.minutes }} min</span>
            <span class="why">
              <span v-if="part.weak" class="look-here">{{ part.weak }} went wrong</span>
              <span v-if="part.due">{{ part.due }} due</span>
              <span v-if="part.new" class="good">{{ part.new }} new</span>
            </span>
          </li>
          <li v-if="others.length > 0" class="soft">
            and {{ others.reduce((sum, p) => sum + p.tasks, 0) }} tasks of {{ others.length }} more
          </li>
        </ol>
        <p v-if="today.parts.length === 0" class="soft">
          Everything is fresh. Choose a drill at the right, or plan crosses.
        </p>
        <h2>Why</h2>
        <ul class="weak">
          <li v-for="h in habits" :key="h.sentence" data-test="from-solves">
            <span>{{ h.sentence }}</span>
            <button type="button" class="knob" @click="begin(h.drill!, 10)">{{ h.drillTitle }}</button>
          </li>
          <li v-for="w in today.weaknesses" :key="w.words">
            <span>{{ w.words }}</span>
            <button type="button" class="knob" @click="begin(w.drill, 10)">{{ w.title }}</button>
          </li>
        </ul>
        <p v-if="today.weaknesses.length === 0 && habits.length === 0" class="soft">
          Nothing goes wrong again and again in your plans. Keep some at the desk and this looks through the last
          thirty.
        </p>
      </section>
      <section class="plate" aria-labelledby="today-drills">
        <h2 id="today-drills">Drills, ten tasks each</h2>
        <div class="topics">
          <div v-for="topic in topics" :key="topic.name">
            <h3>{{ topic.name }}</h3>
            <ul class="drills">
              <li v-for="t in topic.all" :key="t.drill">
                <button
                  type="button"
                  class="drill"
                  :data-drill="t.drill"
                  :title="whatOf(t.drill)"
                  @click="begin(t.drill, 10)"
                >
                  <b>{{ t.title }}</b>
                  <Wear :topic="t" />
                </button>
              </li>
            </ul>
          </div>
        </div>
      </section>
    </template>
    <p v-else-if="!problem" class="plate lead-plate soft">Looking at what is due …</p>
  </main>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 10px;
  align-content: start;
  padding: 12px 14px;
}

header,
.failure,
.lead-plate {
  grid-column: 1 / -1;
}

header {
  display: flex;
  gap: 16px;
  align-items: baseline;
}

h1 {
  font-size: 20px;
}

section {
  padding: 12px 16px;
}

.lead-plate {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 18px 20px;
}

.failure {
  padding: 12px 14px;
}

.lead {
  font-size: 24px;
}

.lengths {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.big {
  min-height: 52px;
  font-size: 18px;
}

.parts,
.weak,
.drills {
  display: grid;
  gap: 6px;
  margin: 8px 0 14px;
  list-style: none;
}

.parts li,
.why {
  display: flex;
  gap: 10px;
}

.weak li {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: space-between;
}

.topics {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 16px;
}

h3 {
  margin: 6px 0 0;
  font-size: 14px;
  font-weight: 400;
  color: var(--ink-soft);
}

.drills {
  gap: 2px;
}

.drill {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 8px;
  align-items: baseline;
  width: 100%;
  padding: 4px 8px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  text-align: left;
}

.drill:hover {
  border-color: var(--hairline);
  background: var(--enamel-low);
}

/* Beside each other the two lists scroll, not the view. */
@media (min-width: 901px) {
  .today {
    grid-template-rows: auto auto minmax(0, 1fr);
    height: 100%;
  }

  .today > section:not(.lead-plate) {
    min-height: 0;
    overflow: auto;
  }
}

@media (max-width: 900px) {
  .today {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px;
  }
}
</style>
