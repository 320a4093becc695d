<script setup lang="ts">
import type { Opening } from '@/shared/api/client';

/** The base, and the faces in front and behind as two bars. */
defineProps<{ opening: Opening; covered: boolean }>();
</script>

<template>
  <i class="dot" :style="{ background: `var(--hue-${opening.bases[0]})` }" aria-hidden="true" />
  <span v-if="!covered" class="sides" aria-hidden="true">
    <i v-for="side in opening.swatches" :key="side" :style="{ background: `var(--hue-${side})` }" />
  </span>
</template>

<style scoped>
.sides {
  display: flex;
  flex-direction: column;
  gap: 3px;
}

.sides i {
  width: 18px;
  height: 6px;
  border: 1px solid var(--ink);
  border-radius: 3px;
}
</style>
