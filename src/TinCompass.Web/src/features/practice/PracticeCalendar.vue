<script setup lang="ts">
import { computed } from 'vue';
import type { PracticeRecord } from '@/shared/api/client';
import { spentWords } from './words';

/** The last ten weeks, one column a week, Monday on top: the fuller, the more was practised. */
const props = defineProps<{ days: PracticeRecord['days'] }>();
const weeks = 10;

const cells = computed(() => {
  const byDay = new Map(props.days.map((d) => [d.day, d]));
  const monday = new Date();
  monday.setHours(12, 0, 0, 0);
  monday.setDate(monday.getDate() - ((monday.getDay() + 6) % 7) - 7 * (weeks - 1));
  const today = new Date();
  return Array.from({ length: weeks * 7 }, (_, i) => {
    const date = new Date(monday);
    date.setDate(monday.getDate() + i);
    const name = `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`;
    const day = byDay.get(name);
    return {
      name,
      future: date > today,
      share: Math.min(1, (day?.ms ?? 0) / (10 * 60_000)),
      words: day ? `${name}: ${day.tasks} tasks, ${spentWords(day.ms)}` : `${name}: nothing`,
    };
  });
});
const summary = computed(
  () => `${cells.value.filter((c) => c.share > 0).length} of the last ${weeks * 7} days with practice`,
);
</script>

<template>
  <div class="calendar" role="img" :aria-label="summary">
    <i v-for="cell in cells" :key="cell.name" :class="{ future: cell.future }" :title="cell.words">
      <b v-if="cell.share > 0" :style="{ height: `${25 + 75 * cell.share}%` }" />
    </i>
  </div>
  <p class="soft note">{{ summary }}; a full tin is ten minutes.</p>
</template>

<style scoped>
.calendar {
  display: grid;
  grid-auto-columns: 1fr;
  grid-auto-flow: column;
  grid-template-rows: repeat(7, 13px);
  gap: 3px;
  max-width: 420px;
  margin: 6px 0 2px;
}

i {
  display: flex;
  align-items: flex-end;
  border: 1px solid var(--hairline);
  border-radius: 3px;
  background: var(--enamel-low);
}

i.future {
  visibility: hidden;
}

b {
  width: 100%;
  border-radius: 2px;
  background: var(--verdigris);
}

.note {
  margin-bottom: 8px;
  font-size: 13px;
}
</style>
