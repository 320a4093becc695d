<script setup lang="ts">
import { computed } from 'vue';
import type { Pose } from '@/cube/facelets';
import type { Look } from '@/cube/looks';
import CubeView from '@/cube/CubeView.vue';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { usePlan } from './planStore';
import Rose from './Rose.vue';

const props = defineProps<{ pose: Pose; playing: boolean; count: number; look: Look }>();
const emit = defineEmits<{ go: [turn: number]; toggle: []; look: [] }>();

const plan = usePlan();
const preferences = usePreferences();

const steps = computed(() => (plan.covered ? [] : (plan.shown?.steps ?? [])));
const scrambling = computed(() => `${preferences.colorOf('white')} up, ${preferences.colorOf('green')} front`);
const hold = computed(() => (plan.covered ? scrambling.value : (plan.shown?.hold ?? scrambling.value)));
const edges = computed(() =>
  plan.turn === 0 ? plan.shown?.edges : (plan.shown?.steps[plan.turn - 1]?.edges ?? plan.shown?.edges),
);
const remaining = computed(() =>
  plan.turn === 0 ? plan.outlook?.length : plan.shown?.steps[plan.turn - 1]?.remaining,
);
const lookWords: Record<Look, string> = { front: 'from above', below: 'from below', behind: 'from behind' };
const label = computed(() => {
  const where = plan.covered || plan.turn === 0 ? 'before the first turn' : `after turn ${plan.turn} of ${props.count}`;
  return `Cube, ${hold.value}, ${where}`;
});

function scrub(event: Event) {
  emit('go', Number((event.target as HTMLInputElement).value));
}
</script>

<template>
  <section class="plate column" aria-label="Cube">
    <header>
      <span class="plate-title">{{ hold }}</span>
      <button type="button" class="plain look" @click="emit('look')">
        seen {{ lookWords[look] }} <span class="key wide-only">V</span>
      </button>
    </header>
    <div class="stage">
      <CubeView
        :pose
        :label
        :marked="preferences.marks"
        :dark="preferences.isDark"
        :look
        turnable
        @turn="(turn) => plan.turnBy(turn)"
      />
      <div v-if="!plan.covered && edges" class="inset">
        <Rose :color="plan.color" :edges="[...edges]" :center="String(remaining ?? '')" />
      </div>
    </div>
    <div class="course" :class="{ idle: steps.length === 0 }">
      <div class="stops" aria-hidden="true">
        <span
          v-for="step in steps"
          :key="step.number"
          class="stop"
          :class="{ here: step.number === plan.turn, done: step.number < plan.turn }"
          :style="{ left: `${(step.number / steps.length) * 100}%` }"
        >
          <i v-for="side in step.places" :key="side" class="dot" :style="{ background: `var(--hue-${side})` }" />
          <b class="sequence">{{ primes(step.turn) }}</b>
        </span>
      </div>
      <input
        type="range"
        min="0"
        :max="steps.length"
        :value="plan.turn"
        :disabled="steps.length === 0"
        aria-label="Turn shown"
        :aria-valuetext="plan.turn === 0 ? 'before the first turn' : `after turn ${plan.turn}`"
        @input="scrub"
      />
    </div>
    <footer>
      <button
        type="button"
        class="knob"
        aria-label="One turn back"
        :disabled="plan.turn === 0"
        @click="emit('go', plan.turn - 1)"
      >
        <span class="key">←</span>
      </button>
      <button type="button" class="knob play" :disabled="steps.length === 0" @click="emit('toggle')">
        {{ playing ? 'Stop' : 'Play' }} <span class="key wide-only">space</span>
      </button>
      <button
        type="button"
        class="knob"
        aria-label="One turn on"
        :disabled="plan.turn >= steps.length"
        @click="emit('go', plan.turn + 1)"
      >
        <span class="key">→</span>
      </button>
      <span class="count soft" aria-live="polite">
        {{ steps.length === 0 ? 'no turns' : `turn ${plan.turn} of ${steps.length}` }}
      </span>
    </footer>
  </section>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
}

.stage {
  position: relative;
  flex: 1;
  min-height: 190px;
}

.inset {
  position: absolute;
  right: -4px;
  bottom: 0;
  width: 88px;
  height: 88px;
  padding: 4px;
  border-radius: 50%;
  background: var(--enamel);
  pointer-events: none;
}

.course {
  position: relative;
  padding: 30px 8px 0;
}

.course.idle {
  opacity: 0.4;
}

.stops {
  position: absolute;
  inset: 0 16px auto 16px;
  height: 34px;
}

.stop {
  position: absolute;
  bottom: 4px;
  display: grid;
  justify-items: center;
  transform: translateX(-50%);
  color: var(--ink-soft);
  font-size: 14px;
}

.stop .dot {
  width: 9px;
  height: 9px;
}

.stop b {
  font-weight: 400;
}

.stop.done {
  color: var(--ink);
}

.stop.here b {
  color: var(--needle);
  font-weight: 700;
}

input[type='range'] {
  width: 100%;
  height: 20px;
  margin: 0;
  accent-color: var(--needle);
}

footer {
  display: flex;
  gap: 8px;
  align-items: center;
  padding-top: 6px;
}

.count {
  margin-left: auto;
}

@media (max-width: 640px) {
  .stage {
    height: 250px;
    flex: none;
  }
}
</style>
