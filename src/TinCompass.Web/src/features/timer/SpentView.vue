<script setup lang="ts">
import { computed, onScopeDispose, shallowRef, toRef, watch } from 'vue';
import { api, Problem, type Spent } from '@/shared/api/client';
import { usePractise } from '@/features/practice/usePractise';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { seconds } from '@/shared/text';
import { useNumber, useWord } from '@/shared/useAddress';
import SpentBars from './SpentBars.vue';

/** Over many solves: where the seconds go, what costs most again and again, and where those of a goal can come from. */
const preferences = usePreferences();
const method = useWord('method', () => preferences.habits.method);
const purpose = useWord('purpose', '');
/** The goal in seconds; 0 takes the next round figure. */
const goal = useNumber('goal', 0);
const spent = shallowRef<Spent | null>(null);
const problem = shallowRef<Problem | null>(null);
const newest = latest();
// Nobody reads on for a page that is left.
onScopeDispose(() => newest());
const practise = usePractise((refused) => (problem.value = refused));

async function load() {
  const isNewest = newest();
  if (!preferences.solverId) {
    spent.value = null;
    return;
  }
  try {
    const found = await api.spent({
      solverId: preferences.solverId,
      method: method.value,
      purpose: purpose.value,
      ...(goal.value > 0 ? { goal: goal.value * 1000 } : {}),
    });
    if (!isNewest()) return;
    [spent.value, problem.value] = [found, null];
    // What is not read yet is read while one looks at the rest.
    if (found.unread > 0) void load();
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    if (isNewest()) problem.value = cause;
  }
}
watch([toRef(preferences, 'solverId'), method, purpose, goal], load, { immediate: true });

const hasSimulated = computed(() => spent.value?.stages.some((s) => s.simulated) ?? false);
/** What is worth a row: less than a twentieth of a second is not. */
const shares = computed(() => spent.value?.goal?.shares.filter((s, i) => i === 0 || s.share >= 50) ?? []);
const solves = (n: number) => (n === 1 ? '1 solve' : `${n} solves`);
const timer = computed(() => ({ name: 'timer', query: purpose.value ? { purpose: purpose.value } : {} }));
</script>

<template>
  <main class="spent">
    <header>
      <h1>Where the time goes</h1>
      <RouterLink :to="timer">to the timer</RouterLink>
    </header>
    <p v-if="!preferences.solverId" class="plate note soft">Say who you are in the bar: then your solves are read.</p>
    <p v-else-if="problem" class="plate note" role="alert">
      {{ problem.message }} <button type="button" class="knob small" @click="load">Try again</button>
    </p>
    <p v-else-if="!spent" class="plate note soft">Reading the solves …</p>
    <p v-else-if="spent.solves === 0" class="plate note soft" data-test="nothing">
      No {{ spent.title }} solve of the last thirty days is known turn by turn, with times: a cube that reports its
      turns brings them, and so does writing them down (R'@1250) in the timer.
    </p>
    <template v-else>
      <section class="plate top">
        <p class="sentence" data-test="dearest">
          <template v-if="spent.habits[0]">{{ spent.habits[0].sentence }}</template>
          <template v-else>Nothing costs time again and again.</template>
          <button
            v-if="spent.habits[0]?.drill"
            type="button"
            class="knob small"
            @click="practise(spent.habits[0].drill)"
          >
            Practise: {{ spent.habits[0].drillTitle }}
          </button>
        </p>
        <p class="soft">
          {{ spent.title }}{{ purpose ? `, ${purpose}` : '' }} · {{ solves(spent.solves) }} of the last thirty days,
          {{ seconds(spent.mean!) }} on average<template v-if="spent.solvesBefore > 0">
            · before them {{ solves(spent.solvesBefore) }}, {{ seconds(spent.meanBefore!) }}</template
          ><template v-if="spent.unread > 0"> · reading {{ spent.unread }} more …</template>
        </p>
      </section>
      <section class="plate stages" aria-label="Stage by stage">
        <SpentBars :stages="spent.stages" />
        <p v-if="hasSimulated" class="soft">
          Simulated: solvers of the same mean whom we made up, with hands that are invented. No people were measured.
        </p>
      </section>
      <section class="plate habits" aria-label="What costs most">
        <h2>Costs most, again and again</h2>
        <ol>
          <li v-for="h in spent.habits" :key="h.stage + h.kind" data-test="habit">
            <span>{{ h.sentence }}</span>
            <span v-if="h.eachBefore !== null" class="soft">a month ago {{ seconds(h.eachBefore) }}</span>
            <button v-if="h.drill" type="button" class="knob small" @click="practise(h.drill)">
              {{ h.drillTitle }}
            </button>
          </li>
        </ol>
      </section>
      <section v-if="spent.goal" class="plate goal" aria-label="A goal">
        <h2>
          <label for="goal">A goal, in seconds</label>
          <input
            id="goal"
            class="field"
            type="number"
            min="1"
            max="600"
            :value="Math.round(spent.goal.ms / 1000)"
            @change="goal = Math.max(0, Math.round(Number(($event.target as HTMLInputElement).value)))"
          />
        </h2>
        <p data-test="goal">{{ spent.goal.sentence }}</p>
        <table v-if="shares.length > 0" class="shares">
          <thead>
            <tr>
              <th>Where</th>
              <th>now</th>
              <th>better quarter</th>
              <th>should come</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="s in shares" :key="s.title + s.isLooking">
              <td>{{ s.isLooking ? `looking before: ${s.title}` : s.title }}</td>
              <td>{{ seconds(s.now) }}</td>
              <td>{{ seconds(s.good) }}</td>
              <td>
                <strong>{{ seconds(s.share) }}</strong>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
  </main>
</template>

<style scoped>
.spent {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px;
  align-content: start;
  padding: 12px 14px;
}

header,
.note,
.top,
.stages {
  grid-column: 1 / -1;
}

header {
  display: flex;
  gap: 14px;
  align-items: baseline;
}

h1 {
  font-size: 22px;
}

h2 {
  display: flex;
  gap: 10px;
  align-items: center;
  font-size: 17px;
}

.note {
  padding: 16px;
}

.top,
.stages,
.habits,
.goal {
  display: grid;
  gap: 8px;
  align-content: start;
  padding: 12px 16px;
}

.sentence {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  font-size: 21px;
  font-weight: 600;
}

.sentence .knob {
  font-size: 15px;
}

.habits ol {
  display: grid;
  gap: 8px;
  padding-left: 22px;
}

.habits li > span {
  margin-right: 10px;
}

.goal .field {
  width: 84px;
  min-height: 32px;
}

.shares {
  border-collapse: collapse;
}

.shares :is(th, td) {
  padding: 3px 6px;
  border-bottom: 1px solid var(--hairline);
  text-align: right;
}

.shares :is(th, td):first-child {
  text-align: left;
}

.shares td:not(:first-child) {
  font-family: var(--mono);
}

@media (max-width: 900px) {
  .spent {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
