<script setup lang="ts">
import { useDesk } from '@/desk/deskStore';
import KeptCourses from '@/desk/KeptCourses.vue';
import { handNumber, handTimeUnit, handUnitShort } from '@/shared/handTime';
import { grips, primes } from '@/shared/text';
import { useLastLayer } from './llStore';

/** What else could be turned at the stop: the sequences of the book, each with what it leads to; or the courses that are kept. */
const desk = useDesk();
const top = useLastLayer();
const tabs = [
  { value: 'ways', title: 'Sequences' },
  { value: 'kept', title: 'Kept' },
] as const;
const byWords = { time: 'by time', turns: 'by turns' };
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
          :aria-pressed="top.beside === tab.value"
          @click="top.setBeside(tab.value)"
        >
          {{ tab.title }}
        </button>
        <span class="key wide-only">E</span>
        <button
          v-if="top.beside === 'ways'"
          type="button"
          class="plain measure"
          :title="handTimeUnit"
          @click="top.nextMeasure()"
        >
          {{ byWords[desk.by] }} <span class="key wide-only">B</span>
        </button>
      </div>
    </header>
    <div class="list">
      <template v-if="top.beside === 'ways'">
        <p v-if="top.ways.length === 0" class="soft">Only a turn of the top is left.</p>
        <ul>
          <li v-for="(way, i) in top.ways" :key="way.asTurned">
            <button
              type="button"
              class="row way"
              :aria-current="i === top.at ? 'true' : undefined"
              :data-way="i"
              @click="top.choose(i)"
            >
              <span class="sequence"
                ><span v-if="i < 6" class="key wide-only">{{ i + 1 }}</span>
                {{ primes(desk.named(way.asTurned)) }}</span
              >
              <span class="soft"
                ><b v-if="way.isOwn" class="good">yours </b><b v-else-if="way.isCommon" class="good">common </b
                >{{ way.length }}<template v-if="way.time !== null"> · {{ handNumber(way.time) }}</template
                ><template v-else> · avoided</template
                ><span v-if="Math.abs(way.grip) >= 0.05" title="from the grip you arrive with">
                  {{ way.grip > 0 ? '+' : '−' }}{{ handNumber(Math.abs(way.grip)) }}</span
                ><template v-if="way.regrips > 0">, {{ grips(way.regrips) }}</template></span
              >
              <span class="soft words"
                >{{ way.way
                }}<template v-if="way.then || way.left.isSolved"
                  >; then {{ way.left.isSolved ? 'solved' : way.left.letter || way.left.title
                  }}<b v-if="way.then && way.totalTime !== null">: {{ handNumber(way.totalTime) }} in all</b></template
                ></span
              >
            </button>
          </li>
        </ul>
      </template>
      <KeptCourses v-else />
    </div>
    <footer class="soft legend wide-only">HTM · {{ handUnitShort }}</footer>
  </section>
</template>

<style scoped>
.list {
  flex: 1;
  min-height: 0;
  overflow: auto;
}

.measure {
  margin-left: auto;
}

.way {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 8px;
  width: 100%;
  text-align: left;
}

.words {
  grid-column: 1 / -1;
  font-size: 14px;
  white-space: normal;
}

.legend {
  padding-top: 4px;
  font-size: 13px;
  text-align: right;
}
</style>
