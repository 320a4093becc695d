<script setup lang="ts">
import { useDesk } from '@/desk/deskStore';
import KeptCourses from '@/desk/KeptCourses.vue';
import { handNumber, handTimeUnit, handUnitShort } from '@/shared/handTime';
import { grips, primes } from '@/shared/text';
import { useF2l } from './f2lStore';

/** What else could be done at the stop: the open pairs with their ways, the four schools, or the courses that are kept. */
const desk = useDesk();
const f2l = useF2l();
const tabs = [
  { value: 'pairs', title: 'Open pairs' },
  { value: 'schools', title: 'Schools' },
  { value: 'kept', title: 'Kept' },
] as const;
const sets = ['', 'RU', 'RUF', 'RUL', 'LU'];
const slackWords = ['the shortest', 'up to 1 longer', 'up to 2 longer'];
const byWords = { time: 'by time', turns: 'by turns' };

function setFaces(event: Event) {
  void f2l.setFilter({ faces: (event.target as HTMLSelectElement).value });
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
          :aria-pressed="f2l.beside === tab.value"
          @click="f2l.setBeside(tab.value)"
        >
          {{ tab.title }}
        </button>
        <span class="key wide-only">E</span>
      </div>
      <div v-if="f2l.beside === 'pairs'" class="filters">
        <button type="button" class="plain" :title="handTimeUnit" @click="f2l.nextMeasure()">
          {{ byWords[desk.by] }} <span class="key wide-only">B</span>
        </button>
        <button type="button" class="plain" @click="f2l.nextSlack()">
          {{ slackWords[f2l.slack] }} <span class="key wide-only">M</span>
        </button>
        <label
          ><input
            type="checkbox"
            :checked="desk.noRotation"
            @change="f2l.setFilter({ noRotation: !desk.noRotation })"
          />
          no rotation</label
        >
        <label
          ><input type="checkbox" :checked="f2l.keepHalves" @change="f2l.setFilter({ keepHalves: !f2l.keepHalves })" />
          keep halves</label
        >
        <label>
          turns
          <select :value="f2l.faces" aria-label="Which faces may be turned" @change="setFaces">
            <option v-for="set in sets" :key="set" :value="set">{{ set ? set.split('').join(' ') : 'all' }}</option>
          </select>
        </label>
      </div>
    </header>
    <div class="list">
      <template v-if="f2l.beside === 'pairs'">
        <p v-if="f2l.slots?.note" class="note" role="status">{{ f2l.slots.note }}</p>
        <section v-for="(slot, i) in f2l.open" :key="slot.slot" :data-slot="slot.slot">
          <h3 class="list-head">
            <span class="key wide-only">{{ i + 1 }}</span>
            <i
              v-for="side in slot.colors"
              :key="side"
              class="dot"
              :style="{ background: `var(--hue-${side})` }"
              aria-hidden="true"
            />
            {{ slot.slot }} <span class="soft">{{ slot.place }}</span>
            <span class="over good">{{ slot.length < 0 ? 'none' : `${slot.length} HTM` }}</span>
          </h3>
          <p class="soft words">{{ slot.caseWords }}</p>
          <ul>
            <li v-for="solution in slot.solutions" :key="solution.turns">
              <button
                type="button"
                class="row"
                :aria-current="solution.asTurned === desk.current?.sequence.text ? 'true' : undefined"
                :title="solution.wayTitle"
                @click="desk.choose(solution.asTurned)"
              >
                <span class="sequence">{{ primes(desk.named(solution.asTurned)) }}</span>
                <span class="soft"
                  >{{ solution.length
                  }}<template v-if="solution.time !== null"> · {{ handNumber(solution.time) }}</template
                  ><template v-else> · avoided</template
                  ><template v-if="solution.regrips > 0">, {{ grips(solution.regrips) }}</template></span
                >
              </button>
            </li>
          </ul>
        </section>
      </template>
      <template v-else-if="f2l.beside === 'schools'">
        <section v-for="school in f2l.schools" :key="school.school" :data-school="school.school">
          <h3 class="list-head">
            {{ school.title }}
            <span v-if="school.solution" class="over soft"
              >{{ school.solution.length }} HTM<template v-if="school.solution.time !== null">
                · {{ handNumber(school.solution.time) }}</template
              ></span
            >
          </h3>
          <button
            v-if="school.solution"
            type="button"
            class="row"
            :aria-current="school.solution.asTurned === desk.current?.sequence.text ? 'true' : undefined"
            @click="desk.choose(school.solution.asTurned)"
          >
            <span class="sequence">{{ primes(desk.named(school.solution.asTurned)) }}</span>
          </button>
          <p v-else class="soft">{{ school.none }}</p>
        </section>
      </template>
      <KeptCourses v-else />
    </div>
    <footer class="soft legend wide-only">HTM · {{ handUnitShort }}</footer>
  </section>
</template>

<style scoped>
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

.words {
  padding: 0 6px;
  font-size: 14px;
}

.note {
  padding: 8px 0;
}

.legend {
  padding-top: 4px;
  font-size: 13px;
  text-align: right;
}
</style>
