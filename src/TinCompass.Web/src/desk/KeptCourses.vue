<script setup lang="ts">
import { RouterLink } from 'vue-router';
import { api } from '@/shared/api/client';
import { deleting, whenPutBack } from '@/shared/deleting';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { queryOf } from './address';
import { useDesk } from './deskStore';

/** The courses a solver kept, and the one that is shown, to be kept. */
const desk = useDesk();
const preferences = usePreferences();
const remove = (id: number) =>
  deleting(
    'The course',
    () => api.deleteCourse(id, preferences.solverId),
    () => desk.listCourses(),
  );
whenPutBack(() => desk.listCourses());
const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
</script>

<template>
  <p class="keep">
    <button type="button" class="knob" :disabled="desk.isCourseKept" @click="desk.keepCourse()">
      Keep this course <span class="key wide-only">K</span>
    </button>
    <span class="good" role="status">{{ desk.isCourseKept ? 'Kept.' : '' }}</span>
  </p>
  <p v-if="desk.keptCourses.length === 0" class="soft">Nothing is kept yet.</p>
  <ul>
    <li v-for="c in desk.keptCourses" :key="c.id">
      <RouterLink
        class="row"
        :to="{
          name: 'desk',
          query: queryOf({ scramble: c.scramble, color: c.color, plan: c.made, chosen: c.stops, stop: 1 }),
        }"
      >
        <span class="sequence">{{ primes(c.scramble) }}</span>
        <span class="soft">{{ date.format(Date.parse(c.at)) }} · {{ c.total }}</span>
      </RouterLink>
      <button type="button" class="delete" aria-label="Delete this course" @click="remove(c.id)">×</button>
    </li>
  </ul>
</template>

<style scoped>
li {
  display: flex;
}

.keep {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 0;
}
</style>
