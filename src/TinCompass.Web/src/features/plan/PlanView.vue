<script setup lang="ts">
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue';
import { onBeforeRouteUpdate, useRoute, useRouter, type LocationQuery } from 'vue-router';
import { looks, type Look } from '@/cube/looks';
import { toCube } from '@/shared/api/scheme';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import CoveredPanel from './CoveredPanel.vue';
import CubePanel from './CubePanel.vue';
import GroupsPanel from './GroupsPanel.vue';
import OwnPanel from './OwnPanel.vue';
import PaintDialog from './PaintDialog.vue';
import { addressOf, queryOf } from './address';
import { usePlan, type Below } from './planStore';
import ScrambleBar from './ScrambleBar.vue';
import SixRoses from './SixRoses.vue';
import TurnsPanel from './TurnsPanel.vue';
import WishDialog from './WishDialog.vue';
import { usePlayback } from './usePlayback';

const plan = usePlan();
const preferences = usePreferences();
const route = useRoute();
const router = useRouter();
const scrambleBar = useTemplateRef('scrambleBar');
const ownPanel = useTemplateRef('ownPanel');

const { turn, covered } = storeToRefs(plan);
const visible = computed(() => (covered.value ? null : plan.shown));
const facelets = computed(() => plan.comparison?.facelets ?? '');
const { motionMs } = storeToRefs(preferences);
const { pose, playing, count, go, toggle } = usePlayback(visible, turn, motionMs, facelets);

const belows: Below[] = ['points', 'edges', 'pairs', 'foresight'];
const wishing = ref(false);
const painting = ref(false);
const look = ref<Look>('front');
function nextLook() {
  look.value = looks[(looks.indexOf(look.value) + 1) % looks.length]!;
}

async function follow(query: LocationQuery) {
  const wanted = addressOf(query);
  if (wanted.scramble) {
    await plan.open(wanted.scramble, wanted);
  } else if (plan.scramble) writeAddress();
  else await plan.drawScramble();
}

/** The address carries the position: a link or a reload shows the same. */
function writeAddress() {
  if (!plan.scramble || plan.loading) return;
  const query = queryOf({
    scramble: plan.scramble,
    color: plan.color,
    plan: plan.showing === 'plan' ? plan.chosen : '',
    own: plan.showing === 'own' ? (plan.judgement?.read ?? '') : '',
    known: plan.known,
    pair: plan.showing === 'plan' ? plan.pair : '',
    turn: plan.turn,
  });
  const sameScramble = route.query['scramble'] === plan.scramble || !route.query['scramble'];
  void router[sameScramble ? 'replace' : 'push']({ name: 'plan', query });
}

onMounted(() => follow(route.query));
onBeforeRouteUpdate(async (to) => {
  const wanted = addressOf(to.query);
  // Going to Plan from within Plan changes nothing.
  if (!wanted.scramble && plan.scramble) return false;
  if (wanted.scramble && wanted.scramble !== plan.scramble) await follow(to.query);
  return true;
});
watch(
  () => [plan.scramble, plan.color, plan.chosen, plan.pair, plan.showing, plan.turn, plan.judgement, plan.loading],
  writeAddress,
);

/** On to the pairs, with the cross that is shown. */
function onward() {
  const own = plan.showing === 'own' && plan.judgement?.isCross;
  const made = own ? plan.judgement!.read : plan.chosen;
  if (!plan.scramble || (!made && plan.outlook?.length !== 0)) return;
  void router.push({
    name: 'course',
    query: toCube({ scramble: plan.scramble, color: plan.color, ...(made ? { made } : {}) }),
  });
}

