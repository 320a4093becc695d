<script setup lang="ts">
import { primes } from '@/shared/text';
import { useCourse } from './courseStore';

/** The stages as stops along a line: the cross, then pair after pair, with turns and time under each. */
const course = useCourse();
</script>

<template>
  <ol class="line plate" aria-label="Course">
    <li v-for="(stop, i) in course.stops" :key="i">
      <button
        type="button"
        class="stop"
        :class="{ here: course.stop === i, chosen: stop.isChosen && i > 0 }"
        :aria-current="course.stop === i ? 'step' : undefined"
        :data-stop="i"
        @click="course.show(i)"
      >
        <span class="mark" aria-hidden="true">
          <i v-for="side in stop.colors" :key="side" :style="{ background: `var(--hue-${side})` }" />
        </span>
        <span class="name"
          ><span class="key wide-only">{{ i + 1 }}</span> {{ stop.name }}</span
        >
        <b class="sequence">{{ primes(stop.text) || 'stands' }}</b>
        <span class="soft figures"
          >{{ stop.length }} HTM<template v-if="stop.time !== null"> · {{ stop.time.toFixed(1) }}</template></span
        >
      </button>
    </li>
    <li v-if="course.course" class="total">
      <span class="soft">pairs</span>
      <b data-test="total">{{ course.course.total }} HTM</b>
      <span class="soft">{{ course.course.time === null ? 'a turn is avoided' : course.course.time.toFixed(1) }}</span>
    </li>
  </ol>
</template>

<style scoped>
.line {
  display: grid;
  grid-auto-columns: minmax(0, 1fr);
  grid-auto-flow: column;
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  position: relative;
  min-width: 0;
}

/* The line itself runs behind the marks. */
li:not(.total)::before {
  position: absolute;
  top: 19px;
  right: 0;
  left: 0;
  height: 2px;
  background: var(--hairline);
  content: '';
}

li:first-child::before {
  left: 14px;
}

.stop {
  position: relative;
  display: grid;
  gap: 1px;
  width: 100%;
  padding: 11px 12px 8px;
  border: 0;
  border-radius: var(--radius);
  background: none;
  text-align: left;
}

.stop.here {
  background: var(--needle-wash);
}

.mark {
  position: relative;
  display: flex;
  width: 18px;
  height: 18px;
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

.name {
  padding-top: 4px;
  white-space: nowrap;
}

.stop b {
  overflow: hidden;
  font-weight: 500;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.figures {
  font-size: 14px;
}

.total {
  display: grid;
  align-content: center;
  justify-items: end;
  padding: 8px 14px;
  border-left: 1px solid var(--hairline);
}

@media (max-width: 900px) {
  .line {
    grid-auto-flow: row;
  }

  li:not(.total)::before {
    display: none;
  }

  .stop {
    grid-template-columns: 26px minmax(0, 1fr) auto;
    align-items: center;
    padding: 8px 10px;
  }

  .mark {
    grid-row: span 2;
  }

  .name {
    padding: 0;
  }

  .stop b {
    grid-row: 2;
    grid-column: 2 / -1;
    white-space: normal;
  }

  .figures {
    grid-row: 1;
    grid-column: 3;
  }

  .total {
    grid-template-columns: auto auto auto;
    gap: 10px;
    border-top: 1px solid var(--hairline);
    border-left: 0;
  }
}
</style>
