<script setup lang="ts">
import { defineAsyncComponent, onMounted, ref } from 'vue';
import CubeFlat from './CubeFlat.vue';
import { sizeOf, type Pose } from './facelets';
import type { Look } from './looks';

/** A cube in 3D, or opened flat where the browser has no WebGL or the 3D part is still on its way. */
defineProps<{ pose: Pose; label: string; marked: boolean; dark: boolean; look: Look; turnable?: boolean }>();

/** The 3D part is fetched once the page stands: what one came to read is not kept waiting for it. */
const emit = defineEmits<{ pick: [facelet: number]; turn: [turn: string] }>();
const solid = ref(false);
onMounted(() => {
  const begin = () => (solid.value = hasWebGl());
  if ('requestIdleCallback' in window) requestIdleCallback(begin, { timeout: 600 });
  else setTimeout(begin, 100);
});
const CubeSolid = defineAsyncComponent({
  loader: () => import('./CubeSolid.vue'),
  onError: () => (solid.value = false),
});

function hasWebGl(): boolean {
  try {
    return document.createElement('canvas').getContext('webgl2') !== null;
  } catch {
    return false;
  }
}
</script>

<template>
  <div
    class="cube"
    role="img"
    :aria-label="label"
    :data-facelets="pose.facelets"
    :data-drawn="solid ? 'solid' : 'flat'"
  >
    <CubeSolid
      v-if="solid"
      :key="sizeOf(pose.facelets)"
      :pose
      :marked
      :dark
      :look
      :turnable="turnable ?? false"
      @failed="solid = false"
      @pick="(facelet) => emit('pick', facelet)"
      @turn="(turn) => emit('turn', turn)"
    />
    <CubeFlat v-else :facelets="pose.facelets" :marked />
  </div>
</template>

<style scoped>
.cube {
  width: 100%;
  height: 100%;
}
</style>
