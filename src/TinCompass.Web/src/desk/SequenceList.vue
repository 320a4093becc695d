<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue';
import type { Sequence } from '@/shared/api/client';
import { keepInView } from '@/shared/keepInView';
import { primes } from '@/shared/text';
import { useBaseUp } from './baseUp';

/** A sequence read note by note: the turns, what they do, and whose places they fill. The note of the turn that is shown is marked. */
const props = defineProps<{
  sequence: Sequence;
  turn: number;
  /** What went wrong at a turn, by its number, and what would have been better, instead of what when not of this turn on. */
  mistakes?: ReadonlyMap<number, { words: string; instead: string; of?: string }> | undefined;
}>();
const emit = defineEmits<{ go: [turn: number] }>();
const list = useTemplateRef('list');
const baseUp = useBaseUp();

const rows = computed(() => {
  let from = 0;
  return props.sequence.notes.map((note, i) => {
    const first = from + 1;
    if (note.to !== null) from = note.to;
    const here = note.to !== null && props.turn >= first && props.turn <= note.to;
    return {
      note,
      key: i,
      number: note.to,
      here,
      mistake: note.to === null ? undefined : props.mistakes?.get(note.to),
    };
  });
});

watch(
  () => props.turn,
  async () => {
    await nextTick();
    keepInView(list.value);
  },
);
</script>

<template>
  <ol ref="list" class="turns" data-test="groups">
    <li v-for="{ note, key, number, here, mistake } in rows" :key="key">
      <button
        type="button"
        class="row"
        :aria-current="here ? 'step' : undefined"
        :class="{ here, wrong: mistake }"
        :disabled="number === null"
        @click="emit('go', number ?? 0)"
      >
        <b class="sequence" :class="{ long: note.turns.includes(' ') }">{{ primes(note.turns) }}</b>
        <span class="words">
          <template v-if="mistake">
            <span class="look-here">{{ primes(mistake.words) }}</span>
            <template v-if="mistake.instead"
              >&#32;Instead{{ mistake.of ? ` of ${mistake.of}` : '' }}:
              <span class="sequence good">{{ primes(baseUp.renamed(mistake.instead)) }}</span></template
            >
          </template>
          <span v-else :class="{ good: note.tone === 'good', 'look-here': note.tone === 'care' }">{{
            primes(note.words)
          }}</span>
        </span>
        <span class="dots" aria-hidden="true">
          <i v-for="side in note.marks" :key="side" class="dot" :style="{ background: `var(--hue-${side})` }" />
        </span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.turns {
  flex: 1;
  min-height: 0;
  margin: 6px -6px 0;
  overflow: auto;
  list-style: none;
}

.row {
  display: flex;
  gap: 10px;
  align-items: baseline;
  width: 100%;
  min-height: 27px;
  padding: 2px 6px;
  border: 0;
  border-radius: 5px;
  background: none;
  text-align: left;
}

.row:hover:not(:disabled) {
  background: var(--enamel-low);
}

.row.here {
  background: var(--needle-wash);
}

.row b {
  flex: none;
  min-width: 30px;
  font-size: 17px;
}

.row b.long {
  width: 38%;
  font-size: 15px;
}

.row.wrong b {
  color: var(--needle);
  text-decoration: underline wavy;
}

.words {
  flex: 1;
}

.dots {
  display: inline-flex;
  gap: 3px;
}
</style>
