<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { usePreferences } from '@/shared/preferences';
import { primes, seconds } from '@/shared/text';
import { usePlan } from './planStore';

const plan = usePlan();
const preferences = usePreferences();
const field = useTemplateRef('field');

const first = computed(() => plan.judgement?.mistakes[0] ?? null);
/** While one types, the cube follows and the line at the right says how it goes. */
const tryLater = useDebounceFn(() => plan.tryOwn(), 150);
const isJudged = computed(() => plan.judgement !== null && plan.judged === plan.own);

function edit() {
  field.value?.focus();
}

/** Enter judges; Enter on what has been judged keeps it. */
async function submit() {
  if (isJudged.value) await plan.keep();
  else await plan.judge();
}

defineExpose({ edit });
</script>

<template>
  <section class="plate panel" aria-label="Your plan">
    <form @submit.prevent="submit">
      <label for="own">
        Your plan for {{ plan.color }} <span class="key wide-only">O</span>
        <span class="soft held"
          >after <b class="sequence">{{ plan.hold ? primes(plan.hold) : 'no rotation' }}</b></span
        >
      </label>
      <div class="entry">
        <input
          id="own"
          ref="field"
          v-model="plan.own"
          class="field"
          type="text"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          placeholder="your turns, then Enter"
          :aria-invalid="plan.ownProblem !== null"
          :aria-describedby="plan.ownProblem ? 'own-error' : undefined"
          @input="
            plan.typedOwn();
            void tryLater();
          "
        />
        <button
          type="submit"
          class="knob"
          :class="{ main: isJudged && !plan.kept }"
          :disabled="isJudged && (plan.kept || !preferences.solverId)"
        >
          {{ isJudged ? (plan.kept ? 'Kept' : 'Keep') : 'Judge' }} <span class="key wide-only">↵</span>
        </button>
      </div>
      <p v-if="plan.ownProblem" id="own-error" class="field-error" role="alert">{{ plan.ownProblem.message }}</p>
      <div class="again">
        <button type="button" class="plain" :disabled="plan.past.length === 0" @click="plan.undo()">
          undo <span class="key wide-only">Z</span>
        </button>
        <button type="button" class="plain" :disabled="plan.future.length === 0" @click="plan.redo()">
          redo <span class="key wide-only">Y</span>
        </button>
        <span v-if="!plan.ownProblem && plan.planningMs !== null" class="soft"
          >planned in {{ seconds(plan.planningMs) }}</span
        >
      </div>
    </form>
    <div class="verdict" aria-live="polite" data-test="verdict">
      <p v-if="plan.judgement && !isJudged" class="headline" :class="{ good: plan.judgement.mistakes.length === 0 }">
        {{ primes(plan.judgement.progress) }}
      </p>
      <template v-else-if="plan.judgement">
        <p class="headline" :class="{ good: plan.judgement.isCross && plan.judgement.overBest === 0 }">
          {{ primes(plan.judgement.verdict) }}
        </p>
        <p v-if="first">
          <span class="look-here">{{ primes(first.words) }}</span> Instead:
          <b class="sequence good">{{ primes(first.instead) }}</b>
        </p>
        <p v-if="plan.judgement.onward">
          From where you stopped: <b class="sequence good">{{ primes(plan.judgement.onward) }}</b>
        </p>
        <p v-if="first && first.number > 1" class="good">
          {{ first.number === 2 ? 'Your first turn is' : `Your first ${first.number - 1} turns are` }} on a best way.
        </p>
        <p v-if="plan.kept" class="soft">Kept in the log.</p>
        <p v-else-if="isJudged && !preferences.solverId" class="soft">
          Choose a solver at the top left to keep it in a log.
        </p>
      </template>
      <p v-else class="soft">
        Plan before you look: type your turns, or drag the layers of the cube. The turn that cost something is named.
      </p>
    </div>
    <label class="cover">
      <input v-model="preferences.covered" type="checkbox" @change="plan.uncovered = false" />
      <span>Cover the answers until I have planned <span class="key wide-only">C</span></span>
    </label>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  grid-template-columns: minmax(0, 460px) minmax(0, 1fr) 200px;
  gap: 6px 22px;
  align-items: start;
  padding: 10px 14px;
}

label {
  display: block;
  margin-bottom: 4px;
  font-weight: 600;
}

.held {
  margin-left: 8px;
  font-weight: 400;
}

.entry {
  display: flex;
  gap: 8px;
}

.entry .knob {
  min-height: 42px;
}

.again {
  display: flex;
  gap: 16px;
  padding-top: 4px;
}

.again .plain:disabled {
  opacity: 0.5;
}

.headline {
  font-size: 17px;
  font-weight: 600;
}

.cover {
  display: flex;
  gap: 8px;
  align-items: flex-start;
  font-weight: 400;
}

.cover input {
  width: 18px;
  height: 18px;
  margin: 1px 0 0;
  accent-color: var(--needle);
}

@media (max-width: 900px) {
  .panel {
    grid-template-columns: 1fr;
  }
}
</style>
