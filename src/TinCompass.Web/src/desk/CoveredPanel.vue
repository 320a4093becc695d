<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useDesk } from './deskStore';

const desk = useDesk();
const now = ref(Date.now());
useIntervalFn(() => (now.value = Date.now()), 200);

const elapsed = computed(() => desk.planningMs ?? Math.max(0, now.value - desk.shownAt));
</script>

<template>
  <section class="plate panel" aria-label="Covered answers">
    <p class="clock" role="timer">{{ Math.floor(elapsed / 1000) }}<small> s</small></p>
    <p class="lead">Plan the {{ desk.color }} cross on your cube.</p>
    <p class="soft">
      Then type your turns below. Judging them uncovers everything; <span class="key">C</span> uncovers it now.
    </p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 6px;
  padding: 20px;
  text-align: center;
}

.clock {
  font-size: 72px;
  font-weight: 600;
  font-variant-numeric: tabular-nums;
  line-height: 1;
}

.clock small {
  font-size: 28px;
}

.lead {
  font-size: 20px;
}
</style>
