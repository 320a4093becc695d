<script setup lang="ts">
import type { BigCentre } from '@/shared/api/client';
import { primes } from '@/shared/text';

/** The six centres of a position: how many turns each takes, what of it lies ready, and ways to it. */
const props = defineProps<{
  centres: readonly BigCentre[];
  shown: string;
  /** The colour all of whose ways are shown, and these. */
  opened: string;
  more: BigCentre | null;
}>();
const emit = defineEmits<{ take: [centre: BigCentre, text: string]; open: [color: string] }>();
const waysOf = (c: BigCentre) =>
  (props.opened === c.color && props.more ? props.more : c).ways.filter((w) => w.length > 0);

function lengthOf(centre: BigCentre) {
  if (centre.isWhole) return 'stands';
  if (centre.length === null) return 'not beside what stands';
  return `${centre.length} ${centre.length === 1 ? 'turn' : 'turns'}`;
}
</script>

<template>
  <ul class="cards">
    <li v-for="c in centres" :key="c.color" class="card" :class="{ whole: c.isWhole }" :data-centre="c.color">
      <span class="chip" :style="{ background: `var(--hue-${c.color})` }" aria-hidden="true" />
      <span class="title"
        ><b>{{ c.color }}</b> <b class="number">{{ lengthOf(c) }}</b>
        <span v-if="c.isExact && c.count > 0" class="soft"
          >{{ c.hasMore ? 'at least ' : '' }}{{ c.count }} {{ c.count === 1 ? 'way' : 'ways' }}</span
        >
        <span v-if="!c.isWhole" class="soft ready">{{ c.ready.join(', ') }}</span></span
      >
      <span v-if="c.ways.length > 0" class="ways">
        <button
          v-for="w in waysOf(c)"
          :key="w.text"
          type="button"
          class="knob small sequence"
          :aria-pressed="w.text === shown"
          @click="emit('take', opened === c.color && more ? more : c, w.text)"
        >
          {{ primes(w.text)
          }}<span v-if="w.length > (c.length ?? 0)" class="soft"> +{{ w.length - (c.length ?? 0) }}</span>
        </button>
        <button
          v-if="c.isExact && c.ways.length > 0"
          type="button"
          class="plain"
          :aria-expanded="opened === c.color"
          @click="emit('open', opened === c.color ? '' : c.color)"
        >
          {{ opened === c.color ? 'fewer' : 'more ways' }}
        </button>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.cards {
  display: flex;
  flex-direction: column;
  gap: 6px;
  list-style: none;
}

.card {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr);
  gap: 2px 10px;
  align-items: center;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--hairline);
}

.chip {
  grid-row: span 2;
  align-self: stretch;
  border: 1px solid var(--cubie);
  border-radius: 4px;
}

.title {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
}

.whole .number {
  color: var(--verdigris);
}

.ready {
  font-size: 15px;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  grid-column: 2;
  gap: 4px;
}

.ways .knob {
  font-weight: 400;
}
</style>
