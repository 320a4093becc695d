<script setup lang="ts">
import { ElDialog } from 'element-plus';
import { ref, shallowRef } from 'vue';
import { colorNames } from '@/cube/palette';
import { Problem, type Wish } from '@/shared/api/client';
import { useDesk } from './deskStore';

/** A scramble with a wish: one colour's cross of so many turns, with so many bad edges; all else evenly drawn. */
const open = defineModel<boolean>({ required: true });
const desk = useDesk();
const color = ref('white');
const length = ref('');
const badEdges = ref('');
const problem = shallowRef<Problem | null>(null);

async function draw() {
  const wish: Wish = { color: color.value };
  if (length.value !== '') wish.length = Number(length.value);
  if (badEdges.value !== '') wish.badEdges = Number(badEdges.value);
  try {
    problem.value = null;
    if (await desk.drawScramble(wish)) open.value = false;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}
</script>

<template>
  <ElDialog
    v-model="open"
    title="A scramble with a wish"
    width="min(460px, 94vw)"
    align-center
    @open="color = desk.color"
  >
    <form class="wish" @submit.prevent="draw">
      <label for="wish-color">Cross</label>
      <select id="wish-color" v-model="color" class="field">
        <option v-for="name in colorNames" :key="name" :value="name">{{ name }}</option>
      </select>
      <label for="wish-length">Shortest, HTM</label>
      <select id="wish-length" v-model="length" class="field">
        <option value="">any</option>
        <option v-for="n in 9" :key="n" :value="String(n - 1)">{{ n - 1 }}</option>
      </select>
      <label for="wish-bad">Bad edges</label>
      <select id="wish-bad" v-model="badEdges" class="field">
        <option value="">any</option>
        <option v-for="n in 5" :key="n" :value="String(n - 1)">{{ n - 1 }}</option>
      </select>
      <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
      <p class="soft">Among all positions that fit, each is equally likely.</p>
      <button type="submit" class="knob main">Draw</button>
    </form>
  </ElDialog>
</template>

<style scoped>
.wish {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px 16px;
  align-items: center;
}

.wish .field {
  min-height: 38px;
  font: 16px var(--sans);
}

.wish p,
.wish .knob {
  grid-column: 1 / -1;
  justify-self: start;
}
</style>
