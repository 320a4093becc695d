<script setup lang="ts">
import { shallowRef, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { api, type Learning } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { handNumber, handTime, handTimeUnit, handUnit, handUnitMs } from '@/shared/handTime';
import { primes } from '@/shared/text';

/** What to learn next of a book: the cases by time saved for what there is to learn, the figures open. */
const props = defineProps<{ stage: string }>();
const preferences = usePreferences();
const learning = shallowRef<Learning | null>(null);
const most = 5;
const newest = latest();
watch(
  () => [props.stage, preferences.solverId, JSON.stringify(preferences.allHands), handUnitMs.value],
  async () => {
    const isNewest = newest();
    try {
      const found = await api.whatToLearn(props.stage, preferences.solverId || null);
      if (isNewest()) learning.value = found;
    } catch (cause) {
      take(cause, () => (learning.value = isNewest() ? null : learning.value));
    }
  },
  { immediate: true },
);
</script>

<template>
  <section v-if="learning && learning.lessons.length > 0" class="plate learn" aria-label="What to learn next">
    <h2>Learn next</h2>
    <p class="soft" :title="handTimeUnit">
      {{ learning.known }} of {{ learning.of }} known, or with a sequence of your own: {{ handTime(learning.now) }} a
      solve on average. In two looks {{ handNumber(learning.inTwo) }}, with all of them
      {{ handNumber(learning.inOne) }}.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">case</th>
          <th scope="col">sequence</th>
          <th scope="col" class="wide-only">comes</th>
          <th scope="col" class="wide-only">two looks</th>
          <th scope="col" class="wide-only">one</th>
          <th scope="col">saves a solve</th>
          <th scope="col">to learn</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="l in learning.lessons.slice(0, most)" :key="l.id">
          <td>
            <RouterLink :to="{ name: 'case', params: { stage, id: l.id } }">{{ l.title }}</RouterLink>
          </td>
          <td class="sequence">{{ primes(l.sequence) }}</td>
          <td class="wide-only">{{ l.probability }}</td>
          <td class="wide-only">{{ l.inTwo === null ? 'avoided' : handNumber(l.inTwo) }}</td>
          <td class="wide-only">{{ l.inOne === null ? 'avoided' : handNumber(l.inOne) }}</td>
          <td class="good">{{ handNumber(l.saves, 1) }} {{ handUnit }}</td>
          <td>{{ l.length }} turns, {{ l.newBursts }} new {{ l.newBursts === 1 ? 'burst' : 'bursts' }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.learn {
  padding: 10px 14px;
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: 15px;
}

th {
  color: var(--ink-soft);
  font-weight: 500;
  text-align: left;
}

th,
td {
  padding: 3px 10px 3px 0;
  border-bottom: 1px solid var(--hairline);
  vertical-align: baseline;
}
</style>
