<script setup lang="ts">
import { useXCross } from './xcrossStore';

/** How the four pairs stand after the turns that are shown. */
const xcross = useXCross();
</script>

<template>
  <ul class="points edges" data-test="pairs">
    <li v-for="p in xcross.stands" :key="p.slot">
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
