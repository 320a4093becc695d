<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue';
import { storeToRefs } from 'pinia';
import { useRouter } from 'vue-router';
import { usePlayback } from '@/desk/usePlayback';
import CubeFlat from '@/cube/CubeFlat.vue';
import CubeView from '@/cube/CubeView.vue';
import { looks, type Look } from '@/cube/looks';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import AnswerPanel from './AnswerPanel.vue';
import { useDrill } from './drillStore';
import { explanationOf, isBigger } from './explained';
import SessionEnd from './SessionEnd.vue';
import { useCalls } from './useCalls';
import VerdictPanel from './VerdictPanel.vue';

const drill = useDrill();
const preferences = usePreferences();
const router = useRouter();
const answerPanel = useTemplateRef('answerPanel');

const look = ref<Look>('front');
const now = ref(performance.now());
useIntervalFn(() => (now.value = performance.now()), 100);

const isOpen = computed(() => drill.stage === 'asked' || drill.stage === 'committed');
const elapsed = computed(() =>
  drill.stage === 'committed' && drill.firstMs !== null ? drill.firstMs : Math.max(0, drill.elapsed(now.value)),
);
const inspecting = computed(() => drill.stage === 'asked' && (drill.task?.isInspected ?? false));
const { call, sounds, toggle } = useCalls(elapsed, inspecting);
/** What is played before it is asked about: turn by turn at the solver's own speed, then the cube is covered. */
const played = computed(() =>
  drill.task?.played.length ? { facelets: drill.task.facelets, turns: drill.task.played } : null,
);
const playedTurn = ref(0);
const resting = computed(() => drill.task?.facelets ?? '');
const { pose, playing, toggle: play } = usePlayback(played, playedTurn, storeToRefs(preferences).motionMs, resting);
const isCovered = computed(
  () => played.value !== null && isOpen.value && !playing.value && playedTurn.value >= played.value.turns.length,
);
watch([() => drill.task, isOpen], () => {
  if (!played.value || !isOpen.value) return;
  playedTurn.value = 0;
  if (!playing.value) play();
});
const progress = computed(() => {
  const s = drill.session;
  if (!s) return '';
  const done = Math.min(s.done + (drill.stage === 'judged' ? 0 : 1), s.tasks ?? Infinity);
  if (s.tasks) return `task ${done} of ${s.tasks}`;
  return `task ${done} · ${(s.usedMs / 60_000).toFixed(1)} of ${s.minutes} min`;
});

onMounted(async () => {
  // A session begun a moment ago goes on; one that was left waits for its solver.
  if (drill.stage === 'idle') await drill.find();
  if (!drill.session && !drill.problem) void router.replace({ name: 'today' });
});
onBeforeUnmount(() => drill.pause());
watch(
  () => preferences.solverId,
  () => void router.push({ name: 'today' }),
);
watch(
  () => drill.stage,
  async (stage) => {
    await nextTick();
    if (stage === 'committed') answerPanel.value?.focus();
  },
);

function explain() {
  const v = drill.verdict;
  if (!v || drill.stage !== 'judged') return;
  void router.push(explanationOf({ ...v, isOwn: drill.task?.kind === 'turns' }));
}

function onward() {
  if (drill.stage === 'idle') drill.ask();
  else if (drill.stage === 'judged') drill.next();
  else if (drill.stage === 'asked' && drill.task?.kind === 'turns') drill.commit();
  else void drill.submit();
}

useKeys('Drill', [
  ...Array.from({ length: 9 }, (_, i) => ({
    keys: [String(i + 1)],
    shown: String(i + 1),
    does: `answer ${i + 1}`,
    run: () => {
      const option = drill.task?.options[i];
      if (option) void drill.choose(option.answer);
    },
  })).slice(0, 8),
  { keys: ['Enter', ' '], shown: 'space', does: 'planned, done, next', run: onward },
  { keys: ['i'], shown: 'I', does: 'a hint', run: () => void drill.askHint() },
  { keys: ['q'], shown: 'Q', does: 'pause, go on', run: () => (drill.stage === 'idle' ? drill.ask() : drill.pause()) },
  { keys: ['x'], shown: 'X', does: 'explain it at the desk', run: explain },
  {
    keys: ['v'],
    shown: 'V',
    does: 'look from above, below, behind',
    run: () => (look.value = looks[(looks.indexOf(look.value) + 1) % looks.length]!),
  },
  { keys: ['s'], shown: 'S', does: 'sounds of the calls on or off', run: toggle },
  { keys: ['e'], shown: 'E', does: 'end the session', run: () => void drill.end() },
]);
</script>

