<script setup lang="ts">
import { useCross } from '../cross/crossStore';
import { useXCross } from './xcrossStore';

/** The four pairs that can be made with the cross, and what it takes. */
const cross = useCross();
const xcross = useXCross();
</script>

<template>
  <div
    v-if="xcross.found && xcross.found.pairs.length > 0"
    class="pairs"
    role="group"
    aria-label="The cross with a first pair"
  >
    <span class="soft">with pair <span class="key wide-only">X</span></span>
    <button
      v-for="p in xcross.found.pairs"
      :key="p.slot"
      type="button"
      class="pair"
      :aria-pressed="cross.part === p.slot"
      :aria-label="`cross with ${p.slot} in ${p.length}`"
      :title="`cross and ${p.slot} together: ${p.length} HTM, ${p.count === 1 ? '1 way' : `${p.count} ways`}`"
      @click="xcross.choose(p)"
    >
      <i
        v-for="side in p.colors"
        :key="side"
        class="dot"
        :style="{ background: `var(--hue-${side})` }"
        aria-hidden="true"
      />
      <b>{{ p.length }}</b>
    </button>
  </div>
</template>

<style scoped>
.pairs {
  display: flex;
  gap: 4px;
  align-items: center;
  margin: 4px 0 2px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--hairline);
  font-size: 14px;
}

.pairs .soft {
  margin-right: auto;
  white-space: nowrap;
}

.pair {
  display: inline-flex;
  gap: 2px;
  align-items: center;
  padding: 3px 5px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--enamel-low);
}

.pair[aria-pressed='true'] {
  border-color: var(--needle);
  background: var(--needle-wash);
}
</style>
