<script setup lang="ts">
import { computed, ref } from 'vue';
import { colorNames } from '@/cube/palette';
import { useDesk } from '@/desk/deskStore';
import { useStops } from '@/desk/stopStore';
import BlockBar from './BlockBar.vue';
import { useFirstBlock } from './firstBlockStore';

/** The 24 first blocks, four on each base; those the solver's habits allow, or all. */
const desk = useDesk();
const stops = useStops();
const blocks = useFirstBlock();
const all = ref(false);
const every = computed(() => blocks.compared?.blocks ?? []);
const shown = computed(() => {
  const allowed = new Set(blocks.allowed);
  return every.value.filter((b) => all.value || allowed.has(b) || b === blocks.current);
});
type BlockOf = (typeof every.value)[number];
const bases = computed(() =>
  colorNames
    .map((base) => ({ base, blocks: shown.value.filter((b) => b.base === base) }))
    .filter((b) => b.blocks.length > 0),
);
const shortest = computed(() => Math.min(...shown.value.map((b) => b.length)));
/** What lies ready, and how the cube is turned before the block is built at the left. */
function told(block: BlockOf) {
  const ready = block.ready.length > 0 ? `ready: ${block.ready.join(', ')}` : 'nothing is joined yet';
  const hold = block.hold
    ? `held ${block.hold}, ${block.holdTurns} quarter ${block.holdTurns === 1 ? 'turn' : 'turns'} of the cube`
    : 'held as it was scrambled';
  return `${ready}; ${hold}`;
}
/** Keys choose among the allowed ones, in their order. */
const keyOf = (index: number) => (index >= 0 && index < 6 ? String(index + 1) : '');
</script>

<template>
  <section class="blocks plate" aria-label="First blocks">
    <div v-for="{ base, blocks: row } in bases" :key="base" class="base">
      <span class="soft on">
        <i class="dot" :style="{ background: `var(--hue-${base})` }" aria-hidden="true" /> on {{ base }}</span
      >
      <button
        v-for="block in row"
        :key="block.side"
        type="button"
        class="card"
        :aria-pressed="block.base === desk.color && block.side === stops.part"
        :data-block="`${block.side}/${block.base}`"
        :title="told(block)"
        :aria-label="
          desk.covered
            ? `${block.side} on ${block.base}`
            : `${block.side} on ${block.base}: ${block.length} HTM, ${block.count} ways`
        "
        @click="blocks.chooseBlock(block)"
      >
        <BlockBar :side="block.side" :base="block.base" :joined="desk.covered ? [] : block.joined" />
        <span v-if="keyOf(blocks.allowed.indexOf(block))" class="key wide-only">{{
          keyOf(blocks.allowed.indexOf(block))
        }}</span>
        <span v-if="!desk.covered" class="measure" :class="{ good: block.length === shortest }"
          ><b>{{ block.length }}</b
          ><span class="soft count"> {{ block.count }}</span></span
        >
      </button>
    </div>
    <button v-if="shown.length < every.length" type="button" class="plain" @click="all = true">
      {{ every.length - shown.length }} more
    </button>
    <p class="legend soft wide-only">
      <span><b>Number</b> fewest turns, then how many ways</span>
      <span><b>Bar</b> the side, its base below</span>
      <span><b>Filled</b> joined already; the middle is the centre</span>
    </p>
  </section>
</template>

<style scoped src="@/desk/choices.css"></style>

<style scoped>
.blocks {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  padding: 6px 10px 4px;
}

.base {
  display: flex;
  gap: 2px;
  align-items: center;
}

.on {
  display: flex;
  gap: 5px;
  align-items: center;
  font-size: 13px;
  white-space: nowrap;
}

@media (max-width: 640px) {
  .base {
    flex-wrap: wrap;
  }

  .on {
    flex: 1 1 100%;
  }
}
</style>
