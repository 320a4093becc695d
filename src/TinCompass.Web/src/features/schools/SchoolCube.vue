<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import type { Problem } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import type { Step } from './useSteps';

/** The cube of a school: its scramble, how it stands, and what has been made so far. */
const props = withDefaults(
  defineProps<{
    scramble: string;
    facelets: string;
    problem: Problem | null;
    steps: readonly Step[];
    written?: ReadonlyMap<number, string>;
  }>(),
  { written: () => new Map() },
);
const emit = defineEmits<{ ask: [scramble: string]; back: [] }>();
const preferences = usePreferences();
const typed = ref(props.scramble);
const turnCount = computed(
  () => props.steps.flatMap((s) => s.turns.split(' ')).filter((t) => !/^[xyz]/.test(t)).length,
);

watch(
  () => props.scramble,
  (now) => (typed.value = now),
);
</script>

<template>
  <section class="plate which" aria-label="The cube">
    <form class="asked" @submit.prevent="emit('ask', typed.trim())">
      <label for="cube-scramble">Scramble</label>
      <input
        id="cube-scramble"
        v-model="typed"
        class="field sequence"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        :aria-invalid="problem !== null"
        aria-describedby="cube-problem"
      />
      <button type="submit" class="knob">Show</button>
    </form>
    <p v-if="problem" id="cube-problem" class="field-error" role="alert">{{ primes(problem.message) }}</p>
    <div class="cube">
      <CubeFlat :facelets="facelets || '.'.repeat(54)" :marked="preferences.marks" :written />
    </div>
    <ol v-if="steps.length > 0" class="steps" aria-label="Made so far" data-test="steps">
      <li v-for="(step, i) in steps" :key="i">
        <span class="soft">{{ step.told }}</span> <span class="sequence">{{ primes(step.turns) }}</span>
      </li>
    </ol>
    <div class="asked">
      <button type="button" class="knob" :disabled="steps.length === 0" @click="emit('back')">
        Take the last back <span class="key wide-only">B</span>
      </button>
      <span v-if="steps.length > 0" class="soft" data-test="turn-count">{{ turnCount }} turns so far</span>
    </div>
  </section>
</template>

<style scoped>
.which {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 12px 16px;
}

.cube {
  flex: 1;
  min-height: 200px;
}

.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

.asked .field {
  flex: 1;
  min-width: 120px;
}

.steps {
  max-height: 34%;
  margin-left: 22px;
  overflow: auto;
}

.steps .soft {
  margin-right: 8px;
}

@media (width <= 800px) {
  .steps {
    max-height: none;
  }
}
</style>
