<script setup lang="ts">
import { computed } from 'vue';
import type { Foresight } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { handNumber, handTime } from '@/shared/handTime';
import { grips } from '@/shared/text';

/** What a plan costs the hands and the head, at the end of its line in a list. */
const props = defineProps<{ length: number; time: number | null; regrips: number; foresight: Foresight }>();
const preferences = usePreferences();

const words = computed(() => {
  const hands = props.time === null ? 'needs a turn you avoid' : `${handTime(props.time)}, ${grips(props.regrips)}`;
  return `${props.length} HTM · ${hands} · foresight ${props.foresight.score} points`;
});
</script>

<template>
  <span class="figures" :title="words">
    <template v-if="preferences.habits.order === 'foresight'">
      <b>{{ foresight.score }}</b>
    </template>
    <span v-else-if="time === null" class="look-here">avoided</span>
    <template v-else>
      <span v-if="regrips > 0" class="soft" aria-hidden="true">{{ '↻'.repeat(Math.min(regrips, 3)) }}</span>
      <b :class="{ plainly: preferences.habits.order !== 'time' }">{{ handNumber(time) }}</b>
    </template>
    <span class="visually-hidden">{{ words }}</span>
  </span>
</template>

<style scoped>
/* What is read aloud stays in the list, which scrolls: else the page becomes as long as the list. */
.figures {
  position: relative;
  display: inline-flex;
  gap: 3px;
  align-items: baseline;
  font-size: 14px;
  font-variant-numeric: tabular-nums;
}

.plainly {
  color: var(--ink-soft);
  font-weight: 400;
}
</style>
