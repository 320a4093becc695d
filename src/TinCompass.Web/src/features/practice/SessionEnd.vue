<script setup lang="ts">
import { RouterLink } from 'vue-router';
import { useDrill } from './drillStore';
import { spentWords } from './words';

const drill = useDrill();
</script>

<template>
  <section class="plate end" data-test="session-end">
    <p class="lead">
      {{ drill.session?.right }} of {{ drill.session?.done }} right, in {{ spentWords(drill.session?.usedMs ?? 0) }}.
    </p>
    <p class="soft">Every answer is in the record, and when each case comes again is worked out.</p>
    <div class="go">
      <RouterLink class="knob main" :to="{ name: 'today' }">Today <span class="key wide-only">D</span></RouterLink>
      <RouterLink class="knob" :to="{ name: 'record' }">Record <span class="key wide-only">R</span></RouterLink>
    </div>
  </section>
</template>

<style scoped>
.end {
  display: grid;
  flex: 1;
  gap: 12px;
  place-content: center;
  justify-items: center;
  text-align: center;
}

.lead {
  font-size: 24px;
}

.go {
  display: flex;
  gap: 10px;
}

.knob:not(.main) {
  color: inherit;
}

.knob {
  text-decoration: none;
}
</style>
