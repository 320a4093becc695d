<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue';
import { useDesk } from '@/desk/deskStore';
import type { PlanGroup } from '@/shared/api/client';
import { keepInView } from '@/shared/keepInView';
import { usePreferences } from '@/shared/preferences';
import { primes, turns } from '@/shared/text';
import PlanFigures from './PlanFigures.vue';
import { crossJoins } from './joins';
import { useCross } from './crossStore';
import { handUnitShort } from '@/shared/handTime';

const plan = useCross();
const desk = useDesk();
const preferences = usePreferences();
const list = useTemplateRef('list');

const best = computed(() => plan.plans?.outlook.length ?? 0);
const slackWords = ['the shortest', 'up to 1 turn longer', 'up to 2 turns longer'];
const orderWords = { turns: 'by turns', time: 'by time', foresight: 'by foresight' };

function title(group: PlanGroup): string {
  const names = group.first.map((side) => `${desk.color}-${side}`);
  return names.length > 2 ? `${desk.color} with ${group.first.join(', ')}` : names.join(' and ');
}

watch(
  () => [plan.chosen, plan.part],
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
    <component :is="join.row" v-for="join in crossJoins" :key="join.tab.id" />
    <div ref="list" class="groups">
      <component :is="join.plans" v-for="join in crossJoins" :key="join.tab.id" />
      <section v-for="group in plan.plans?.groups ?? []" :key="`${group.first.join()} ${group.standsAlready}`">
        <h3 class="list-head">
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
              <span class="sequence">{{ primes(desk.named(p.text)) }}</span>
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
      <span><span class="key">↑</span> <span class="key">↓</span> other</span>
      <span><span class="key">G</span> first edge</span>
      <span class="legend">{{ preferences.habits.order === 'foresight' ? 'points' : handUnitShort }}</span>
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

.groups {
  flex: 1;
  min-height: 0;
  margin: 4px -6px 0;
  overflow: auto;
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
