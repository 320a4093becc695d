<script setup lang="ts">
import { ElPagination } from 'element-plus';
import { ref } from 'vue';
import type { Solve } from '@/shared/api/client';
import SolveRow from './SolveRow.vue';

/** The solves of a series, newest first, a page at a time; one of them may be opened. */
defineProps<{ solves: readonly Solve[]; total: number; pageSize: number }>();
const emit = defineEmits<{ changed: [solve: Solve]; remove: [solve: Solve] }>();
const page = defineModel<number>('page', { required: true });
const opened = ref(0);
</script>

<template>
  <section class="plate list-plate" aria-label="Solves, newest first">
    <ul>
      <SolveRow
        v-for="(solve, i) in solves"
        :key="solve.id"
        :solve
        :number="total - (page - 1) * pageSize - i"
        :open="opened === solve.id"
        @toggle="opened = opened === solve.id ? 0 : solve.id"
        @changed="emit('changed', $event)"
        @remove="emit('remove', solve)"
      />
    </ul>
    <ElPagination
      v-if="total > pageSize"
      v-model:current-page="page"
      layout="prev, pager, next"
      :pager-count="5"
      :page-size="pageSize"
      :total="total"
    />
  </section>
</template>

<style scoped>
.list-plate {
  padding: 6px 10px;
}

ul {
  list-style: none;
}
</style>
