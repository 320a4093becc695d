<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { grips, primes } from '@/shared/text';
import { useCourse } from './courseStore';

/** What else could be done at the stop: the open pairs with their ways, the four schools, or the courses that are kept. */
const course = useCourse();
const tabs = [
  { value: 'pairs', title: 'Open pairs' },
  { value: 'schools', title: 'Schools' },
  { value: 'kept', title: 'Kept' },
] as const;
const sets = ['', 'RU', 'RUF', 'RUL', 'LU'];
const slackWords = ['the shortest', 'up to 1 longer', 'up to 2 longer'];
/** The pair of the stop first, then the cheapest. */
const open = computed(() =>
  [...(course.slots?.slots ?? [])].sort(
    (a, b) => Number(b.slot === course.current?.name) - Number(a.slot === course.current?.name),
  ),
);
const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

function setFaces(event: Event) {
  void course.setFilter({ faces: (event.target as HTMLSelectElement).value });
}
</script>

<template>
  <section class="plate column" aria-label="Instead">
    <header>
      <div role="group" aria-label="Beside the stop" class="tabs">
        <button
          v-for="tab in tabs"
          :key="tab.value"
          type="button"
          class="plain"
          :aria-pressed="course.beside === tab.value"
          @click="course.setBeside(tab.value)"
        >
          {{ tab.title }}
        </button>
        <span class="key wide-only">E</span>
      </div>
      <div v-if="course.beside === 'pairs'" class="filters">
        <button type="button" class="plain" @click="course.nextSlack()">
          {{ slackWords[course.slack] }} <span class="key wide-only">M</span>
        </button>
        <label
          ><input
            type="checkbox"
            :checked="course.noRotation"
            @change="course.setFilter({ noRotation: !course.noRotation })"
          />
          no rotation</label
        >
        <label
          ><input
            type="checkbox"
            :checked="course.keepHalves"
            @change="course.setFilter({ keepHalves: !course.keepHalves })"
          />
          keep halves</label
        >
        <label>
          turns
          <select :value="course.faces" aria-label="Which faces may be turned" @change="setFaces">
            <option v-for="set in sets" :key="set" :value="set">{{ set ? set.split('').join(' ') : 'all' }}</option>
          </select>
        </label>
      </div>
    </header>
    <div class="list">
      <template v-if="course.beside === 'pairs'">
        <p v-if="course.slots?.note" class="note" role="status">{{ course.slots.note }}</p>
        <p v-if="course.stop === 0" class="soft">Choose a pair on the line to see what else could be done there.</p>
        <section v-for="slot in open" :key="slot.slot" :data-slot="slot.slot">
          <h3>
            <i
              v-for="side in slot.colors"
              :key="side"
              class="dot"
              :style="{ background: `var(--hue-${side})` }"
              aria-hidden="true"
            />
            {{ slot.slot }} <span class="soft">{{ slot.place }}</span>
            <span class="least good">{{ slot.length < 0 ? 'none' : `${slot.length} HTM` }}</span>
          </h3>
          <p class="soft words">{{ slot.caseWords }}</p>
          <ul>
            <li v-for="solution in slot.solutions" :key="solution.turns">
              <button
                type="button"
                class="row"
                :aria-current="solution.asTurned === course.current?.text ? 'true' : undefined"
                :title="solution.wayWords"
                @click="course.choose(solution.asTurned)"
              >
                <span class="sequence">{{ primes(solution.asTurned) }}</span>
                <span class="soft"
                  >{{ solution.length
                  }}<template v-if="solution.time !== null"> · {{ solution.time.toFixed(1) }}</template
                  ><template v-else> · avoided</template
                  ><template v-if="solution.regrips > 0">, {{ grips(solution.regrips) }}</template></span
                >
              </button>
            </li>
          </ul>
        </section>
      </template>
      <template v-else-if="course.beside === 'schools'">
        <p v-if="!course.current?.case" class="soft">Choose a pair on the line.</p>
        <section v-for="school in course.schools" :key="school.school" :data-school="school.school">
          <h3>
            {{ school.name }}
            <span v-if="school.solution" class="least soft"
              >{{ school.solution.length }} HTM<template v-if="school.solution.time !== null">
                · {{ school.solution.time.toFixed(1) }}</template
              ></span
            >
          </h3>
          <button
            v-if="school.solution"
            type="button"
            class="row"
            :aria-current="school.solution.asTurned === course.current?.text ? 'true' : undefined"
            @click="course.choose(school.solution.asTurned)"
          >
            <span class="sequence">{{ primes(school.solution.asTurned) }}</span>
          </button>
          <p v-else class="soft">No way of this school from here.</p>
        </section>
      </template>
      <template v-else>
        <p class="keep">
          <button type="button" class="knob" @click="course.keep()">
            Keep this course <span class="key wide-only">K</span>
          </button>
          <span class="good" role="status">{{ course.kept }}</span>
        </p>
        <p v-if="course.saved.length === 0" class="soft">Nothing is kept yet.</p>
        <ul>
          <li v-for="c in course.saved" :key="c.id">
            <RouterLink
              class="row"
              :to="{ name: 'course', query: { scramble: c.scramble, made: c.made, color: c.color, chosen: c.stops } }"
            >
              <span class="sequence">{{ primes(c.scramble) }}</span>
              <span class="soft">{{ date.format(Date.parse(c.at)) }} · {{ c.total }}</span>
            </RouterLink>
          </li>
        </ul>
      </template>
    </div>
  </section>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 16px;
}

.tabs .key {
  margin-left: auto;
}

.tabs [aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
}

.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  padding: 6px 0;
  border-bottom: 1px solid var(--hairline);
  color: var(--ink-soft);
  font-size: 14px;
}

.filters select {
  border: 1px solid var(--hairline);
  border-radius: 4px;
  background: var(--enamel);
}

.list {
  flex: 1;
  min-height: 0;
  overflow: auto;
}

h3 {
  display: flex;
  gap: 5px;
  align-items: center;
  margin: 8px 0 0;
  font-size: 15px;
}

.least {
  margin-left: auto;
  font-weight: 600;
}

.words {
  font-size: 14px;
}

ul {
  list-style: none;
}

.row {
  display: flex;
  gap: 8px;
  align-items: baseline;
  justify-content: space-between;
  width: 100%;
  min-height: 28px;
  padding: 3px 6px;
  border: 0;
  border-radius: 5px;
  background: none;
  color: inherit;
  text-align: left;
  text-decoration: none;
}

.row .soft {
  font-size: 13px;
  white-space: nowrap;
}

.row:hover {
  background: var(--enamel-low);
}

.row[aria-current] {
  background: var(--needle-wash);
}

.note {
  padding: 8px 0;
}

.keep {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 0;
}
</style>
