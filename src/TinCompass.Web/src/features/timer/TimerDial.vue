<script setup lang="ts">
import { computed } from 'vue';
import type { Phase } from './useTimer';

/**
 * The instrument: fifteen marks of inspection around a dial over which a needle sweeps, the eighth and the twelfth told apart by their
 * length and a dot; past the fifteenth it goes on over two more, of which the last is the end.
 */
const props = defineProps<{ phase: Phase; lookedMs: number; isLooking: boolean; time: string; words: string }>();

/** A time of so many characters needs the room of the numbers. */
const longTime = 5;
/** Seventeen marks over three quarters of the circle, from lower left over the top to lower right. */
const marks = 17;
const [from, sweep] = [-135, 270];
const angle = (second: number) => from + (Math.min(second, marks) / marks) * sweep;
const at = (second: number, radius: number) => {
  const turn = (angle(second) * Math.PI) / 180;
  return { x: 150 + radius * Math.sin(turn), y: 150 - radius * Math.cos(turn) };
};
const lines = Array.from({ length: marks + 1 }, (_, second) => {
  const isCall = second === 8 || second === 12;
  const isEnd = second >= 15;
  return {
    second,
    isCall,
    isEnd,
    from: at(second, isCall ? 108 : isEnd ? 112 : 122),
    to: at(second, 136),
    dot: isCall ? at(second, 98) : null,
    label: second === 8 || second === 12 || second === 15 || second === 17 ? at(second, 84) : null,
  };
});
/** The rim, open below where no mark stands. */
const rim = (() => {
  const [a, b] = [at(0, 143), at(marks, 143)];
  return `M${a.x} ${a.y}A143 143 0 1 1 ${b.x} ${b.y}`;
})();
const needle = computed(() => at(props.lookedMs / 1000, 130));
const arc = computed(() => {
  const [a, b] = [at(0, 136), at(props.lookedMs / 1000, 136)];
  const isLong = (Math.min(props.lookedMs / 1000, marks) / marks) * sweep > 180;
  return `M${a.x} ${a.y}A136 136 0 ${isLong ? 1 : 0} 1 ${b.x} ${b.y}`;
});
</script>

<template>
  <div class="dial" :data-phase="phase">
    <svg viewBox="0 0 300 262" aria-hidden="true">
      <path :d="rim" class="rim" />
      <g v-for="line in lines" :key="line.second">
        <line
          :x1="line.from.x"
          :y1="line.from.y"
          :x2="line.to.x"
          :y2="line.to.y"
          class="mark"
          :class="{ call: line.isCall, end: line.isEnd, past: isLooking && lookedMs >= line.second * 1000 }"
        />
        <circle v-if="line.dot" :cx="line.dot.x" :cy="line.dot.y" r="2.6" class="dot-mark" />
        <text v-if="line.label && time.length < longTime" :x="line.label.x" :y="line.label.y + 4" class="number">
          {{ line.second }}
        </text>
      </g>
      <template v-if="isLooking">
        <path :d="arc" class="gone" />
        <line x1="150" y1="150" :x2="needle.x" :y2="needle.y" class="needle" />
        <circle cx="150" cy="150" r="6" class="pin" />
      </template>
    </svg>
    <div class="reading" :class="{ small: isLooking }">
      <strong class="time" data-test="time">{{ time }}</strong>
      <span class="words" role="status">{{ words }}</span>
    </div>
  </div>
</template>

<style scoped>
.dial {
  position: relative;
  width: min(100%, 340px);
  margin: 0 auto;
}

svg {
  display: block;
  width: 100%;
}

.rim {
  fill: var(--enamel);
  stroke: var(--hairline);
  stroke-width: 3;
  stroke-linecap: round;
}

.dial[data-phase='ready'] .rim {
  fill: var(--verdigris-wash);
  stroke: var(--verdigris);
  stroke-width: 4;
}

.dial[data-phase='running'] .rim {
  fill: var(--enamel-low);
}

.mark {
  stroke: var(--hairline);
  stroke-width: 2;
}

.mark.call {
  stroke: var(--ink);
  stroke-width: 3;
}

.mark.end {
  stroke: var(--needle);
  stroke-width: 3;
}

.mark.past {
  stroke: var(--ink-soft);
}

.mark.end.past {
  stroke: var(--needle);
  stroke-width: 6;
}

.dot-mark,
.pin {
  fill: var(--ink);
}

.number {
  fill: var(--ink-soft);
  font: 600 13px var(--sans);
  text-anchor: middle;
}

.gone {
  fill: none;
  stroke: var(--needle);
  stroke-width: 3;
}

.needle {
  stroke: var(--needle);
  stroke-width: 3;
  stroke-linecap: round;
}

.reading {
  position: absolute;
  inset: 0;
  display: flex;
  flex-direction: column;
  gap: 4px;
  align-items: center;
  justify-content: center;
  padding-top: 6%;
  text-align: center;
}

.reading.small {
  justify-content: flex-end;
  padding: 0 0 5%;
}

.time {
  font: 600 56px/1 var(--mono);
  font-variant-numeric: tabular-nums;
}

.reading.small .time {
  font-size: 34px;
}

.words {
  max-width: 160px;
  color: var(--ink-soft);
  font-size: 15px;
}

.dial[data-phase='ready'] .words {
  color: var(--verdigris);
  font-weight: 600;
}
</style>
