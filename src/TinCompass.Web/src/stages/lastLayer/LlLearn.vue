<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { useDrill } from '@/features/practice/drillStore';
import { api, type Confusion, type Learning } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { usePreferences } from '@/shared/preferences';
import { handTimeUnit, primes } from '@/shared/text';
import LlEntry from './LlEntry.vue';

/** What to learn next of a book of one look: the cases by time saved for what there is to learn, the figures open. */
const props = defineProps<{ stage: string }>();
const preferences = usePreferences();
const learning = shallowRef<Learning | null>(null);
const confusions = shallowRef<Confusion[]>([]);
const most = 5;
const entering = ref(false);
const drill = useDrill();
const router = useRouter();

/** Ten tasks of two cases that are taken for each other. */
async function practise(programme: string) {
  await drill.start(programme, { tasks: 10 });
  if (!drill.problem) void router.push({ name: 'drill' });
}

watch(
  () => [props.stage, preferences.solverId, JSON.stringify(preferences.allHands)],
  async () => {
    try {
      learning.value = await api.whatToLearn(props.stage, preferences.solverId || null);
      confusions.value = preferences.solverId ? await api.whatIsConfused(props.stage, preferences.solverId) : [];
    } catch (cause) {
      take(cause, () => (learning.value = null));
    }
  },
  { immediate: true },
);
</script>

<template>
  <p class="no-print">
    <button type="button" class="knob" data-test="enter-last-layer" @click="entering = true">
      Which case is on my cube?
    </button>
  </p>
  <LlEntry v-model="entering" />
  <section v-if="learning && learning.lessons.length > 0" class="plate learn" aria-label="What to learn next">
    <h2>Learn next</h2>
    <p class="soft" :title="handTimeUnit">
      {{ learning.known }} of {{ learning.of }} known, or with a sequence of your own: {{ learning.now.toFixed(1) }} wt
      a solve on average. In two looks {{ learning.inTwo.toFixed(1) }}, with all of them
      {{ learning.inOne.toFixed(1) }}.
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
        <tr v-for="l in learning.lessons.slice(0, most)" :key="l.case.id">
          <td>
            <RouterLink :to="{ name: 'case', params: { stage, id: l.case.id } }">{{ l.case.title }}</RouterLink>
          </td>
          <td class="sequence">{{ primes(l.sequence) }}</td>
          <td class="wide-only">{{ l.case.probability }}</td>
          <td class="wide-only">{{ l.inTwo?.toFixed(1) ?? 'avoided' }}</td>
          <td class="wide-only">{{ l.inOne?.toFixed(1) ?? 'avoided' }}</td>
          <td class="good">{{ l.saves.toFixed(2) }} wt</td>
          <td>{{ l.length }} turns, {{ l.newBursts }} new {{ l.newBursts === 1 ? 'burst' : 'bursts' }}</td>
        </tr>
      </tbody>
    </table>
  </section>
  <section
    v-if="confusions.length > 0"
    class="plate learn"
    aria-label="What you take for each other"
    data-test="confusions"
  >
    <h2>What you take for each other</h2>
    <ul>
      <li v-for="c in confusions" :key="`${c.one.id} ${c.other.id}`">
        <RouterLink :to="{ name: 'case', params: { stage, id: c.one.id } }">{{ c.one.title }}</RouterLink> and
        <RouterLink :to="{ name: 'case', params: { stage, id: c.other.id } }">{{ c.other.title }}</RouterLink>,
        {{ c.times === 1 ? 'once' : `${c.times} times` }}. Held as named, look at {{ c.where }}:
        <b>{{ c.seenOnOne }}</b> on the first, <b>{{ c.seenOnOther }}</b> on the second.
        <button type="button" class="knob small" :data-programme="c.programme" @click="practise(c.programme)">
          Drill these two
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.learn {
  padding: 10px 14px;
  overflow-x: auto;
}

ul {
  padding: 0;
  list-style: none;
}

li {
  padding: 3px 0;
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
