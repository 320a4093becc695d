<script setup lang="ts">
import { computed } from 'vue';
import type { Verdict } from '@/shared/api/client';
import { primes } from '@/shared/text';
import { isBigger } from './explained';
import { dueWords } from './words';

/** Right or not, why, and when it comes again. */
const props = defineProps<{ verdict: Verdict }>();
const emit = defineEmits<{ next: []; explain: [] }>();

const headline = computed(() =>
  props.verdict.right ? (props.verdict.quick ? 'Right, and quick' : 'Right') : 'Not yet',
);
</script>

<template>
  <div class="verdict" data-test="drill-verdict" aria-live="polite">
    <p class="headline" :class="verdict.right ? 'good' : 'look-here'">{{ headline }}</p>
    <p class="words">{{ primes(verdict.words) }}</p>
    <ul v-if="verdict.reasons.length > 0">
      <li v-for="reason in verdict.reasons" :key="reason">{{ primes(reason) }}</li>
    </ul>
    <p v-if="verdict.best && !verdict.right && !verdict.saysBest" class="soft">
      Best: <b class="sequence good">{{ primes(verdict.best) }}</b>
    </p>
    <p class="soft">{{ dueWords(verdict.state, verdict.due ?? null) }}</p>
    <div class="go">
      <button type="button" class="knob main big" @click="emit('next')">Next <span class="key">space</span></button>
      <button type="button" class="knob" @click="emit('explain')">
        {{ isBigger(verdict.facelets) ? 'Plan this cube' : 'Explain at the desk' }} <span class="key wide-only">X</span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.verdict {
  display: grid;
  gap: 10px;
}

.headline {
  font-size: 28px;
  font-weight: 600;
}

.words {
  font-size: 18px;
}

ul {
  display: grid;
  gap: 4px;
  padding-left: 18px;
}

.go {
  display: flex;
  gap: 10px;
  align-items: center;
  padding-top: 6px;
}

.big {
  min-height: 56px;
  font-size: 18px;
}
</style>