<template>
  <main class="drill">
    <header class="plate top">
      <h1>{{ drill.task?.title ?? 'Drill' }}</h1>
      <span class="soft">{{ progress }}</span>
      <span v-if="drill.task && drill.task.level > 1" class="soft">level {{ drill.task.level }}</span>
      <span v-if="drill.task?.caseTitle" class="soft wide-only">{{ drill.task.caseTitle }}</span>
      <span class="clock" role="timer" :class="{ over: inspecting && elapsed > 15000 }">
        {{ (elapsed / 1000).toFixed(isOpen ? 0 : 1) }}<small> s</small>
      </span>
      <button type="button" class="knob wide-only" :aria-pressed="sounds" @click="toggle">
        Sounds <span class="key">S</span>
      </button>
      <button
        type="button"
        class="knob"
        :disabled="drill.stage === 'over' || drill.stage === 'judged' || !drill.task"
        @click="drill.stage === 'idle' ? drill.ask() : drill.pause()"
      >
        {{ drill.stage === 'idle' ? 'Go on' : 'Pause' }} <span class="key wide-only">Q</span>
      </button>
      <button type="button" class="knob" :disabled="drill.stage === 'over'" @click="drill.end()">
        End <span class="key wide-only">E</span>
      </button>
    </header>
    <p v-if="drill.problem" class="plate failure" role="alert">
      {{ drill.problem.message }}
      <button v-if="drill.problem.code === 'unreachable'" type="button" class="knob" @click="onward">Try again</button>
    </p>
    <p v-if="drill.breakIsDue && !isOpen" class="plate care" role="status">
      Twenty-five minutes of turning: put the cube down and shake your hands out. Pain means stop; pain that stays is
      for a doctor. <button type="button" class="knob" @click="drill.tookBreak()">I had a break</button>
    </p>
    <SessionEnd v-if="drill.stage === 'over'" />
    <section v-else-if="drill.stage === 'idle' && drill.task" class="plate waiting">
      <p class="lead">
        {{ drill.session?.done ? `Task ${drill.task.number} is waiting.` : 'Ready when you are.' }}
      </p>
      <p class="soft">The clock starts when you go on. Nothing is lost: what you have answered is kept.</p>
      <button type="button" class="knob main" @click="drill.ask()">Go on <span class="key">space</span></button>
    </section>
    <div v-else-if="drill.task" class="desk">
      <section class="plate cube-plate" aria-label="Cube">
        <p class="soft held">
          {{ drill.task.hold }}
          <button type="button" class="plain" @click="look = looks[(looks.indexOf(look) + 1) % looks.length]!">
            turn it <span class="key wide-only">V</span>
          </button>
        </p>
        <p v-if="isCovered" class="covered" data-test="covered-cube">Covered: where are they now?</p>
        <div v-else class="solid">
          <CubeView
            :pose
            :label="`Cube, ${drill.task.hold}`"
            :marked="preferences.marks"
            :dark="preferences.isDark"
            :look
          />
        </div>
        <div v-if="!played" class="flat-box">
          <CubeFlat :facelets="drill.task.facelets" :marked="preferences.marks" />
        </div>
        <p v-if="drill.task.kind === 'turns' && !isBigger(drill.task.facelets)" class="soft scramble">
          Your cube: <span class="sequence">{{ drill.scramble ? primes(drill.scramble) : '…' }}</span>
          <template v-if="drill.task.rotation"
            >, then <span class="sequence">{{ primes(drill.task.rotation) }}</span></template
          >
        </p>
      </section>
      <section class="plate task">
        <h2>{{ drill.task.question }}</h2>
        <p v-if="drill.task.shown && !played" class="sequence shown" data-test="shown">
          {{ primes(drill.task.shown) }}
        </p>
        <p v-if="call" class="call look-here" role="status">{{ call }}</p>
        <p v-if="drill.hint" class="hint">{{ drill.hint }}</p>
        <VerdictPanel
          v-if="drill.stage === 'judged' && drill.verdict"
          :verdict="drill.verdict"
          @next="drill.next()"
          @explain="explain"
        />
        <AnswerPanel v-else ref="answerPanel" @onward="onward" />
      </section>
    </div>
  </main>
</template>

<style scoped>
.drill {
  display: flex;
  flex-direction: column;
  gap: 10px;
  height: 100%;
  padding: 12px 14px;
}

.covered {
  display: grid;
  flex: 1;
  place-items: center;
  min-height: 200px;
  color: var(--ink-soft);
  font-size: 20px;
}

.top {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 8px 14px;
}

h1 {
  font-size: 20px;
}

.clock {
  margin-left: auto;
  font-size: 34px;
  font-weight: 600;
  font-variant-numeric: tabular-nums;
  line-height: 1;
}

.clock small {
  font-size: 18px;
}

.clock.over {
  color: var(--needle);
}

.failure,
.care {
  padding: 12px 14px;
}

.waiting {
  display: grid;
  flex: 1;
  gap: 10px;
  place-content: center;
  justify-items: center;
  text-align: center;
}

.lead {
  font-size: 24px;
}

.desk {
  display: grid;
  flex: 1;
  grid-template-rows: minmax(0, 1fr);
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 10px;
  min-height: 0;
}

.cube-plate {
  display: grid;
  grid-template-rows: auto minmax(0, 5fr) minmax(0, 4fr) auto;
  padding: 10px 14px;
}

.held {
  display: flex;
  justify-content: space-between;
}

.solid,
.flat-box {
  min-height: 0;
}

.scramble {
  font-size: 14px;
}

.task {
  display: flex;
  flex-direction: column;
  gap: 14px;
  min-height: 0;
  padding: 18px 22px;
  overflow: auto;
}

h2 {
  font-size: 24px;
}

.shown {
  font-size: 30px;
}

.call {
  font-size: 22px;
  font-weight: 600;
}

.hint {
  padding: 8px 12px;
  border-left: 3px solid var(--verdigris);
  background: var(--verdigris-wash);
}

@media (max-width: 900px) {
  .drill {
    height: auto;
    min-height: 100%;
    padding: 8px;
  }

  .top {
    flex-wrap: wrap;
    gap: 8px;
    padding: 8px;
  }

  .desk {
    display: flex;
    flex-direction: column;
  }

  .cube-plate {
    display: block;
  }

  .solid {
    height: 200px;
  }

  .flat-box {
    height: 150px;
  }

  .task {
    padding: 12px;
  }

  h2 {
    font-size: 20px;
  }
}
</style>
