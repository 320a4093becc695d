<script setup lang="ts">
import { handNumber, handTimeUnit, handUnitShort } from '@/shared/handTime';
import { grips, primes } from '@/shared/text';
import { useDesk } from './deskStore';
import { faceOf } from './faces';
import KeptCourses from './KeptCourses.vue';
import { useStops } from './stopStore';

/** What else could be turned at the stop: ways by idea; or the courses that are kept. */
const desk = useDesk();
const stops = useStops();
const tabs = [
  { value: 'ways', title: 'Ways' },
  { value: 'kept', title: 'Kept' },
] as const;
const byWords = { time: 'by time', turns: 'by turns' };
const slackWords = ['the shortest', 'up to 1 longer', 'up to 2 longer'];
const number = (turns: string) => stops.flat.findIndex((w) => w.turns === turns);
const actions = () => faceOf(desk.stage)!.actions();
const choose = (n: number) => actions().other(n as 1);
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
          :aria-pressed="stops.beside === tab.value"
          @click="stops.setBeside(tab.value)"
        >
          {{ tab.title }}
        </button>
        <span class="key wide-only">E</span>
        <template v-if="stops.beside === 'ways'">
          <button type="button" class="plain measure" :title="handTimeUnit" @click="actions().order()">
            {{ byWords[desk.by] }} <span class="key wide-only">B</span>
          </button>
          <button type="button" class="plain" @click="actions().more()">
            {{ slackWords[stops.slack] }} <span class="key wide-only">M</span>
          </button>
        </template>
      </div>
    </header>
    <div class="list">
      <template v-if="stops.beside === 'ways'">
        <p v-if="stops.groups.length === 0" class="soft">Nothing else is to be done here.</p>
        <section v-for="group in stops.groups" :key="group.title" :data-group="group.id">
          <h3 class="list-head">{{ group.title }}</h3>
          <ul>
            <li v-for="way in group.ways" :key="way.turns">
              <button
                type="button"
                class="row way"
                :aria-current="way.turns === stops.shownText ? 'true' : undefined"
                :data-way="number(way.turns)"
                @click="choose(number(way.turns) - stops.at)"
              >
                <span class="sequence">{{ primes(desk.named(way.turns)) }}</span>
                <span class="soft"
                  >{{ stops.lengthOf(way) }}<template v-if="way.time !== null"> · {{ handNumber(way.time) }}</template
                  ><template v-else> · avoided</template
                  ><template v-if="way.regrips > 0">, {{ grips(way.regrips) }}</template></span
                >
                <span class="soft words">{{ way.words }}</span>
              </button>
            </li>
          </ul>
        </section>
      </template>
      <KeptCourses v-else />
    </div>
    <footer class="soft legend wide-only">{{ desk.method.metric }} · {{ handUnitShort }}</footer>
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
