<script setup lang="ts">
import { useStorage } from '@vueuse/core';
import { computed, defineAsyncComponent, onMounted, ref, shallowRef, toRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, Problem, type Scramble, type Solve, type SolvePage, type Status } from '@/shared/api/client';
import { useCalls } from '@/features/practice/useCalls';
import { deleting, whenPutBack } from '@/shared/deleting';
import { newKey } from '@/shared/ids';
import { useKeys } from '@/shared/keys/useKeys';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { useNumber, useWord } from '@/shared/useAddress';
import LivePlate from './LivePlate.vue';
import SolveList from './SolveList.vue';
import { useSolveQueue } from './solveQueue';
import { clock, solved } from '@/shared/solveTime';
import TimerDial from './TimerDial.vue';
import TimerFigures from './TimerFigures.vue';
import TimerScramble from './TimerScramble.vue';
import TimeStrip from './TimeStrip.vue';
import { useCubeLook } from './useCubeLook';
import { useLiveCube } from './useLiveCube';
import { useTimer } from './useTimer';

/** A solve is timed here; what was timed stands below. A time is shown when it is safe. */
const TrendChart = defineAsyncComponent(() => import('@/features/practice/TrendChart.vue'));
const preferences = usePreferences();
const queue = useSolveQueue();

const inspects = useStorage('tin-compass.inspects', true);
const method = useWord('method', () => preferences.habits.method);
const purpose = useWord('purpose', '');
const page = useNumber('page', 1);
const pageSize = 7;
const methods = shallowRef<Status['methods']>([]);
const scramble = shallowRef<Scramble | null>(null);
const next = shallowRef<Promise<Scramble> | null>(null);
const series = shallowRef<SolvePage | null>(null);
const problem = shallowRef<Problem | null>(null);
const last = shallowRef<{ ms: number; solve: Solve | null; isSafe: boolean } | null>(null);
const saving = ref(false);
const newest = latest();
const router = useRouter();
const seriesQuery = computed(() => ({
  ...(method.value === preferences.habits.method ? {} : { method: method.value }),
  ...(purpose.value ? { purpose: purpose.value } : {}),
}));

const timer = useTimer(inspects, (ms, inspectionMs) => void keep(ms, inspectionMs));
const { phase, isLooking } = timer;
/** A cube that reports starts and stops the time itself. */
const { cube, isSolving, runningMs } = useLiveCube(toRef(preferences, 'solverId'), finished);
const { isFed, giveUp } = useCubeLook(
  timer,
  cube,
  toRef(preferences, 'solverId'),
  inspects,
  (refused) => (problem.value = refused),
);
const isRunning = computed(() => phase.value === 'running' || isSolving.value);
const calls = useCalls(timer.lookedMs, isLooking);

const time = computed(() => {
  if (isRunning.value) return ((isSolving.value ? runningMs.value : timer.runningMs.value) / 1000).toFixed(1);
  if (isLooking.value) return String(Math.floor(timer.lookedMs.value / 1000));
  if (saving.value) return '…';
  if (last.value?.solve) return solved(last.value.solve);
  return last.value ? clock(last.value.ms) : '0.00';
});
const words = computed(() => {
  if (isSolving.value) return 'the last turn stops';
  if (phase.value === 'running') return 'any key or a touch stops';
  if (isFed.value && cube.value?.isSimulated) return 'somebody made up solves it';
  if (isFed.value && isLooking.value) return calls.call.value || 'the first turn starts';
  if (isFed.value && cube.value!.phase === 'ready')
    return inspects.value ? 'space: look for fifteen seconds' : 'the first turn starts';
  if (isFed.value) return 'turn the scramble on your cube';
  if (phase.value === 'ready') return 'let go to start';
  if (isLooking.value) return calls.call.value || 'hold space, let go to start';
  if (saving.value) return 'is being kept';
  if (last.value && !last.value.isSafe) return preferences.solverId ? 'kept in this browser so far' : 'not kept';
  if (last.value?.solve && last.value.solve.purpose !== purpose.value)
    return `kept under “${last.value.solve.purpose}”`;
  return inspects.value ? 'space: look for fifteen seconds' : 'hold space, let go to start';
});

async function draw() {
  try {
    const coming = next.value ?? api.drawScramble();
    next.value = null;
    scramble.value = await coming;
    // The one after it is fetched ahead, so that it stands there at once.
    next.value = api.drawScramble();
    next.value.catch(() => (next.value = null));
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    problem.value = cause;
  }
}

async function load() {
  const isNewest = newest();
  if (!preferences.solverId) {
    series.value = null;
    return;
  }
  try {
    const found = await api.solves(
      {
        solverId: preferences.solverId,
        method: method.value,
        purpose: purpose.value,
        page: Math.max(1, page.value),
        pageSize,
      },
      null,
    );
    if (!isNewest()) return;
    series.value = found;
    problem.value = null;
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    if (isNewest()) problem.value = cause;
  }
}

