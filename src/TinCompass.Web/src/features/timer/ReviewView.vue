<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { queryOf } from '@/desk/address';
import { api, Problem, type Review, type Status } from '@/shared/api/client';
import { usePractise } from '@/features/practice/usePractise';
import { useKeys } from '@/shared/keys/useKeys';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { primes, seconds } from '@/shared/text';
import { useNumber, useWord } from '@/shared/useAddress';
import { solved } from '@/shared/solveTime';

/** A solve as its course line: each stage as wide as its time, pauses as gaps, what was lost hatched; above it the one sentence. */
const route = useRoute();
const preferences = usePreferences();
const review = shallowRef<Review | null>(null);
const problem = shallowRef<Problem | null>(null);
/** The stage that is looked at, from 1. */
const at = useNumber('stage', 0);
/** The method it is read by; empty for the one that fits best. */
const readAs = useWord('method', '');
const methods = shallowRef<Status['methods']>([]);
api.status().then(
  (status) => (methods.value = status.methods),
  // Without the others it can still be read by what fits best.
  () => undefined,
);
const newest = latest();

async function load() {
  const isNewest = newest();
  try {
    const found = await api.review(Number(route.params['id']), readAs.value || undefined);
    if (!isNewest()) return;
    [review.value, problem.value] = [found, null];
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    if (isNewest()) problem.value = cause;
  }
}
watch([() => route.params['id'], readAs], load, { immediate: true });

const stages = computed(() => review.value?.stages ?? []);
/** Where nobody has chosen, the stage that lost most. */
const index = computed(() => {
  if (at.value >= 1 && at.value <= stages.value.length) return at.value - 1;
  return Math.max(
    0,
    stages.value.findIndex((s) => s.stage === review.value?.worst?.stage),
  );
});
const stage = computed(() => stages.value[index.value]);
const isTimed = computed(() => review.value?.ms !== null);

/** How wide a stage and the pause before it are: by time where it is known, else by turns. */
const line = computed(() =>
  stages.value.map((s) => {
    const lost = s.losses.filter((l) => l.kind !== 'before').reduce((sum, l) => sum + (l.ms ?? 0), 0);
    const whole = isTimed.value ? (s.turningMs ?? 0) : s.htm;
    const over = s.losses.find((l) => l.kind === 'turns')?.count ?? 0;
    return {
      gap: isTimed.value ? (s.recognitionMs ?? 0) : 0,
      whole,
      lost: whole === 0 ? 0 : Math.min(1, isTimed.value ? lost / whole : over / whole),
    };
  }),
);

/** The desk at a moment of the solve, with the solver's own turns from there. */
function deskAt(made: string, own: string) {
  const r = review.value!;
  const where = { scramble: r.solve.scramble, method: r.method, color: r.color, own };
  return { name: 'desk', query: queryOf(made ? { ...where, plan: made, stop: 1 } : where) };
}

const practise = usePractise((refused) => (problem.value = refused));

function move(by: number) {
  at.value = Math.max(1, Math.min(stages.value.length, index.value + 1 + by));
}

useKeys('Review', [
  { keys: ['ArrowRight'], shown: '→', does: 'next stage', run: () => move(1), repeats: true },
  { keys: ['ArrowLeft'], shown: '←', does: 'stage before', run: () => move(-1), repeats: true },
]);
</script>

