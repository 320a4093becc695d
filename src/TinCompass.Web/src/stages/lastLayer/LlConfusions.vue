<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { useDrill } from '@/features/practice/drillStore';
import { api, type Confusion } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import LlEntry from './LlEntry.vue';

/** Above a book of one look: which case is on one's cube, and which cases one takes for each other. */
const props = defineProps<{ stage: string }>();
const preferences = usePreferences();
const confusions = shallowRef<Confusion[]>([]);
const entering = ref(false);
const drill = useDrill();
const router = useRouter();

/** Ten tasks of two cases that are taken for each other. */
async function practise(programme: string) {
  await drill.start(programme, { tasks: 10 });
  if (!drill.problem) void router.push({ name: 'drill' });
}

const newest = latest();
watch(
  () => [props.stage, preferences.solverId],
  async () => {
    const isNewest = newest();
    try {
      const found = preferences.solverId ? await api.whatIsConfused(props.stage, preferences.solverId) : [];
      if (isNewest()) confusions.value = found;
    } catch (cause) {
      take(cause, () => (confusions.value = isNewest() ? [] : confusions.value));
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
</style>
