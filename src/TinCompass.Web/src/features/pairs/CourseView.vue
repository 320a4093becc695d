<script setup lang="ts">
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue';
import { onBeforeRouteUpdate, useRoute, useRouter, type LocationQuery } from 'vue-router';
import CubeView from '@/cube/CubeView.vue';
import { looks, type Look } from '@/cube/looks';
import { usePlan } from '@/features/plan/planStore';
import { usePlayback } from '@/features/plan/usePlayback';
import { toCube, toShown } from '@/shared/api/scheme';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import BesidePanel from './BesidePanel.vue';
import CourseLine from './CourseLine.vue';
import { useCourse, type Beside, type CourseAddress } from './courseStore';
import StopPanel from './StopPanel.vue';

const course = useCourse();
const plan = usePlan();
const preferences = usePreferences();
const route = useRoute();
const router = useRouter();
const ownField = useTemplateRef('ownField');

const { turn, played } = storeToRefs(course);
const { motionMs } = storeToRefs(preferences);
const facelets = computed(() => course.course?.facelets ?? '');
const { pose, playing, count, go, toggle } = usePlayback(played, turn, motionMs, facelets);
const look = ref<Look>('front');
const besides: Beside[] = ['pairs', 'schools', 'kept'];
const solved = computed(() => course.course?.orders.length === 0 && course.stops.length === 1);
const hold = computed(() =>
  course.showing === 'own'
    ? course.judgement?.hold
    : (course.stops.findLast((_, i) => course.starts[i]! <= turn.value)?.hold ?? ''),
);
const byWords = { time: 'by time', turns: 'by turns' };

const text = (value: LocationQuery[string] | undefined) => (typeof value === 'string' ? value : '');

function addressOf(query: LocationQuery): CourseAddress {
  const stop = Number.parseInt(text(query['stop']), 10);
  return toShown({
    scramble: text(query['scramble']),
    made: text(query['made']),
    color: text(query['color']),
    chosen: text(query['chosen']),
    stop: Number.isFinite(stop) && stop >= 0 ? stop : 1,
  });
}

/** From the address; else what Plan shows; else a new scramble with its best cross. */
async function follow(query: LocationQuery) {
  const wanted = addressOf(query);
  if (wanted.scramble) await course.open(wanted);
  else if (course.course && (!plan.scramble || plan.scramble === course.scramble)) writeAddress();
  else await fromPlan();
}

async function fromPlan() {
  if (!plan.scramble) await plan.drawScramble();
  if (!plan.scramble) {
    course.problem = plan.failure;
    return;
  }
  const own = plan.showing === 'own' && plan.judgement?.isCross;
  await course.open({
    scramble: plan.scramble,
    made: own ? plan.judgement!.read : plan.chosen,
    color: plan.color,
    chosen: '',
    stop: 1,
  });
}

async function drawNew() {
  await plan.drawScramble();
  await fromPlan();
}

function writeAddress() {
  if (!course.scramble || course.loading) return;
  const query = toCube({
    scramble: course.scramble,
    color: course.color,
    ...(course.made ? { made: course.made } : {}),
    ...(course.chosen.length > 0 ? { chosen: course.chosen.join(';') } : {}),
    ...(course.stop !== 1 ? { stop: String(course.stop) } : {}),
  });
  const same = route.query['scramble'] === query.scramble || !route.query['scramble'];
  void router[same ? 'replace' : 'push']({ name: 'course', query });
}

onMounted(() => follow(route.query));
onBeforeRouteUpdate(async (to) => {
  const wanted = addressOf(to.query);
  if (!wanted.scramble) return course.scramble === '';
  if (wanted.scramble !== course.scramble || wanted.made !== course.made || wanted.chosen !== course.chosen.join(';'))
    await course.open(wanted);
  return true;
});
watch(() => [course.scramble, course.made, course.chosen, course.stop, course.loading], writeAddress);
// The stop shown follows the turns that are played.
watch(turn, (now) => {
  if (course.showing !== 'course' || !playing.value) return;
  const at = course.starts.findLastIndex((start, i) => i < course.stops.length && start < now);
  if (at >= 0 && at !== course.stop) {
    course.stop = at;
    void course.look();
  }
});

useKeys('Pairs', [
  { keys: ['n'], shown: 'N', does: 'new scramble with its best cross', run: () => void drawNew() },
  ...[0, 1, 2, 3, 4].map((i) => ({
    keys: [String(i + 1)],
    shown: String(i + 1),
    does: i === 0 ? 'the cross' : `pair ${i}`,
    run: () => {
      if (course.stops[i]) void course.show(i);
    },
  })),
  { keys: ['ArrowRight'], shown: '→', does: 'one turn on', run: () => go(turn.value + 1), repeats: true },
  { keys: ['ArrowLeft'], shown: '←', does: 'one turn back', run: () => go(turn.value - 1), repeats: true },
  { keys: [' '], shown: 'space', does: 'play, stop', run: toggle },
  { keys: ['Home'], shown: 'Home', does: 'before the first turn', run: () => go(0) },
  { keys: ['End'], shown: 'End', does: 'after the last turn', run: () => go(count.value) },
  { keys: ['b'], shown: 'B', does: 'planned by time, by turns', run: () => void course.nextMeasure() },
  { keys: ['m'], shown: 'M', does: 'more ways: 1 and 2 turns longer', run: () => void course.nextSlack() },
  {
    keys: ['e'],
    shown: 'E',
    does: 'open pairs, schools, kept courses',
    run: () => void course.setBeside(besides[(besides.indexOf(course.beside) + 1) % besides.length]!),
  },
  { keys: ['o'], shown: 'O', does: 'your own sequence', run: () => ownField.value?.focus() },
  { keys: ['k'], shown: 'K', does: 'keep the course', run: () => void course.keep() },
  {
    keys: ['v'],
    shown: 'V',
    does: 'look from above, below, behind',
    run: () => (look.value = looks[(looks.indexOf(look.value) + 1) % looks.length]!),
  },
]);
</script>

