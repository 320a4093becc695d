<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue';
import { CubeScene } from './cubeScene';
import { sizeOf, type Pose } from './facelets';
import type { Look } from './looks';

const props = defineProps<{ pose: Pose; marked: boolean; dark: boolean; look: Look; turnable?: boolean }>();
const emit = defineEmits<{ failed: []; pick: [facelet: number]; turn: [turn: string] }>();

const canvas = useTemplateRef('canvas');
const frame = useTemplateRef('frame');
const { width, height } = useElementSize(frame);
const side = computed(() => Math.min(width.value, height.value));
let scene: CubeScene | null = null;
let dragged: { x: number; y: number } | null = null;
let start: { x: number; y: number; facelet: number | null } | null = null;
let moved = 0;

onMounted(() => {
  try {
    scene = new CubeScene(canvas.value!, sizeOf(props.pose.facelets));
  } catch {
    emit('failed');
    return;
  }
  scene.resize(side.value);
  scene.paint(props.marked);
  scene.look(props.look);
  scene.show(props.pose.facelets);
});
onBeforeUnmount(() => scene?.dispose());

watch(side, (now) => scene?.resize(now));
watch(
  () => [props.marked, props.dark] as const,
  ([marked]) => scene?.paint(marked),
  { flush: 'post' },
);
watch(
  () => props.look,
  (look) => scene?.look(look),
);
watch(
  () => props.pose,
  (pose) =>
    pose.motion && pose.motion.ms > 0 ? scene?.animate(pose.motion, pose.facelets) : scene?.show(pose.facelets),
);

/** The facelet under the pointer; null beside the cube. */
function under(event: PointerEvent): number | null {
  const box = canvas.value!.getBoundingClientRect();
  return (
    scene?.pick(((event.clientX - box.left) / box.width) * 2 - 1, 1 - ((event.clientY - box.top) / box.height) * 2) ??
    null
  );
}

function grab(event: PointerEvent) {
  dragged = { x: event.clientX, y: event.clientY };
  start = { ...dragged, facelet: under(event) };
  moved = 0;
  canvas.value?.setPointerCapture(event.pointerId);
}

/** A drag that begins on a sticker turns its layer, one that begins beside the cube turns the view. */
function drag(event: PointerEvent) {
  if (!dragged || !start) return;
  moved += Math.abs(event.clientX - dragged.x) + Math.abs(event.clientY - dragged.y);
  dragged = { x: event.clientX, y: event.clientY };
  if (props.turnable && start.facelet !== null) {
    const [dx, dy] = [event.clientX - start.x, start.y - event.clientY];
    if (Math.hypot(dx, dy) < 24) return;
    emit('turn', scene!.dragTurn(start.facelet, dx, dy));
    dragged = start = null;
  } else if (moved > 5) scene?.orbit(event.movementX, event.movementY);
}

/** A press that did not drag picks the sticker under it. */
function release(event: PointerEvent) {
  const facelet = dragged && moved <= 5 ? under(event) : null;
  if (facelet !== null) emit('pick', facelet);
  dragged = start = null;
}
</script>

<template>
  <div ref="frame" class="frame">
    <canvas
      ref="canvas"
      @pointerdown="grab"
      @pointermove="drag"
      @pointerup="release"
      @pointercancel="dragged = start = null"
    />
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  width: 100%;
  height: 100%;
  overflow: hidden;
  container-type: size;
}

/* The largest square within the frame. */
canvas {
  position: absolute;
  inset: 0;
  width: min(100cqw, 100cqh);
  height: min(100cqw, 100cqh);
  margin: auto;
  cursor: grab;
  touch-action: none;
}
</style>