<template>
  <main class="review">
    <header>
      <h1>Review</h1>
      <RouterLink :to="{ name: 'timer' }">to the timer</RouterLink>
    </header>
    <p v-if="problem" class="plate note" role="alert">
      {{ problem.message }} <button type="button" class="knob small" @click="load">Try again</button>
    </p>
    <p v-else-if="!review" class="plate note soft">Reading the solve …</p>
    <template v-else>
      <section class="plate top">
        <p class="sentence" data-test="worst">
          <template v-if="!review.followsMethod"
            >This solve follows no method we know. Its stages are shown as {{ review.methodTitle }} would read them.
          </template>
          <template v-if="review.worst">{{ review.worst.sentence }}</template>
          <template v-else-if="!review.followsMethod">No pause stands out.</template>
          <template v-else>No stage took more turns than the best, and no pause stands out.</template>
          <button
            v-if="review.worst?.drill && preferences.solverId"
            type="button"
            class="knob small"
            @click="practise(review.worst.drill)"
          >
            Practise: {{ review.worst.drillTitle }}
          </button>
        </p>
        <p class="soft">
          {{ solved(review.solve) }} · read as
          <select v-model="readAs" class="field method" aria-label="Method it is read by">
            <option value="">{{ readAs ? 'what fits best' : review.methodTitle }}</option>
            <option v-for="m in methods" :key="m.id" :value="m.id">{{ m.title }}</option>
          </select>
          on {{ review.color }}
          <template v-if="review.paceMs"> · {{ (review.paceMs / 1000).toFixed(2) }} s a move</template>
          <span v-if="!review.isSolved" class="look-here"> · the cube is not solved at its end</span>
        </p>
        <p class="sequence soft">{{ primes(review.solve.scramble) }}</p>
        <ol class="line" aria-label="The stages of the solve">
          <template v-for="(s, i) in stages" :key="s.stage">
            <li v-if="line[i]!.gap > 0" class="pause" :style="{ flexGrow: line[i]!.gap }" aria-hidden="true">
              <i :class="{ long: s.losses.some((l) => l.kind === 'before') }" />
            </li>
            <li class="stage" :style="{ flexGrow: Math.max(line[i]!.whole, 1) }">
              <button
                type="button"
                :aria-current="i === index ? 'step' : undefined"
                :data-stage="s.stage"
                @click="at = i + 1"
              >
                <i class="lost" :style="{ width: `${line[i]!.lost * 100}%` }" aria-hidden="true" />
                <strong>{{ s.title }}</strong>
                <span class="soft">{{ s.turningMs === null ? `${s.htm} HTM` : seconds(s.turningMs) }}</span>
              </button>
            </li>
          </template>
        </ol>
        <p class="soft legend">
          {{
            isTimed
              ? 'Each stage is as wide as its time, the gaps are the pauses before it'
              : 'Each stage is as wide as its turns'
          }}; what was lost is hatched.
        </p>
      </section>
      <section v-if="stage" class="plate detail" :aria-label="stage.title" data-test="stage">
        <div class="heading">
          <h2>{{ stage.title }}</h2>
          <RouterLink v-if="stage.turns" class="knob small" :to="deskAt(stage.made, stage.turns)"
            >at the desk</RouterLink
          >
        </div>
        <p v-if="!stage.turns" class="soft">It stood already: nothing to turn.</p>
        <p class="sequence turns">{{ primes(stage.turns) }}</p>
        <p class="soft">
          {{ stage.htm }} HTM, {{ stage.stm }} STM<template v-if="stage.rotations"
            >, {{ stage.rotations }} {{ stage.rotations === 1 ? 'rotation' : 'rotations' }}</template
          ><template v-if="stage.regrips"
            >, {{ stage.regrips }} {{ stage.regrips === 1 ? 'regrip' : 'regrips' }}</template
          >
          <template v-if="stage.turningMs !== null">
            · turned in {{ seconds(stage.turningMs)
            }}<template v-if="stage.recognitionMs !== null">, seen in {{ seconds(stage.recognitionMs) }}</template>
          </template>
        </p>
        <ul v-if="stage.losses.length > 0" class="losses">
          <li v-for="loss in stage.losses" :key="loss.kind" class="look-here">
            {{ loss.sentence }}
            <button
              v-if="loss.drill && preferences.solverId"
              type="button"
              class="knob small"
              @click="practise(loss.drill)"
            >
              {{ loss.drillTitle }}
            </button>
          </li>
        </ul>
        <ul v-if="stage.pauses.length > 0" class="pauses" aria-label="Where the hands stood still" data-test="pauses">
          <li v-for="pause in stage.pauses" :key="pause.turn">
            {{ primes(pause.sentence) }}
            <RouterLink :to="deskAt(pause.made, pause.left)" :aria-label="`Turn ${pause.turn} at the desk`"
              >at the desk</RouterLink
            >
          </li>
        </ul>
        <p v-if="stage.pauses.length > 0" class="soft legend">
          In view is what lies on top or shows a sticker in front.
        </p>
        <p v-if="stage.verdict">{{ stage.verdict }}</p>
        <ul v-if="stage.advice.length > 0" class="points" data-test="advice">
          <li v-for="said in stage.advice" :key="said">{{ primes(said) }}</li>
        </ul>
        <ul v-if="stage.hints.length > 0" class="points">
          <li v-for="hint in stage.hints" :key="hint">{{ hint }}</li>
        </ul>
      </section>
    </template>
  </main>
</template>

<style scoped>
.review {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 12px 14px;
}

header {
  display: flex;
  gap: 14px;
  align-items: baseline;
}

h1 {
  font-size: 22px;
}

.note {
  padding: 16px;
}

.top,
.detail {
  display: grid;
  gap: 8px;
  padding: 14px 16px;
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

.line {
  display: flex;
  padding: 8px 0 0;
  list-style: none;
}

.pause {
  display: flex;
  flex-basis: 0;
  align-items: center;
  min-width: 4px;
}

.pause i {
  width: 100%;
  border-top: 2px dashed var(--hairline);
}

.pause i.long {
  border-top: 4px dashed var(--needle);
}

.stage {
  flex-basis: 0;
  min-width: 66px;
}

.stage button {
  position: relative;
  display: grid;
  justify-items: start;
  width: 100%;
  min-height: 74px;
  padding: 8px 10px;
  overflow: hidden;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--enamel-low);
  white-space: nowrap;
}

.stage button[aria-current] {
  border-color: var(--needle);
  border-width: 2px;
}

.stage strong,
.stage span {
  position: relative;
  padding: 0 3px;
  border-radius: 3px;
  background: var(--enamel-low);
}

.lost {
  position: absolute;
  inset: 0 0 0 auto;
  background: repeating-linear-gradient(-45deg, var(--needle) 0 2px, transparent 2px 8px);
}

.legend {
  font-size: 13px;
}

.turns {
  font-size: 18px;
}

.method {
  width: auto;
  min-height: 0;
  padding: 2px 6px;
  font-size: inherit;
}

.losses,
.pauses {
  list-style: none;
}

.points {
  display: grid;
  gap: 4px;
  padding-left: 20px;
}

@media (max-width: 640px) {
  .line {
    flex-direction: column;
    gap: 4px;
  }

  .pause {
    display: none;
  }
}
</style>
