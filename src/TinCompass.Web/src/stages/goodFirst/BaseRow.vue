<script setup lang="ts">
import { computed } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { useGoodStart, type Base } from './goodStore';

/** The six bases, those of the solver's colours first: how many turns make all edges good with the line, or the cross. */
const desk = useDesk();
const start = useGoodStart();
const what = computed(() => (start.withCross ? 'cross' : 'line'));
const shown = computed(() => {
  const all = start.compared?.bases ?? [];
  return [...start.allowed, ...all.filter((b) => !start.allowed.includes(b))];
});
const shortest = computed(() => Math.min(...shown.value.map((b) => b.length)));
const sidesOf = (base: Base) => `${base.sides.join(' and ')} in front and behind`;
function label(base: Base) {
  const name = `good edges and ${what.value} on ${base.base}`;
  return desk.covered ? name : `${name}: ${base.length} HTM, ${base.count} ways, ${sidesOf(base)}`;
}
/** Keys choose among the allowed ones, in their order. */
const keyOf = (index: number) => (index >= 0 && index < 6 ? String(index + 1) : '');
</script>

<template>
  <section class="bases plate" aria-label="Good edges on each base">
    <button
      v-for="base in shown"
      :key="base.base"
      type="button"
      class="card"
      :aria-pressed="base.base === desk.color"
      :data-good="base.base"
      :title="desk.covered ? undefined : sidesOf(base)"
      :aria-label="label(base)"
      @click="start.chooseBase(base)"
    >
      <span v-if="keyOf(start.allowed.indexOf(base))" class="key wide-only">{{
        keyOf(start.allowed.indexOf(base))
      }}</span>
      <i class="dot" :style="{ background: `var(--hue-${base.base})` }" aria-hidden="true" />
      <template v-if="!desk.covered">
        <span class="measure" :class="{ good: base.length === shortest }"
          ><b>{{ base.length }}</b
          ><span class="soft count"> {{ base.count }}</span></span
        >
        <span class="sides" aria-hidden="true">
          <i v-for="side in base.sides" :key="side" :style="{ background: `var(--hue-${side})` }" />
        </span>
      </template>
    </button>
    <p class="legend soft wide-only">
      <span><b>Number</b> fewest turns to good edges and {{ what }}, then how many ways</span>
      <span><b>Bars</b> the faces in front and behind</span>
    </p>
  </section>
</template>

<style scoped src="@/desk/choices.css"></style>

<style scoped>
.bases {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 6px 10px 4px;
}

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
