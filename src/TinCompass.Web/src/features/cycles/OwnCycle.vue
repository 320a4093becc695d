<script setup lang="ts">
import { ref, shallowRef } from 'vue';
import { api, Problem, type CycleReading } from '@/shared/api/client';
import { latest } from '@/shared/latest';
import { primes } from '@/shared/text';

/** A set-up and two parts of one's own: what they really do, and why. */
const emit = defineEmits<{ take: [stickers: string] }>();
const setup = ref('');
const a = ref('');
const b = ref('');
const reading = shallowRef<CycleReading | null>(null);
const problem = shallowRef<Problem | null>(null);
const newest = latest();

async function read() {
  const isNewest = newest();
  try {
    const found = await api.readCycle({ setup: setup.value, a: a.value, b: b.value }, null);
    if (isNewest()) [reading.value, problem.value] = [found, null];
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    if (isNewest()) [reading.value, problem.value] = [null, cause];
  }
}
</script>

<template>
  <form class="own" data-test="own-cycle" @submit.prevent="read">
    <h2>One of your own</h2>
    <div class="parts">
      <label
        >Set-up
        <input
          id="own-setup"
          v-model="setup"
          class="field sequence"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :aria-invalid="problem?.field === 'setup'"
      /></label>
      <label
        >A
        <input
          id="own-a"
          v-model="a"
          class="field sequence"
          placeholder="R U R'"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :aria-invalid="problem?.field === 'a'"
      /></label>
      <label
        >B
        <input
          id="own-b"
          v-model="b"
          class="field sequence"
          placeholder="D"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :aria-invalid="problem?.field === 'b'"
      /></label>
      <button type="submit" class="knob">What does it do?</button>
    </div>
    <p v-if="problem" class="field-error" role="alert">{{ primes(problem.message) }}</p>
    <div v-else-if="reading" role="status" data-test="own-said">
      <p>
        <b class="sequence">{{ primes(reading.turns) }}</b>
      </p>
      <p :class="{ good: reading.cycle }">
        {{ reading.sentence }}
        <button v-if="reading.cycle" type="button" class="knob small" @click="emit('take', reading.cycle)">
          Other ways for these three
        </button>
      </p>
      <p class="soft">{{ reading.why }}</p>
    </div>
    <p v-else class="soft">
      A and B that move one place in common cycle three pieces; the set-up brings the three there.
    </p>
  </form>
</template>

<style scoped>
.own {
  display: grid;
  gap: 8px;
}

.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
}

.parts label {
  display: grid;
  flex: 1;
  min-width: 110px;
}

.parts input {
  width: 100%;
}

h2 {
  font-size: 17px;
}
</style>
