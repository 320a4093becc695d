<script setup lang="ts">
import { computed, shallowRef, watch, ref } from 'vue';
import { ElPagination } from 'element-plus';
import { api, Problem, type ClubEvent } from '@/shared/api/client';
import { take } from '@/shared/api/take';

/** What an admin should know of: who came in, who tried in vain, what admins did, and who may read what. */
const page = ref(1);
const total = ref(0);
const events = shallowRef<ClubEvent[]>([]);
const problem = shallowRef<Problem | null>(null);

const words: Record<string, (e: ClubEvent) => string> = {
  signIn: (e) => `${e.name} signed in`,
  wrongTry: (e) => `Wrong PIN for ${e.name}`,
  slowed: (e) => `Too many wrong PINs for ${e.name}: slowed down`,
  newSecret: (e) => `${e.name} chose a new PIN`,
  invited: (e) => `${e.by} invited ${e.name}`,
  reset: (e) => `${e.by} gave ${e.name} a new PIN`,
  adminMade: (e) => (e.by ? `${e.by} made ${e.name} an admin` : `${e.name} became the first admin`),
  adminUnmade: (e) => `${e.name} is no longer an admin (${e.by})`,
  deleted: (e) => `${e.by} deleted ${e.name}`,
  putBack: (e) => `${e.by} put ${e.name} back`,
  leaveGiven: (e) => `${e.by} lets ${e.name} read`,
  leaveTaken: (e) => `${e.by} no longer lets ${e.name} read`,
};
const rows = computed(() =>
  events.value.map((e) => ({
    at: new Date(e.at).toLocaleString(),
    what: words[e.kind]?.(e) ?? e.kind,
    from: e.address,
    isOdd: e.kind === 'wrongTry' || e.kind === 'slowed',
  })),
);

watch(
  page,
  async () => {
    try {
      const log = await api.clubLog(page.value);
      [events.value, total.value, problem.value] = [log.items, log.total, null];
    } catch (cause) {
      take(cause, (p) => (problem.value = p));
    }
  },
  { immediate: true },
);
</script>

<template>
  <section class="plate" aria-labelledby="club-log">
    <h2 id="club-log">Log</h2>
    <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
    <div class="scroll">
      <table data-test="log">
        <thead>
          <tr>
            <th>When</th>
            <th>What</th>
            <th>From</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, i) in rows" :key="i" :class="{ odd: r.isOdd }">
            <td>{{ r.at }}</td>
            <td>{{ r.what }}</td>
            <td>{{ r.from }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <ElPagination
      v-if="total > 20"
      v-model:current-page="page"
      :total="total"
      :page-size="20"
      layout="prev, pager, next"
    />
  </section>
</template>

<style scoped>
.plate {
  display: grid;
  gap: 10px;
  padding: 14px 16px;
}

.scroll {
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 4px 12px 4px 0;
  border-bottom: 1px solid var(--hairline);
  text-align: left;
  vertical-align: top;
}

.odd td {
  color: var(--needle);
}
</style>
