<script setup lang="ts">
import { computed } from 'vue';
import { useDesk } from '@/desk/deskStore';
import type { BigBeside, BigPlan, BigStop, Problem } from '@/shared/api/client';
import { groupsOf, shortTitle, stageWords } from './stops';

/** The course of a bigger cube: how far its plan is, what it costs beside one with less foresight, and its stops. */
const props = defineProps<{
  stops: readonly BigStop[];
  /** How many of the first stops were chosen by the solver. */
  chosen: number;
  at: number;
  size: number;
  plan: BigPlan | null;
  beside: BigBeside | null;
  total: number;
  far: { stage: string; done: number; all: number } | null;
  isStopped: boolean;
  problem: Problem | null;
}>();
const emit = defineEmits<{ go: [stop: number]; stop: []; plan: []; release: [] }>();
const desk = useDesk();
const groups = computed(() => groupsOf(props.stops));

/** Edges are to be joined yet: what parity there will be is news. */
const isAhead = computed(() => props.plan?.stops.some((s) => s.stage === 'edges' && s.length > 0) ?? false);

/** What the same takes with less foresight. */
function besideOf(stage: string): string {
  if (!props.beside || props.chosen > 0) return '';
  if (stage === 'centre') return `always white, yellow, green … first: ${props.beside.fixedOrder}`;
  return stage === 'edges' ? `one at a time ${props.beside.oneByOne}` : '';
}
</script>

<template>
  <nav class="plate line" aria-label="Course">
    <p v-if="far" class="soft" role="status" data-test="far">
      Planning {{ stageWords[far.stage] }}<template v-if="far.all > 1">, {{ far.done }} of {{ far.all }}</template> …
      <button type="button" class="knob small" @click="emit('stop')">Stop <span class="key wide-only">X</span></button>
    </p>
    <p v-else-if="isStopped" class="soft" role="status">
      Stopped. <button type="button" class="knob small" @click="emit('plan')">Plan it</button>
    </p>
    <p v-else-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
    <p v-else-if="plan" class="total" data-test="total">
      <b>{{ total }} turns</b> in all{{ isAhead ? ';' : '.' }}
      <template v-if="isAhead && plan.isOdd"
        ><b class="look-here" data-test="odd">parity odd:</b>
        {{
          size === 4
            ? 'one edge will be turned over when all are joined; a slice and the slice back cannot change that.'
            : 'two wings of one edge must be exchanged; a slice and the slice back cannot do that.'
        }}</template
      ><template v-else-if="isAhead"
        ><b class="good" data-test="even">parity even:</b> no edge will be left turned over.</template
      >
    </p>
    <ol class="groups">
      <li v-for="(g, i) in groups" :key="i" class="group">
        <span class="soft head"
          >{{ g.stage === 'small' ? '3x3' : g.stage }} · {{ g.length
          }}<span v-if="besideOf(g.stage)" data-test="beside"> ({{ besideOf(g.stage) }})</span></span
        >
        <ol class="stops">
          <li v-for="s in g.stops" :key="s.number">
            <button
              type="button"
              class="stop"
              :class="{ chosen: s.number < chosen }"
              :aria-current="s.number === at ? 'step' : undefined"
              :data-stop="s.number"
              :title="s.stop.name"
              @click="emit('go', s.number)"
            >
              <span class="dots" aria-hidden="true">
                <i
                  v-for="c in s.stop.stage === 'centre' ? s.stop.parts : []"
                  :key="c"
                  :style="{ background: `var(--hue-${c})` }"
                />
              </span>
              <span class="name">{{ shortTitle(s.stop, desk.status) }}</span>
              <b>{{ s.stop.length }}</b>
            </button>
          </li>
        </ol>
      </li>
    </ol>
    <button v-if="chosen > 0" type="button" class="knob small" @click="emit('release')">Plan all of it for me</button>
  </nav>
</template>

<style scoped>
.groups,
.stops {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  list-style: none;
}

.stops {
  gap: 2px;
}

.group {
  display: flex;
  flex-direction: column;
  max-width: 100%;
}

.head {
  font-size: 14px;
}

.stop {
  display: flex;
  gap: 6px;
  align-items: center;
  max-width: 190px;
  padding: 3px 8px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--enamel-low);
}

.stop .name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.stop[aria-current='step'] {
  border-color: var(--needle);
  box-shadow: 0 2px 0 var(--needle);
}

.stop.chosen {
  background: var(--verdigris-wash);
}

.dots i {
  display: inline-block;
  width: 12px;
  height: 12px;
  border: 1px solid var(--cubie);
  border-radius: 3px;
}

.total {
  flex: 1 0 100%;
}
</style>
