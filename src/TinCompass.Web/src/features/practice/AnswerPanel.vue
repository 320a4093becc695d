<script setup lang="ts">
import { useTemplateRef } from 'vue';
import { primes } from '@/shared/text';
import { useDrill } from './drillStore';

/** How the open task is answered: options to press, edges to mark, or turns to enter. */
const drill = useDrill();
const emit = defineEmits<{ onward: [] }>();
const field = useTemplateRef('field');

function focus() {
  field.value?.focus();
}

defineExpose({ focus });
</script>

<template>
  <div v-if="drill.task" class="answer">
    <div v-if="drill.task.kind !== 'turns'" class="options" role="group" :aria-label="drill.task.question">
      <button
        v-for="(option, i) in drill.task.options"
        :key="option.answer"
        type="button"
        class="knob option"
        :aria-pressed="drill.chosen.includes(option.answer)"
        :data-answer="option.answer"
        @click="drill.choose(option.answer)"
      >
        <span class="key">{{ i + 1 }}</span>
        <i v-if="option.color" class="dot" :style="{ background: `var(--hue-${option.color})` }" aria-hidden="true" />
        {{ primes(option.text) }}
      </button>
    </div>
    <form v-else @submit.prevent="drill.submit()">
      <button v-if="drill.stage === 'asked'" type="button" class="knob main big" @click="emit('onward')">
        I have planned <span class="key">space</span>
      </button>
      <label v-else for="drill-turns"
        >Your turns<template v-if="drill.task.rotation">
          after <b class="sequence">{{ primes(drill.task.rotation) }}</b></template
        ></label
      >
      <input
        v-if="drill.stage === 'committed'"
        id="drill-turns"
        ref="field"
        v-model="drill.typed"
        class="field"
        type="text"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        placeholder="R U′ F2 …, then Enter"
        :aria-invalid="drill.problem?.field === 'plan'"
      />
      <button v-if="drill.stage === 'committed'" type="submit" class="knob main" :disabled="drill.answering">
        Judge <span class="key wide-only">↵</span>
      </button>
    </form>
    <button v-if="drill.task.kind === 'marks'" type="button" class="knob main big" @click="drill.submit()">
      {{
        drill.chosen.length === 0
          ? 'None is bad'
          : drill.chosen.length === 1
            ? 'This one'
            : `These ${drill.chosen.length}`
      }}
      <span class="key">space</span>
    </button>
    <button type="button" class="plain" @click="drill.askHint()">a hint <span class="key wide-only">I</span></button>
  </div>
</template>

<style scoped>
.answer,
form {
  display: grid;
  gap: 12px;
  justify-items: start;
}

.options {
  display: grid;
  gap: 8px;
  width: 100%;
}

.option {
  justify-content: flex-start;
  min-height: 52px;
  padding: 6px 12px;
  font-size: 18px;
  text-align: left;
  white-space: normal;
}

.option .dot {
  width: 18px;
  height: 18px;
}

.big {
  min-height: 56px;
  font-size: 18px;
}
</style>
