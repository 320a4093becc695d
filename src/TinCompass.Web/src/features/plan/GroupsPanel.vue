<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue';
import type { PlanGroup } from '@/shared/api/client';
import { keepInView } from '@/shared/keepInView';
import { usePreferences } from '@/shared/preferences';
import { primes, turns } from '@/shared/text';
import PlanFigures from './PlanFigures.vue';
import { usePlan } from './planStore';

const plan = usePlan();
const preferences = usePreferences();
const list = useTemplateRef('list');

const best = computed(() => plan.plans?.outlook.length ?? 0);
const shownPair = computed(() => plan.pairs?.pairs.find((p) => p.slot === plan.pair) ?? null);
const slackWords = ['the shortest', 'up to 1 turn longer', 'up to 2 turns longer'];
const orderWords = { turns: 'by turns', time: 'by time', foresight: 'by foresight' };

function title(group: PlanGroup): string {
  const names = group.first.map((side) => `${plan.color}-${side}`);
  return names.length > 2 ? `${plan.color} with ${group.first.join(', ')}` : names.join(' and ');
}

watch(
  () => plan.chosen,
  async () => {
    await nextTick();
    keepInView(list.value);
  },
);
</script>

<template>
  <section class="plate column" aria-label="Plans by first edge">
    <header>
      <h2 class="plate-title">Start from</h2>
      <button type="button" class="plain order" @click="plan.nextOrder()">
        {{ orderWords[preferences.habits.order] }} <span class="key wide-only">B</span>
      </button>
      <button type="button" class="plain slack" @click="plan.moreSlack()">
        {{ slackWords[plan.slack] }} <span class="key wide-only">M</span>
      </button>
    </header>
    <div
      v-if="plan.pairs && plan.pairs.pairs.length > 0"
      class="pairs"
      role="group"
      aria-label="The cross with a first pair"
    >
      <span class="soft">with pair <span class="key wide-only">X</span></span>
      <button
        v-for="p in plan.pairs.pairs"
        :key="p.slot"
        type="button"
        class="pair"
        :aria-pressed="plan.pair === p.slot"
        :aria-label="`cross with ${p.slot} in ${p.length}`"
        :title="`cross and ${p.slot} together: ${p.length} HTM, ${p.count === 1 ? '1 way' : `${p.count} ways`}`"
        @click="plan.choosePair(p)"
      >
        <i
          v-for="side in p.colors"
          :key="side"
          class="dot"
          :style="{ background: `var(--hue-${side})` }"
          aria-hidden="true"
        />
        <b>{{ p.length }}</b>
      </button>
    </div>
    <div ref="list" class="groups">
      <section v-if="shownPair">
        <h3>
          with {{ shownPair.slot }}
          <span class="over good">{{ shownPair.length }} HTM</span>
        </h3>
        <ul>
          <li v-for="p in shownPair.plans" :key="p.text">
            <button
              type="button"
              class="row"
              :aria-current="p.text === plan.chosen ? 'true' : undefined"
              @click="plan.choosePair(shownPair, p.text)"
            >
              <span class="sequence">{{ primes(p.text) }}</span>
              <PlanFigures :length="shownPair.length" :time="p.time" :regrips="p.regrips" :foresight="p.foresight" />
            </button>
          </li>
        </ul>
        <p v-if="shownPair.count > shownPair.plans.length" class="soft more">
          {{ shownPair.count - shownPair.plans.length }} more like these
        </p>
        <p v-if="shownPair.isCut" class="soft more">
          The search was stopped: there may be more, or {{ shownPair.length }} may not be enough.
        </p>
      </section>
      <section v-for="group in plan.plans?.groups ?? []" :key="group.first.join()">
        <h3>
          <span class="dots" aria-hidden="true">
            <i v-for="side in group.first" :key="side" class="dot" :style="{ background: `var(--hue-${side})` }" />
          </span>
          {{ title(group) }}
          <span class="soft">{{ group.standsAlready ? 'stands already' : '' }}</span>
          <span class="over" :class="{ 'look-here': group.bestLength > best, good: group.bestLength === best }">
            {{ group.bestLength }} HTM
          </span>
        </h3>
        <ul>
          <li v-for="p in group.plans" :key="p.text">
            <button
              type="button"
              class="row"
              :aria-current="p.text === plan.chosen ? 'true' : undefined"
              @click="plan.choosePlan(p)"
            >
              <span class="sequence">{{ primes(p.text) }}</span>
              <span v-if="p.flag !== 'none'" class="look-here" title="the fourth edge ends flipped">⚑</span>
              <span v-if="p.length > group.bestLength" class="soft longer">{{ p.length }} HTM</span>
              <PlanFigures :length="p.length" :time="p.time" :regrips="p.regrips" :foresight="p.foresight" />
            </button>
          </li>
        </ul>
        <p v-if="group.total > group.plans.length" class="soft more">
          {{ group.total - group.plans.length }} more like these
        </p>
      </section>
      <p v-if="plan.plans?.isCut" class="soft more">More plans exist than are looked at; the best come first.</p>
      <p v-if="plan.plans && plan.plans.groups.length === 0" class="soft">No plan within {{ turns(2) }} of the best.</p>
    </div>
    <footer class="soft wide-only">
      <span><span class="key">↑</span> <span class="key">↓</span> other plan</span>
      <span><span class="key">G</span> other first edge</span>
      <span class="legend">{{ preferences.habits.order === 'foresight' ? 'points' : 'hands' }}</span>
    </footer>
  </section>
</template>

<style scoped>
header {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  white-space: nowrap;
}

.longer {
  font-size: 13px;
  white-space: nowrap;
}

.pairs {
  display: flex;
  gap: 4px;
  align-items: center;
  margin: 4px 0 2px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--hairline);
  font-size: 14px;
}

.pairs .soft {
  margin-right: auto;
  white-space: nowrap;
}

.pair {
  display: inline-flex;
  gap: 2px;
  align-items: center;
  padding: 3px 5px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--enamel-low);
}

.pair[aria-pressed='true'] {
  border-color: var(--needle);
  background: var(--needle-wash);
}

.groups {
  flex: 1;
  min-height: 0;
  margin: 4px -6px 0;
  overflow: auto;
}

h3 {
  display: flex;
  gap: 6px;
  align-items: baseline;
  margin: 8px 6px 2px;
  font-size: 15px;
  font-weight: 600;
}

h3 .soft {
  font-size: 13px;
  font-weight: 400;
}

.over {
  margin-left: auto;
  white-space: nowrap;
}

.dots {
  display: inline-flex;
  gap: 3px;
}

ul {
  list-style: none;
}

.row {
  display: flex;
  gap: 8px;
  align-items: baseline;
  width: 100%;
  padding: 3px 6px;
  border: 0;
  border-radius: 5px;
  background: none;
  text-align: left;
}

.row .sequence {
  flex: 1;
  font-size: 15px;
}

.row:hover {
  background: var(--enamel-low);
}

.row[aria-current] {
  background: var(--needle-wash);
}

.more {
  padding: 0 6px;
  font-size: 13px;
}

footer .legend {
  margin-left: auto;
}

footer {
  display: flex;
  gap: 12px;
  padding-top: 6px;
  border-top: 1px solid var(--hairline);
  font-size: 13px;
}

@media (max-width: 640px) {
  .groups {
    max-height: 340px;
  }
}
</style>
