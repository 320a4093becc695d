<script setup lang="ts">
import { queryOf } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import type { BigStop } from '@/shared/api/client';
import { primes } from '@/shared/text';
import { parityWords, smallTitle, titleOf } from './stops';

/**
 * A stop: its turns with what each does, what it is for, what else is to be said. `after` is what comes best after a centre, `reduced` the
 * 3x3 that a planned stop of the small cube begins from.
 */
defineProps<{ stop: BigStop; turn: number; after: string; reduced: string }>();
const emit = defineEmits<{ turn: [number: number] }>();
const desk = useDesk();
</script>

<template>
  <header class="row">
    <h2>{{ stop.stage === 'small' ? smallTitle(stop, desk.status) : titleOf(stop) }}</h2>
    <span class="soft" data-test="big-count">turn {{ turn }} of {{ stop.turns.length }}</span>
  </header>
  <p class="sequence whole" data-test="big-text">{{ primes(stop.text) }}</p>
  <p v-if="stop.stage === 'edges' && stop.parts.length === 0" class="soft">
    Joined edges lie in the top and bottom then, where slices between do not reach them.
  </p>
  <p v-else-if="stop.stage === 'edges'" class="soft">
    {{ stop.parts.length === 1 ? 'One edge lies' : `${stop.parts.length} edges lie` }} together at the end:
    {{ stop.parts.join(', ') }}.
  </p>
  <p v-else-if="stop.stage === 'parity'">{{ parityWords[stop.parts[0] ?? ''] }}</p>
  <p v-else-if="stop.stage === 'small' && reduced">
    The cube is a 3x3 now.
    <RouterLink class="knob small" :to="{ name: 'desk', query: queryOf({ facelets: reduced }) }"
      >This 3x3 at the desk</RouterLink
    >
  </p>
  <p v-else-if="stop.stage === 'centre' && after" class="soft" data-test="after">After this one {{ after }}.</p>
  <ul v-if="stop.notes.length > 0" class="notes" data-test="notes">
    <li v-for="note in stop.notes" :key="note">{{ primes(note) }}</li>
  </ul>
  <ol class="turnlist">
    <li v-for="(t, i) in stop.turns" :key="i">
      <button
        type="button"
        class="turn"
        :class="{ done: i < turn - 1 }"
        :aria-current="i === turn - 1 ? 'true' : undefined"
        @click="emit('turn', i + 1)"
      >
        <b class="sequence">{{ primes(t.text) }}</b> <span>{{ t.said }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  justify-content: space-between;
}

.row h2 {
  flex: 1;
  font-size: 17px;
}

.whole {
  font-weight: 600;
}

.notes {
  padding-left: 18px;
}

.turnlist {
  list-style: none;
}

.turn {
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  padding: 3px 8px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  text-align: left;
}

.turn.done {
  color: var(--ink-soft);
}

.turn[aria-current='true'] {
  border-color: var(--needle);
  background: var(--enamel-low);
}
</style>
