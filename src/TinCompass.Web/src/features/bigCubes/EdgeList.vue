<script setup lang="ts">
import type { BigEdge } from '@/shared/api/client';
import { primes } from '@/shared/text';

/** The twelve edges: where their parts are, how they lie, and what each takes by itself. */
defineProps<{ edges: readonly BigEdge[]; shown: string }>();
const emit = defineEmits<{ take: [edge: BigEdge] }>();

/** The cheapest first, then those that take more, then what is joined. */
const inOrder = (edges: readonly BigEdge[]) =>
  [...edges].sort((a, b) => Number(a.isWhole) - Number(b.isWhole) || (a.way?.length ?? 99) - (b.way?.length ?? 99));
</script>

<template>
  <ul class="edges" data-test="edges">
    <li v-for="e in inOrder(edges)" :key="e.name" :class="{ good: e.isWhole }" :data-edge="e.name">
      <b>{{ e.name }}</b>
      <span class="tells">
        <span v-if="e.isWhole">together, {{ e.places[0] }}</span>
        <template v-else>
          <span>{{ e.places.join(', ') }}</span>
          <span class="soft">{{ primes(e.lies.join('; ')) }}</span>
          <button
            v-if="e.way"
            type="button"
            class="knob small sequence"
            :aria-pressed="e.way.text === shown"
            @click="emit('take', e)"
          >
            {{ primes(e.way.text) }}
          </button>
          <span v-if="e.way?.also.length">joins {{ e.way.also.join(', ') }} too</span>
          <span v-if="e.way" class="soft">{{ e.way.after }}</span>
        </template>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.edges {
  list-style: none;
}

.edges li {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  gap: 8px;
  padding: 3px 0;
  border-bottom: 1px solid var(--hairline);
}

.tells {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
}

.tells .knob {
  font-weight: 400;
}
</style>