/** A stopped time is written down before it is shown. */
async function keep(ms: number, inspectionMs: number | null) {
  const solving = scramble.value;
  if (!solving) return;
  if (!preferences.solverId) {
    last.value = { ms, solve: null, isSafe: false };
    void draw();
    return;
  }
  saving.value = true;
  try {
    const solve = await queue.add({
      key: newKey(),
      solverId: preferences.solverId,
      scramble: solving.scramble,
      ms,
      method: method.value,
      purpose: purpose.value,
      ...(inspectionMs === null ? {} : { inspectionMs }),
    });
    last.value = { ms, solve, isSafe: solve !== null };
  } finally {
    saving.value = false;
  }
  page.value = 1;
  await Promise.all([draw(), load()]);
}

/** A cube has solved: it is kept already. */
function finished(solve: Solve) {
  last.value = { ms: solve.ms, solve, isSafe: true };
  page.value = 1;
  // What a simulated cube did stands for itself: the scramble is still to be solved.
  if (solve.purpose === purpose.value) void draw();
  void load();
}

/** The cube that reports is asked for the scramble that is shown. */
watch([() => isFed.value && !cube.value?.isSimulated, scramble, method, purpose], async ([asks]) => {
  if (!asks || !scramble.value || !preferences.solverId) return;
  try {
    await api.askScramble({
      solverId: preferences.solverId,
      scramble: scramble.value.scramble,
      method: method.value,
      purpose: purpose.value,
    });
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    problem.value = cause;
  }
});

function changed(solve: Solve) {
  if (last.value?.solve?.id === solve.id) last.value = { ...last.value, solve };
  void load();
}

async function toggleLast(penalty: 'plusTwo' | 'dnf') {
  const solve = last.value?.solve ?? series.value?.items[0];
  if (!solve) return;
  try {
    const wanted = solve.penalty === penalty ? 'none' : penalty;
    changed(await api.changeSolve(solve.id, { solverId: solve.solverId, penalty: wanted }));
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    problem.value = cause;
  }
}

async function remove(solve: Solve) {
  await deleting(`The solve ${solved(solve)}`, () => api.deleteSolve(solve.id, solve.solverId), load);
  if (last.value?.solve?.id === solve.id) last.value = null;
}

function removeLast() {
  const solve = last.value?.solve ?? series.value?.items[0];
  if (solve) void remove(solve);
}

onMounted(async () => {
  void draw();
  void api.status().then(
    (status) => (methods.value = status.methods),
    () => {},
  );
  if (queue.count > 0 && (await queue.flush())) void load();
});
watch(
  () => queue.count,
  (count, before) => {
    if (count >= before) return;
    // What waited has arrived.
    if (last.value && !last.value.isSafe) last.value = { ...last.value, isSafe: true };
    void load();
  },
);
watch([toRef(preferences, 'solverId'), method, purpose], () => {
  page.value = 1;
  last.value = null;
  void load();
});
watch(page, load);
whenPutBack(load);
void load();

useKeys('Timer', [
  {
    keys: ['g'],
    shown: 'G',
    does: 'where the time goes',
    run: () => void router.push({ name: 'spent', query: seriesQuery.value }),
  },
  { keys: ['n'], shown: 'N', does: 'another scramble', run: () => void draw() },
  {
    keys: ['2'],
    shown: '2',
    does: 'two seconds more for the last solve, or not',
    run: () => void toggleLast('plusTwo'),
  },
  { keys: ['x'], shown: 'X', does: 'the last solve does not count, or does', run: () => void toggleLast('dnf') },
  { keys: ['i'], shown: 'I', does: 'with or without inspection', run: () => (inspects.value = !inspects.value) },
  { keys: ['u'], shown: 'U', does: 'sounds of the calls, on or off', run: () => calls.toggle() },
  { keys: ['Delete', 'Backspace'], shown: 'Del', does: 'delete the last solve', run: removeLast },
  {
    keys: ['Escape'],
    shown: 'Esc',
    does: 'give up the inspection',
    run: giveUp,
  },
]);
</script>

