<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core';
import { computed, useTemplateRef } from 'vue';
import { usePreferences } from '@/shared/preferences';
import { primes, seconds } from '@/shared/text';
import { useBaseUp } from './baseUp';
import { useDesk } from './deskStore';
import { faceOf } from './faces';

/** The own sequence at the stop that is shown: typed or turned, judged by the stage that stands there, kept in the log. */
const desk = useDesk();
const preferences = usePreferences();
const baseUp = useBaseUp();
const field = useTemplateRef('field');

const face = computed(() => faceOf(desk.stage));
/** While one types, the cube follows and the line at the right says how it goes. */
const tryLater = useDebounceFn(() => desk.tryOwn(), 150);
const isJudged = computed(() => desk.judged !== null && desk.judgedText === desk.own);

function edit() {
  field.value?.focus();
}

/** Enter judges; Enter on what has been judged keeps it. */
async function submit() {
  if (isJudged.value) await desk.keepOwn();
  else await desk.judge();
}

defineExpose({ edit });
</script>

<template>
  <section class="plate panel" aria-label="Your own">
    <form @submit.prevent="submit">
      <div class="above">
        <label for="own">
          {{ face?.own.label?.() ?? `Your sequence after stop ${desk.stop}` }} <span class="key wide-only">O</span>
          <span v-if="desk.stop === 0" class="soft held"
            >after <b class="sequence">{{ primes(baseUp.rotation(desk.hold)) || 'no rotation' }}</b></span
          >
        </label>
        <span class="again">
          <button type="button" class="plain" :disabled="desk.past.length === 0" @click="desk.undo()">
            undo <span class="key wide-only">Z</span>
          </button>
          <button type="button" class="plain" :disabled="desk.future.length === 0" @click="desk.redo()">
            redo <span class="key wide-only">Y</span>
          </button>
          <span v-if="!desk.ownProblem && desk.planningMs !== null" class="soft"
            >planned in {{ seconds(desk.planningMs) }}</span
          >
        </span>
      </div>
      <div class="entry">
        <input
          id="own"
          ref="field"
          v-model="desk.own"
          class="field"
          type="text"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :placeholder="face?.own.placeholder"
          :aria-invalid="desk.ownProblem !== null"
          :aria-describedby="desk.ownProblem ? 'own-error' : undefined"
          @input="
            desk.typedOwn();
            void tryLater();
          "
        />
        <button
          type="submit"
          class="knob"
          :class="{ main: isJudged && !desk.kept }"
          :disabled="isJudged && (desk.kept || !preferences.solverId)"
        >
          {{ isJudged ? (desk.kept ? 'Kept' : 'Keep') : 'Judge' }} <span class="key wide-only">↵</span>
        </button>
      </div>
      <p v-if="desk.ownProblem" id="own-error" class="field-error" role="alert">{{ desk.ownProblem.message }}</p>
    </form>
    <div class="verdict" aria-live="polite" aria-label="Verdict" role="region" tabindex="0" data-test="verdict">
      <component :is="face.verdict" v-if="face && desk.judged" />
      <p v-else class="soft">
        Plan before you look: type your turns, or drag the layers of the cube. The turn that cost something is named.
      </p>
      <p v-if="isJudged && !preferences.solverId" class="soft">Choose a solver at the top left to keep it in a log.</p>
    </div>
    <label class="cover">
      <input v-model="preferences.covered" type="checkbox" @change="desk.uncovered = false" />
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
  padding: 7px 14px 9px;
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

.above {
  display: flex;
  gap: 12px;
  align-items: baseline;
  justify-content: space-between;
}

.again {
  display: inline-flex;
  gap: 12px;
}

.again .plain:disabled {
  opacity: 0.5;
}

.verdict {
  max-height: 92px;
  overflow: auto;
}

.verdict :deep(.headline) {
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
