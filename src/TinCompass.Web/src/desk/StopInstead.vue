<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue';
import type { Way } from '@/shared/api/client';
import { handNumber, handTimeUnit, handUnitShort } from '@/shared/handTime';
import { keepInView } from '@/shared/keepInView';
import { grips, primes } from '@/shared/text';
import { useDesk } from './deskStore';
import { faceOf } from './faces';
import KeptCourses from './KeptCourses.vue';
import { useStops } from './stopStore';

/** What else could be turned at the stop: ways by idea; or the courses that are kept. */
const desk = useDesk();
const stops = useStops();
const titles = computed(() => ({ ways: face.value?.ways?.title ?? 'Ways', schools: 'Schools', kept: 'Kept' }));
const byWords = { time: 'by time', turns: 'by turns' };
const slackWords = ['the shortest', 'up to 1 longer', 'up to 2 longer'];
/** So many are chosen by digits. */
const digits = 6;
const number = (turns: string) => stops.flat.findIndex((w) => w.turns === turns);
const face = computed(() => faceOf(desk.stage));
const groups = computed(() => (stops.beside === 'schools' ? stops.schools : stops.groups));
/** The digit that takes a way, where digits choose ways. */
function keyOf(way: Way): number | undefined {
  if (stops.beside !== 'ways' || face.value?.opening || face.value?.ways?.areParts) return undefined;
  const n = number(way.turns) + 1;
  return n > 0 && n <= digits ? n : undefined;
}
const choose = (way: Way) =>
  stops.beside === 'schools' ? desk.choose(way.turns) : face.value?.take?.(number(way.turns));

const list = useTemplateRef('list');
watch(
  () => [stops.shownText, groups.value],
  async () => {
    await nextTick();
    keepInView(list.value);
  },
);
</script>

<template>
  <section class="plate column" aria-label="Instead">
    <header>
      <div role="group" aria-label="Beside the stop" class="tabs">
        <button
          v-for="tab in stops.besides"
          :key="tab"
          type="button"
          class="plain"
          :aria-pressed="stops.beside === tab"
          @click="stops.setBeside(tab)"
        >
          {{ titles[tab] }}
        </button>
        <span class="key wide-only">E</span>
      </div>
      <div v-if="stops.beside === 'ways'" class="filters">
        <button type="button" class="plain" :title="handTimeUnit" @click="face?.actions().order()">
          {{ byWords[desk.by] }} <span class="key wide-only">B</span>
        </button>
        <button v-if="face?.ways?.slack !== null" type="button" class="plain" @click="face?.actions().more()">
          {{ slackWords[stops.slack] }} <span class="key wide-only">M</span>
        </button>
        <component :is="face?.ways?.filters" v-if="face?.ways?.filters" />
      </div>
    </header>
    <div ref="list" class="list">
      <template v-if="stops.beside !== 'kept'">
        <p v-if="groups.length === 0" class="soft">Nothing else is to be done here.</p>
        <section v-for="(group, i) in groups" :key="group.title" :data-group="group.id">
          <h3 class="list-head">
            <span v-if="face?.ways?.areParts && stops.beside === 'ways'" class="key wide-only">{{ i + 1 }}</span>
            <i
              v-for="side in group.colors"
              :key="side"
              class="dot"
              :style="{ background: `var(--hue-${side})` }"
              aria-hidden="true"
            />
            {{ group.title }}
            <span v-if="group.least !== null" class="over good">{{ group.least }} HTM</span>
          </h3>
          <p v-if="group.words" class="soft about">{{ group.words }}</p>
          <ul>
            <li v-for="(way, n) in group.ways" :key="way.turns">
              <button
                type="button"
                class="row way"
                :aria-current="way.turns === stops.shownText ? 'true' : undefined"
                :data-way="number(way.turns)"
                @click="choose(way)"
              >
                <span class="sequence"
                  ><span v-if="keyOf(way)" class="key wide-only">{{ keyOf(way) }}</span>
                  {{ primes(desk.named(way.turns)) }}</span
                >
                <span class="soft"
                  >{{ stops.lengthOf(way) }}<template v-if="way.time !== null"> · {{ handNumber(way.time) }}</template
                  ><template v-else> · avoided</template
                  ><template v-if="way.regrips > 0">, {{ grips(way.regrips) }}</template></span
                >
                <span v-if="way.words !== group.ways[n - 1]?.words" class="soft words">{{ way.words }}</span>
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

.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: center;
  padding: 4px 0 6px;
  border-bottom: 1px solid var(--hairline);
  font-size: 14px;
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

.about {
  padding: 0 6px;
  font-size: 14px;
}

.legend {
  padding-top: 4px;
  font-size: 13px;
  text-align: right;
}
</style>
