<script setup lang="ts">
import { useOpenings } from '@/desk/openingStore';
import type { Opening } from '@/shared/api/client';
import Rose from './Rose.vue';

/** The rose of a cross that a method can begin with. */
defineProps<{ opening: Opening; covered: boolean }>();
const openings = useOpenings();
</script>

<template>
  <span class="rose-box">
    <Rose
      :color="opening.bases[0]!"
      :edges="opening.pieces"
      :center="covered ? '?' : String(opening.length)"
      :covered
      :selected="opening === openings.current"
    />
  </span>
</template>

<style scoped>
.rose-box {
  flex: none;
  width: 76px;
  height: 76px;
}

@media (max-width: 640px) {
  .rose-box {
    width: 84px;
    height: 84px;
  }
}
</style>