<template>
  <main class="course-view" :aria-busy="course.loading">
    <header class="top">
      <h1>Pairs</h1>
      <p class="soft scramble">
        after <span class="sequence">{{ primes(course.scramble) }}</span>
      </p>
      <button type="button" class="knob" @click="course.nextMeasure()">
        {{ byWords[course.by] }} <span class="key wide-only">B</span>
      </button>
      <button type="button" class="knob main" @click="drawNew()">
        New scramble <span class="key wide-only">N</span>
      </button>
    </header>
    <p v-if="course.problem" class="plate failure" role="alert">
      {{ primes(course.problem.message) }}
      <RouterLink v-if="course.problem.field === 'made'" :to="{ name: 'plan', query: { scramble: course.scramble } }"
        >Plan its cross</RouterLink
      >
      <button v-else type="button" class="knob" @click="course.plan()">Try again</button>
    </p>
    <template v-if="course.course">
      <CourseLine />
      <div class="desk">
        <section class="plate column" aria-label="Cube">
          <header>
            <span class="plate-title">{{ hold }}</span>
          </header>
          <div class="stage">
            <CubeView
              :pose
              :label="`Cube, ${hold}, turn ${turn} of ${count}`"
              :marked="preferences.marks"
              :dark="preferences.isDark"
              :look
            />
          </div>
          <input
            type="range"
            min="0"
            :max="count"
            :value="turn"
            aria-label="Turn shown"
            :aria-valuetext="`turn ${turn} of ${count}`"
            @input="go(Number(($event.target as HTMLInputElement).value))"
          />
          <footer>
            <button type="button" class="knob" aria-label="One turn back" :disabled="turn === 0" @click="go(turn - 1)">
              <span class="key">←</span>
            </button>
            <button type="button" class="knob" :disabled="count === 0" @click="toggle">
              {{ playing ? 'Stop' : 'Play' }} <span class="key wide-only">space</span>
            </button>
            <button type="button" class="knob" aria-label="One turn on" :disabled="turn >= count" @click="go(turn + 1)">
              <span class="key">→</span>
            </button>
            <span class="soft count">turn {{ turn }} of {{ count }}</span>
          </footer>
        </section>
        <StopPanel v-if="!solved || course.showing === 'own'" />
        <section v-else class="plate column">
          <p class="good">All four pairs stand already: nothing is left to do in the first two layers.</p>
        </section>
        <BesidePanel />
      </div>
      <form class="plate own" @submit.prevent="course.judge()">
        <label for="own-pairs">Your own sequence <span class="key wide-only">O</span></label>
        <input
          id="own-pairs"
          ref="ownField"
          v-model="course.own"
          class="field"
          type="text"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          placeholder="for one pair or all, after the cross, then Enter"
          :aria-invalid="course.ownProblem !== null"
          :aria-describedby="course.ownProblem ? 'own-pairs-error' : undefined"
        />
        <button type="submit" class="knob">Judge <span class="key wide-only">↵</span></button>
        <p v-if="course.ownProblem" id="own-pairs-error" class="field-error" role="alert">
          {{ course.ownProblem.message }}
        </p>
      </form>
    </template>
    <p v-else-if="!course.problem" class="plate failure soft">Planning the pairs …</p>
  </main>
</template>

<style scoped>
.course-view {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  gap: 10px;
  height: 100%;
  padding: 12px 14px;
}

.course-view:has(> .failure) {
  grid-template-rows: auto auto auto minmax(0, 1fr) auto;
}

.top {
  display: flex;
  gap: 12px;
  align-items: center;
}

h1 {
  font-size: 20px;
}

.scramble {
  flex: 1;
  min-width: 0;
}

.failure {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 10px 14px;
}

.desk {
  display: grid;
  grid-template-columns: minmax(0, 320px) minmax(0, 1fr) minmax(0, 360px);
  gap: 10px;
  min-height: 0;
}

.stage {
  flex: 1;
  min-height: 190px;
}

input[type='range'] {
  width: 100%;
  accent-color: var(--needle);
}

footer {
  display: flex;
  gap: 5px;
  align-items: center;
  padding-top: 6px;
}

footer .knob {
  padding: 0 10px;
}

.count {
  margin-left: auto;
  font-size: 14px;
  white-space: nowrap;
}

.own {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 4px 12px;
  align-items: center;
  padding: 8px 14px;
}

.own .field-error {
  grid-column: 2;
}

@media (max-width: 1100px), (max-height: 640px) {
  .course-view {
    display: flex;
    flex-direction: column;
    height: auto;
    min-height: 100%;
  }

  .desk {
    min-height: 420px;
  }
}

@media (max-width: 900px) {
  .desk {
    display: flex;
    flex-direction: column;
  }

  .stage {
    flex: none;
    height: 250px;
  }
}

@media (max-width: 640px) {
  .course-view {
    padding: 8px;
  }

  .top {
    flex-wrap: wrap;
    justify-content: space-between;
  }

  .scramble {
    flex: 1 1 100%;
    order: 1;
  }

  .own {
    grid-template-columns: 1fr;
  }

  .own .field-error {
    grid-column: 1;
  }
}
</style>
