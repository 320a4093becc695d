<script setup lang="ts">
import { computed } from 'vue';
import { handNumber, handTime, handTimeUnit } from '@/shared/handTime';
import { primes } from '@/shared/text';
import { useBaseUp } from './baseUp';
import { useDesk } from './deskStore';
import { useWholePlans } from './wholeStore';

/** The stages of the method as stops along a line, with turns and time under each: the way about the desk. */
const desk = useDesk();
const whole = useWholePlans();
const baseUp = useBaseUp();

const stops = computed(() => {
  if (desk.course)
    return desk.course.stops.map((s, i) => ({
      title: s.title,
      colors: s.colors,
      text: s.made,
      alone: s.sequence.text,
      length: s.madeLength,
      time: s.time,
      isChosen: s.isChosen && i > 0,
    }));
  const first = desk.first?.sequence;
  if (!first) return [];
  const title = desk.status?.stages.find((s) => s.id === desk.method.stages[0])?.title.toLowerCase() ?? '';
  return [
    {
      title: `${desk.color} ${title}`,
      colors: [desk.color],
      text: first.text,
      alone: first.text,
      length: first.lengths.htm,
      time: first.time,
      isChosen: false,
    },
  ];
});
/** With more stops than these the names have no room beside the times. */
const roomy = 6;
const covered = computed(() => desk.covered);
</script>

<template>
  <nav class="line plate" aria-label="Course" :aria-busy="desk.planning">
    <div class="method">
      <select
        :value="desk.method.id"
        aria-label="Method"
        @change="desk.setMethod(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="m in desk.methods" :key="m.id" :value="m.id">{{ m.title }}</option>
      </select>
      <span class="keys">
        <span class="key wide-only">U</span>
        <button type="button" class="plain beside" :aria-pressed="whole.isOpen" @click="whole.toggle()">
          beside <span class="key wide-only">Q</span>
        </button>
      </span>
    </div>
    <ol>
      <li v-for="(stop, i) in stops" :key="i">
        <button
          type="button"
          class="stop"
          :class="{ here: desk.stop === i, chosen: stop.isChosen }"
          :aria-current="desk.stop === i ? 'step' : undefined"
          :data-stop="i"
          :data-alone="primes(i === 0 ? baseUp.fromScramble(stop.alone) : baseUp.renamed(stop.alone))"
          :disabled="covered && i > 0"
          @click="desk.show(i)"
        >
          <span class="mark" aria-hidden="true">
            <i v-for="side in stop.colors" :key="side" :style="{ background: `var(--hue-${side})` }" />
          </span>
          <span class="name">{{ stop.title }}</span>
          <span v-if="covered" class="soft figures">covered</span>
          <span v-else class="soft figures"
            ><b>{{ stop.length }}</b
            ><template v-if="stop.time !== null && stops.length < roomy"> · {{ handNumber(stop.time) }}</template></span
          >
          <b class="sequence">{{
            covered ? '' : primes(i === 0 ? baseUp.fromScramble(stop.text) : baseUp.renamed(stop.text)) || 'stands'
          }}</b>
        </button>
      </li>
      <li v-if="!desk.course" class="wait soft">
        {{ desk.known ? 'only the first stop is known' : desk.planning ? 'planning what follows …' : '' }}
      </li>
    </ol>
    <div v-if="desk.course && !covered" class="total">
      <span
        ><b data-test="total">{{ desk.course.total }}</b> HTM</span
      >
      <span class="soft" :title="handTimeUnit">{{
        desk.course.time === null ? 'a turn is avoided' : handTime(desk.course.time)
      }}</span>
    </div>
    <button
      type="button"
      class="knob small on"
      data-test="onward"
      :disabled="covered || (desk.course !== null && desk.stop >= stops.length - 1) || desk.known !== ''"
      @click="desk.onward()"
    >
      On <span class="key wide-only">F</span>
    </button>
  </nav>
</template>

<style scoped>
.line {
  display: flex;
  align-items: stretch;
  padding: 0 8px 0 10px;
}

.method {
  display: grid;
  align-content: center;
  justify-items: center;
  padding-right: 8px;
}

.keys {
  display: flex;
  gap: 4px;
  align-items: center;
}

.beside {
  padding: 0 2px;
  white-space: nowrap;
}

.method select {
  padding: 3px 2px;
  border: 1px solid var(--hairline);
  border-radius: 5px;
  background: var(--enamel);
}

ol {
  display: grid;
  flex: 1;
  grid-auto-columns: minmax(0, 1fr);
  grid-auto-flow: column;
  min-width: 0;
  list-style: none;
}

li {
  position: relative;
  min-width: 0;
}

/* The line itself runs behind the marks. */
li:not(.wait)::before {
  position: absolute;
  top: 18px;
  right: 0;
  left: 0;
  height: 2px;
  background: var(--hairline);
  content: '';
}

.wait {
  align-self: center;
  padding-left: 12px;
}

.stop {
  position: relative;
  display: grid;
  grid-template-columns: 20px minmax(0, auto) 1fr;
  gap: 2px 6px;
  align-items: center;
  width: 100%;
  height: 100%;
  padding: 8px 8px 6px;
  border: 0;
  border-radius: 0;
  background: none;
  text-align: left;
}

.stop.here {
  background: var(--needle-wash);
}

.mark {
  position: relative;
  display: flex;
  width: 20px;
  height: 20px;
  overflow: hidden;
  border: 2px solid var(--ink);
  border-radius: 50%;
}

.mark i {
  flex: 1;
}

.stop.chosen .mark {
  box-shadow: 0 0 0 3px var(--verdigris);
}

.name,
.figures {
  position: relative;
  padding: 0 3px;
  background: var(--enamel);
  font-size: 13px;
  white-space: nowrap;
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
}

.here .name,
.here .figures {
  background: var(--needle-wash);
}

.figures {
  justify-self: end;
}

.stop > b {
  grid-column: 1 / -1;
  overflow: hidden;
  font-size: 13px;
  font-weight: 500;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.total {
  display: grid;
  align-content: center;
  justify-items: end;
  padding: 4px 10px;
  border-left: 1px solid var(--hairline);
  white-space: nowrap;
}

.on {
  align-self: center;
}

@media (max-width: 900px) {
  .line {
    flex-wrap: wrap;
    padding: 6px;
  }

  ol {
    flex: 1 1 100%;
    grid-auto-columns: unset;
    grid-auto-flow: row;
    order: 1;
  }

  li:not(.wait)::before {
    display: none;
  }

  .total {
    display: flex;
    flex: 1;
    gap: 8px;
    align-items: center;
    border-left: 0;
  }
}
</style>
