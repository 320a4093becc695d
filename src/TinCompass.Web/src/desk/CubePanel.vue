<script setup lang="ts">
import { computed } from 'vue';
import CubeView from '@/cube/CubeView.vue';
import type { Pose } from '@/cube/facelets';
import { lookWords, type Look } from '@/cube/looks';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { useBaseUp } from './baseUp';
import { useDesk } from './deskStore';
import { faceOf } from './faces';

/** The position, always at the same place: the cube, the turns along a line, and the knobs that play them. */
const props = defineProps<{
  pose: Pose;
  playing: boolean;
  count: number;
  look: Look;
  /** The burst at the turn shown is played again and again. */
  looping: boolean;
  slow: boolean;
}>();
const emit = defineEmits<{ go: [turn: number]; toggle: []; look: []; loop: []; slow: [] }>();

const desk = useDesk();
const preferences = usePreferences();
const baseUp = useBaseUp();

const turns = computed(() => (desk.covered ? [] : (desk.shown?.turns ?? [])));
const scrambling = computed(() => `${preferences.colorOf('white')} up, ${preferences.colorOf('green')} front`);
const hold = computed(() => (desk.covered ? scrambling.value : (desk.shown?.hold ?? scrambling.value)));
const inset = computed(() => (desk.covered ? undefined : faceOf(desk.stage)?.inset));
/** The colours of what comes to stand, by the number of the turn after which it stands. */
const places = computed(() => new Map(desk.shown?.notes.map((note) => [note.to, note.marks])));
const label = computed(() => {
  const where = desk.covered || desk.turn === 0 ? 'before the first turn' : `after turn ${desk.turn} of ${props.count}`;
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
        @turn="(turn) => desk.turnBy(turn)"
      />
      <div v-if="inset" class="inset"><component :is="inset" /></div>
    </div>
    <p v-if="baseUp.isUp && !desk.covered" class="soft words-down" data-test="base-up">
      Sequences are called as with the base up. Sentences, with their places and turns, stay as with the base down.
    </p>
    <div class="course" :class="{ idle: turns.length === 0 }">
      <div class="stops" aria-hidden="true">
        <span
          v-for="(t, i) in turns"
          :key="i"
          class="stop"
          :class="{ here: i + 1 === desk.turn, done: i + 1 < desk.turn }"
          :style="{ left: `${((i + 1) / turns.length) * 100}%` }"
        >
          <i v-for="side in places.get(i + 1)" :key="side" class="dot" :style="{ background: `var(--hue-${side})` }" />
          <b class="sequence">{{ primes(t.turn) }}</b>
        </span>
      </div>
      <input
        type="range"
        min="0"
        :max="turns.length"
        :value="desk.turn"
        :disabled="turns.length === 0"
        aria-label="Turn shown"
        :aria-valuetext="desk.turn === 0 ? 'before the first turn' : `after turn ${desk.turn}`"
        @input="scrub"
      />
    </div>
    <footer>
      <button
        type="button"
        class="knob"
        aria-label="One turn back"
        :disabled="desk.turn === 0"
        @click="emit('go', desk.turn - 1)"
      >
        <span class="key">←</span>
      </button>
      <button type="button" class="knob play" :disabled="turns.length === 0" @click="emit('toggle')">
        {{ playing ? 'Stop' : 'Play' }} <span class="key wide-only">space</span>
      </button>
      <button
        type="button"
        class="knob"
        aria-label="One turn on"
        :disabled="desk.turn >= turns.length"
        @click="emit('go', desk.turn + 1)"
      >
        <span class="key">→</span>
      </button>
    </footer>
    <div class="pace">
      <button
        type="button"
        class="plain"
        :aria-pressed="looping"
        :disabled="turns.length === 0"
        title="this burst again and again"
        @click="emit('loop')"
      >
        Loop <span class="key wide-only">.</span>
      </button>
      <button type="button" class="plain" :aria-pressed="slow" @click="emit('slow')">
        Slow <span class="key wide-only">,</span>
      </button>
      <button
        type="button"
        class="plain"
        :aria-pressed="baseUp.isUp"
        title="the base on top: the same turns as they are made then"
        @click="baseUp.wanted = !baseUp.wanted"
      >
        Base up <span class="key wide-only">-</span>
      </button>
      <span class="count soft" aria-live="polite">
        {{ turns.length === 0 ? 'no turns' : `turn ${desk.turn} of ${turns.length}` }}
      </span>
    </div>
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

.words-down {
  font-size: 14px;
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
  gap: 5px;
  align-items: center;
  padding-top: 6px;
}

.pace {
  display: flex;
  gap: 12px;
  align-items: center;
  padding-top: 4px;
}

.pace .plain[aria-pressed='true'] {
  color: var(--needle);
  font-weight: 700;
}

.count {
  margin-left: auto;
  font-size: 14px;
  white-space: nowrap;
}

footer .knob {
  padding: 0 9px;
}

/* Where the page is longer than the window, the cube is not as long as the longest list: it stays in view beside it. */
@media (max-width: 1100px), (max-height: 700px) {
  .column {
    position: sticky;
    top: 8px;
    align-self: start;
  }

  .stage {
    height: clamp(190px, 100vh - 430px, 300px);
    flex: none;
  }
}

@media (max-width: 900px) {
  .column {
    position: static;
    align-self: stretch;
  }
}

@media (max-width: 640px) {
  .stage {
    height: 250px;
  }
}
</style>
