<script setup lang="ts">
import { reactive, shallowRef } from 'vue';
import { api, Problem, type CycleReading } from '@/shared/api/client';
import { latest } from '@/shared/latest';
import { primes } from '@/shared/text';

/** A set-up and two parts of one's own: what they really do, and why. */
const emit = defineEmits<{ take: [stickers: string] }>();
const parts = [
  { name: 'setup', title: 'Set-up', such: '' },
  { name: 'a', title: 'A', such: "R U R'" },
  { name: 'b', title: 'B', such: 'D' },
] as const;
const own = reactive({ setup: '', a: '', b: '' });
const reading = shallowRef<CycleReading | null>(null);
const problem = shallowRef<Problem | null>(null);
const newest = latest();

async function read() {
  const isNewest = newest();
  try {
    const found = await api.readCycle({ ...own }, null);
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
      <label v-for="part in parts" :key="part.name"
        >{{ part.title }}
        <input
          :id="`own-${part.name}`"
          v-model="own[part.name]"
          class="field sequence"
          :placeholder="part.such"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :aria-invalid="problem?.field === part.name"
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
      A brings one piece into a layer, B turns that layer, then both are undone; the set-up brings the three there.
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