useKeys('Plan', [
  { keys: ['f'], shown: 'F', does: 'on to the pairs with this cross', run: onward },
  { keys: ['n'], shown: 'N', does: 'new scramble', run: () => void plan.drawScramble() },
  { keys: ['w'], shown: 'W', does: 'a scramble with a wish', run: () => (wishing.value = true) },
  { keys: ['i'], shown: 'I', does: 'enter a position by its stickers', run: () => (painting.value = true) },
  { keys: ['s'], shown: 'S', does: 'edit the scramble', run: () => scrambleBar.value?.edit() },
  ...(['white', 'yellow', 'green', 'blue', 'red', 'orange'] as const).map((name, i) => ({
    keys: [String(i + 1)],
    shown: String(i + 1),
    does: `${name} cross`,
    run: () => void plan.chooseColor(name),
  })),
  { keys: ['ArrowRight'], shown: '→', does: 'one turn on', run: () => go(turn.value + 1), repeats: true },
  { keys: ['ArrowLeft'], shown: '←', does: 'one turn back', run: () => go(turn.value - 1), repeats: true },
  { keys: [' '], shown: 'space', does: 'play, stop', run: toggle },
  { keys: ['Home'], shown: 'Home', does: 'before the first turn', run: () => go(0) },
  { keys: ['End'], shown: 'End', does: 'after the last turn', run: () => go(count.value) },
  { keys: ['ArrowDown'], shown: '↓', does: 'next plan', run: () => void plan.nextPlan(1), repeats: true },
  { keys: ['ArrowUp'], shown: '↑', does: 'plan before', run: () => void plan.nextPlan(-1), repeats: true },
  { keys: ['g'], shown: 'G', does: 'another first edge', run: () => void plan.nextGroup() },
  { keys: ['x'], shown: 'X', does: 'the cross with a first pair', run: () => void plan.nextPair() },
  { keys: ['b'], shown: 'B', does: 'plans by turns, by time, by foresight', run: () => void plan.nextOrder() },
  { keys: ['m'], shown: 'M', does: 'more plans: 1 and 2 turns longer', run: () => void plan.moreSlack() },
  {
    keys: ['e'],
    shown: 'E',
    does: 'the five points, the edges now, the pairs after, foresight',
    run: () => (plan.below = belows[(belows.indexOf(plan.below) + 1) % belows.length]!),
  },
  { keys: ['o'], shown: 'O', does: 'your own plan', run: () => ownPanel.value?.edit() },
  { keys: ['z'], shown: 'Z', does: 'undo a turn of your own plan', run: () => void plan.undo(), repeats: true },
  { keys: ['y'], shown: 'Y', does: 'redo it', run: () => void plan.redo(), repeats: true },
  { keys: ['k'], shown: 'K', does: 'keep your judged plan in the log', run: () => void plan.keep() },
  {
    keys: ['c'],
    shown: 'C',
    does: 'cover or uncover the answers',
    run: () => {
      preferences.covered = !plan.covered;
      plan.uncovered = false;
    },
  },
  { keys: ['v'], shown: 'V', does: 'look from above, below, behind', run: nextLook },
]);
</script>

<template>
  <main class="plan" :aria-busy="plan.loading">
    <h1 class="visually-hidden">Plan a cross</h1>
    <ScrambleBar ref="scrambleBar" @wish="wishing = true" @paint="painting = true" />
    <WishDialog v-model="wishing" />
    <PaintDialog v-model="painting" />
    <p v-if="plan.failure" class="plate failure" role="alert">
      {{ plan.failure.message }} <button type="button" class="knob" @click="follow(route.query)">Try again</button>
    </p>
    <template v-if="plan.comparison">
      <SixRoses />
      <div class="desk" :class="{ covered }">
        <CubePanel :pose :playing :count :look @go="go" @toggle="toggle" @look="nextLook" />
        <template v-if="!covered">
          <TurnsPanel @go="go" @onward="onward" />
          <GroupsPanel />
        </template>
        <CoveredPanel v-else />
      </div>
      <OwnPanel ref="ownPanel" />
    </template>
    <p v-else-if="!plan.failure && !plan.scrambleProblem" class="plate waiting soft">Setting up the position …</p>
  </main>
</template>

<style scoped>
.plan {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  gap: 10px;
  height: 100%;
  padding: 12px 14px;
}

.desk {
  display: grid;
  grid-template-columns: minmax(0, 340px) minmax(0, 1fr) minmax(0, 320px);
  gap: 10px;
  min-height: 0;
}

.desk.covered {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}

.failure,
.waiting {
  padding: 14px;
}

@media (max-width: 1100px), (max-height: 640px) {
  .plan {
    display: flex;
    flex-direction: column;
    height: auto;
    min-height: 100%;
  }

  .desk {
    min-height: 420px;
  }
}

@media (max-width: 900px) {
  .desk,
  .desk.covered {
    display: flex;
    flex-direction: column;
  }
}

@media (max-width: 640px) {
  .plan {
    padding: 8px;
  }
}
</style>
