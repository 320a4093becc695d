<script setup lang="ts">
import { shallowRef, watch } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { api, type PairStand } from '@/shared/api/client';
import { take } from '@/shared/api/take';

/** How the four pairs stand after the turns that are shown. */
const desk = useDesk();
const stands = shallowRef<PairStand[]>([]);
watch(
  () => [desk.scramble, desk.color, desk.shown?.text, desk.stop] as const,
  async ([scramble, color, made, stop], _, givenUp) => {
    stands.value = [];
    if (!scramble || made === undefined || stop > 0) return;
    const asking = new AbortController();
    givenUp(() => asking.abort());
    try {
      stands.value = await api.stands({ scramble, color, made, known: desk.known }, asking.signal);
    } catch (cause) {
      take(cause, () => undefined);
    }
  },
  { immediate: true },
);
</script>

<template>
  <ul class="points edges" data-test="pairs">
    <li v-for="p in stands" :key="p.slot">
      <i
        v-for="side in p.slot.split('-')"
        :key="side"
        class="dot"
        :style="{ background: `var(--hue-${side})` }"
        aria-hidden="true"
      />
      {{ p.slot }}: <span :class="{ good: p.stand === 'solved' || p.stand === 'joined' }">{{ p.words }}</span>
    </li>
  </ul>
</template>
