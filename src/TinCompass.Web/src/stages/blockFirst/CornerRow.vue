<script setup lang="ts">
import { computed } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { useStops } from '@/desk/stopStore';
import { nameOf, useCorners } from './cornerStore';

/** The eight blocks 2x2x2 by their corners, those of the solver's colours first; the base of the one that is shown can be changed. */
const desk = useDesk();
const stops = useStops();
const corners = useCorners();
const shown = computed(() => {
  const all = corners.compared?.small ?? [];
  return [...corners.allowed, ...all.filter((b) => !corners.allowed.includes(b))];
});
const shortest = computed(() => Math.min(...shown.value.map((b) => b.length)));
/** Keys choose among the allowed ones, in their order. */
const keyOf = (index: number) => (index >= 0 && index < 6 ? String(index + 1) : '');
</script>

<template>
  <section class="corners plate" aria-label="Blocks 2x2x2">
    <button
      v-for="block in shown"
      :key="block.place"
      type="button"
      class="card"
      :aria-pressed="nameOf(block) === stops.part"
      :data-corner="nameOf(block)"
      :aria-label="
        desk.covered
          ? `block of ${nameOf(block)}`
          : `block of ${nameOf(block)}: ${block.length} HTM, ${block.count} ways`
      "
      @click="corners.chooseBlock(block)"
    >
      <span v-if="keyOf(corners.allowed.indexOf(block))" class="key wide-only">{{
        keyOf(corners.allowed.indexOf(block))
      }}</span>
      <i
        v-for="color in block.colors"
        :key="color"
        class="dot"
        :style="{ background: `var(--hue-${color})` }"
        aria-hidden="true"
      />
      <span v-if="!desk.covered" class="measure" :class="{ good: block.length === shortest }"
        ><b>{{ block.length }}</b
        ><span class="soft count"> {{ block.count }}</span></span
      >
    </button>
    <p v-if="corners.current" class="bases">
      <span class="soft">base</span>
      <button
        v-for="color in corners.current.colors"
        :key="color"
        type="button"
        class="plain"
        :aria-pressed="color === desk.color"
        :data-base="color"
        @click="corners.chooseBlock(corners.current, color)"
      >
        <i class="dot" :style="{ background: `var(--hue-${color})` }" aria-hidden="true" /> {{ color }}
      </button>
    </p>
    <p class="legend soft wide-only">
      <span><b>Number</b> fewest turns, then how many ways</span>
      <span><b>Dots</b> the corner; the block is it and its three edges</span>
      <span><b>Base</b> held down; the block grows along it</span>
    </p>
  </section>
</template>

<style scoped src="@/desk/choices.css"></style>

<style scoped>
.corners {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 6px 10px 4px;
}

.bases {
  display: flex;
  gap: 6px;
  align-items: center;
  margin: 0;
  font-size: 13px;
}
</style>
