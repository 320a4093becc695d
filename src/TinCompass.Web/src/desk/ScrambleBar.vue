<script setup lang="ts">
import { computed, useTemplateRef } from 'vue';
import { usePreferences } from '@/shared/preferences';
import { useDesk } from './deskStore';

const desk = useDesk();
const preferences = usePreferences();
const emit = defineEmits<{ wish: []; paint: [] }>();
const field = useTemplateRef('field');

const pointer = computed(() => {
  const problem = desk.scrambleProblem;
  if (!problem?.column || (problem.line ?? 1) > 1) return '';
  return ' '.repeat(problem.column - 1) + '^'.repeat(Math.max(1, problem.offending.length));
});

function edit() {
  field.value?.focus();
  field.value?.select();
}

/** The field is left at once: a key that follows is the desk's. A text that cannot be read is gone back to. */
async function submit() {
  field.value?.blur();
  await desk.open(desk.draft);
  if (desk.scrambleProblem) field.value?.focus();
}

defineExpose({ edit });
</script>

<template>
  <form class="bar plate" @submit.prevent="submit">
    <label for="scramble">Scramble <span class="key wide-only">S</span></label>
    <div class="entry">
      <input
        id="scramble"
        ref="field"
        v-model="desk.draft"
        class="field"
        type="text"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        :placeholder="`R U' F2 …, held ${preferences.colorOf('white')} up, ${preferences.colorOf('green')} in front`"
        :aria-invalid="desk.scrambleProblem !== null"
        :aria-describedby="desk.scrambleProblem ? 'scramble-error' : undefined"
        @input="desk.scrambleProblem = null"
        @paste="desk.scrambleProblem = null"
      />
      <div v-if="desk.scrambleProblem" id="scramble-error" class="field-error" role="alert">
        <pre v-if="pointer" aria-hidden="true">{{ pointer }}</pre>
        {{ desk.scrambleProblem.message }}
      </div>
    </div>
    <button type="submit" class="knob">Show <span class="key wide-only">↵</span></button>
    <button type="button" class="knob" @click="emit('paint')">Paint <span class="key wide-only">I</span></button>
    <button type="button" class="knob" @click="emit('wish')">Wish <span class="key wide-only">W</span></button>
    <button type="button" class="knob main" @click="desk.drawScramble()">
      {{ preferences.listed.length > 0 ? `Next of ${preferences.listed.length}` : 'New scramble' }}
      <span class="key wide-only">N</span>
    </button>
  </form>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 10px;
  align-items: flex-start;
  padding: 5px 8px 5px 14px;
}

label {
  padding-top: 10px;
  color: var(--ink-soft);
  white-space: nowrap;
}

.entry {
  flex: 1;
  min-width: 0;
}

.field {
  min-height: 40px;
}

.field-error {
  padding: 2px 0 0 13px;
}

pre {
  margin: 0;
  overflow: hidden;
  font: 17px/0.8 var(--mono);
}

.knob {
  min-height: 40px;
}

@media (max-width: 640px) {
  .bar {
    flex-wrap: wrap;
    padding: 10px;
  }

  label {
    display: none;
  }

  .entry {
    flex-basis: 100%;
  }

  .knob {
    flex: 1;
    justify-content: center;
  }
}
</style>