<template>
  <main class="timer" :class="{ alone: phase === 'running' && !isFed }">
    <h1 class="unseen">Timer</h1>
    <section class="plate scramble-plate" aria-label="Scramble">
      <TimerScramble :scramble="scramble?.scramble ?? ''" :cube />
      <div class="controls">
        <button type="button" class="knob small" @click="draw">another <span class="key">N</span></button>
        <button type="button" class="knob small" :aria-pressed="inspects" @click="inspects = !inspects">
          inspection <span class="key">I</span>
        </button>
        <button
          type="button"
          class="knob small"
          :aria-pressed="calls.sounds.value"
          :disabled="!inspects"
          @click="calls.toggle()"
        >
          sounds <span class="key">U</span>
        </button>
        <RouterLink class="knob small" data-test="spent" :to="{ name: 'spent', query: seriesQuery }">
          where the time goes <span class="key">G</span>
        </RouterLink>
        <RouterLink class="knob small" data-test="own-hands" :to="{ name: 'hands' }">your hands</RouterLink>
        <label class="pick">
          Method
          <select v-model="method" class="field" data-test="timer-method">
            <option v-for="m in methods" :key="m.id" :value="m.id">{{ m.title }}</option>
          </select>
        </label>
        <label class="pick">
          Purpose
          <input
            v-model.lazy="purpose"
            class="field"
            list="timer-purposes"
            maxlength="40"
            placeholder="any"
            data-test="timer-purpose"
          />
          <datalist id="timer-purposes">
            <option
              v-for="s in series?.series.filter((x) => x.purpose)"
              :key="s.method + s.purpose"
              :value="s.purpose"
            />
          </datalist>
        </label>
      </div>
    </section>
    <LivePlate :cube :facelets="scramble?.facelets ?? ''" :scramble="scramble?.scramble ?? ''" :method />
    <section class="plate dial-plate" data-test="dial">
      <TimerDial :phase="isSolving ? 'running' : phase" :looked-ms="timer.lookedMs.value" :is-looking :time :words />
      <div class="controls last" :class="{ gone: !last?.solve || phase !== 'idle' || isSolving }">
        <button
          type="button"
          class="knob small"
          :aria-pressed="last?.solve?.penalty === 'plusTwo'"
          @click="toggleLast('plusTwo')"
        >
          +2 <span class="key">2</span>
        </button>
        <button
          type="button"
          class="knob small"
          :aria-pressed="last?.solve?.penalty === 'dnf'"
          @click="toggleLast('dnf')"
        >
          DNF <span class="key">X</span>
        </button>
        <button type="button" class="knob small" @click="removeLast">delete <span class="key">Del</span></button>
        <RouterLink
          v-if="last?.solve?.turns"
          class="knob small"
          data-test="review-last"
          :to="{ name: 'solve', params: { id: last.solve.id } }"
        >
          What it lost
        </RouterLink>
      </div>
      <p v-if="!preferences.solverId" class="soft">Say who you are in the bar: then times are kept.</p>
      <p v-if="queue.count > 0 && !saving" class="look-here" role="status" data-test="waiting">
        {{ queue.count === 1 ? '1 time waits' : `${queue.count} times wait` }} in this browser.
        {{ queue.problem?.message }}
        <button type="button" class="knob small" @click="queue.flush()">Send again</button>
        <button
          v-if="queue.problem && queue.problem.code !== 'unreachable'"
          type="button"
          class="knob small"
          @click="queue.forgetAll()"
        >
          Forget
        </button>
      </p>
    </section>
    <TimerFigures v-if="series && series.figures.count > 0" :figures="series.figures" />
    <p v-else class="plate note soft">
      {{
        problem?.message ??
        (preferences.solverId
          ? 'No solve in this series yet: its averages will stand here.'
          : 'Averages will stand here.')
      }}
    </p>
    <section v-if="series && series.figures.count > 0" class="plate strip-plate" aria-label="Times">
      <TimeStrip :trend="series.trend" :figures="series.figures" />
      <TrendChart v-if="series.trend.length > 1" :trend="series.trend" class="trend" />
    </section>
    <SolveList
      v-if="series && series.figures.count > 0"
      v-model:page="page"
      :solves="series.items"
      :total="series.figures.count"
      :page-size
      @changed="changed"
      @remove="remove"
    />
  </main>
</template>

<style scoped>
.timer {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr) 330px;
  grid-template-rows: auto auto minmax(0, 1fr);
  gap: 10px;
  min-height: 100%;
  padding: 10px 12px;
}

.scramble-plate {
  display: flex;
  flex-wrap: wrap;
  grid-column: 1 / -1;
  gap: 6px 16px;
  align-items: center;
  justify-content: space-between;
  padding: 8px 14px;
}

.controls {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.controls.last {
  justify-content: center;
}

/* Its place stays. */
.controls.gone {
  visibility: hidden;
}

.pick {
  display: flex;
  gap: 6px;
  align-items: center;
  margin-left: 6px;
}

.pick .field {
  width: 110px;
  min-height: 30px;
  padding: 0 8px;
  font: 15px var(--sans);
}

.dial-plate {
  display: grid;
  gap: 6px;
  align-content: start;
  padding: 10px 14px;
}

.dial-plate {
  cursor: pointer;
  touch-action: none;
  user-select: none;
}

.dial-plate p {
  text-align: center;
}

.note {
  padding: 14px;
}

.strip-plate {
  grid-column: 1 / 3;
  padding: 8px 12px;
}

.trend {
  height: 176px;
}

/* While a solve runs nothing else asks to be looked at. */
.timer.alone > :not(.dial-plate) {
  opacity: 0.25;
}

@media (max-width: 900px) {
  .timer {
    display: flex;
    flex-direction: column;
  }

  .dial-plate {
    min-height: 0;
  }
}
</style>
