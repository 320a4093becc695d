<script setup lang="ts">
import { shallowRef, watch } from 'vue';
import { api, Problem, type SolvePage } from '@/shared/api/client';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { average, clock } from '@/shared/solveTime';

/** The whole solve in one line: how many by the method of the habits, the best, the averages. Nothing where none was timed. */
const preferences = usePreferences();
const page = shallowRef<SolvePage | null>(null);
const newest = latest();

watch(
  [() => preferences.solverId, () => preferences.habits.method],
  async () => {
    const isNewest = newest();
    page.value = null;
    if (!preferences.solverId) return;
    try {
      const method = preferences.habits.method;
      const query = { solverId: preferences.solverId, method, purpose: '', page: 1, pageSize: 1 };
      const found = await api.solves(query, null);
      if (isNewest()) page.value = found;
    } catch (cause) {
      // The record stands without it.
      if (!(cause instanceof Problem)) throw cause;
    }
  },
  { immediate: true },
);
</script>

<template>
  <div
    v-if="page && page.figures.count > 0"
    class="plate solves"
    role="group"
    aria-label="Whole solves"
    data-test="whole-solves"
  >
    <p class="figure">
      <b>{{ page.figures.count }}</b>{{ ' '
      }}<span class="soft"
        >whole solves<template v-if="page.figures.best !== null">, best {{ clock(page.figures.best) }}</template></span
      >
    </p>
    <p v-for="a in page.figures.averages.filter((x) => x.now !== null || x.isDnf)" :key="a.of" class="figure">
      <b>{{ average(a.now, a.isDnf) }}</b>
      {{ ' '
      }}<span class="soft"
        >{{ a.of === 3 ? 'mean' : 'average' }} of {{ a.of
        }}<template v-if="a.best !== null">, best {{ average(a.best) }}</template></span
      >
    </p>
    <RouterLink class="knob small" :to="{ name: 'spent' }">Where the time goes</RouterLink>
  </div>
</template>

<style scoped>
.solves {
  display: flex;
  flex-wrap: wrap;
  grid-column: 1 / -1;
  gap: 4px 22px;
  align-items: baseline;
  padding: 8px 14px;
}

.figure b {
  font-size: 20px;
}

.solves .knob {
  margin-left: auto;
}
</style>
