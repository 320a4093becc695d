<script setup lang="ts">
import type { BigParityHold, BigStop } from '@/shared/api/client';
import { primes } from '@/shared/text';

/** How to hold the cube for a sequence that mends a parity, the best first; nothing yet while they are tried. */
defineProps<{ holds: readonly BigParityHold[] | null; shown: string }>();
const emit = defineEmits<{ take: [stop: BigStop] }>();
</script>

<template>
  <p v-if="!holds" class="soft" role="status">Trying how to hold it …</p>
  <div v-else-if="holds.length > 0" class="holds">
    <p class="soft">
      {{
        holds[0]!.top
          ? 'How to hold it: the first two layers stand, so that the top is oriented soonest.'
          : 'How to hold it, so that the 3x3 takes the fewest turns.'
      }}
    </p>
    <ul data-test="parity-holds">
      <li v-for="h in holds" :key="h.hold">
        <button
          type="button"
          class="knob small sequence"
          :aria-pressed="h.stop.text === shown"
          @click="emit('take', h.stop)"
        >
          {{ h.hold ? `after ${primes(h.hold)}` : 'as it is' }}
        </button>
        <span>{{ h.top ? `${h.top}; ` : '' }}3x3 in {{ h.small }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.holds {
  flex: 1 0 100%;
  padding-left: 12px;
  border-left: 2px solid var(--hairline);
}

ul {
  display: grid;
  gap: 4px;
  list-style: none;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
}
</style>
