<script setup lang="ts">
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { onBeforeRouteUpdate, useRoute, useRouter, type LocationQuery } from 'vue-router';
import { looks, type Look } from '@/cube/looks';
import { useKeys } from '@/shared/keys/useKeys';
import { isLeaving } from '@/shared/leaving';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import CourseLine from './CourseLine.vue';
import CoveredPanel from './CoveredPanel.vue';
import CubePanel from './CubePanel.vue';
import OwnPanel from './OwnPanel.vue';
import PaintDialog from './PaintDialog.vue';
import ScrambleBar from './ScrambleBar.vue';
import WholePlans from './WholePlans.vue';
import WishDialog from './WishDialog.vue';
import { useBaseUp } from './baseUp';
import { addressOf, queryOf, type Address } from './address';
import { useDesk } from './deskStore';
import { faceOf, type PlaceActions } from './faces';
import { usePlayback, type Loop } from './usePlayback';
import { useWholePlans } from './wholeStore';

/** Everything about a position: scramble, course, cube, plan, alternatives, the own sequence. The stage of the stop fills the places. */
const desk = useDesk();
const preferences = usePreferences();
const whole = useWholePlans();
const baseUp = useBaseUp();
const route = useRoute();
const router = useRouter();
const scrambleBar = useTemplateRef('scrambleBar');
const ownPanel = useTemplateRef('ownPanel');

const { turn, covered, facelets } = storeToRefs(desk);
const visible = computed(() => (covered.value ? null : desk.shown));
/** A third as fast: for a burst that the hand is to learn. */
const slow = ref(false);
const slowBy = 3;
const motionMs = computed(() => preferences.motionMs * (slow.value ? slowBy : 1));
/** The group of turns that is played again and again; null when the whole is played. */
const loop = shallowRef<Loop | null>(null);
const { pose, playing, count, go, toggle } = usePlayback(visible, turn, motionMs, facelets, loop);
watch(visible, () => (loop.value = null));

/** The burst, or group, in which the turn that is shown stands. */
function toggleLoop() {
  if (loop.value) {
    loop.value = null;
    return;
  }
  const ends = (visible.value?.notes ?? []).flatMap((note) => (note.to === null ? [] : [note.to]));
  const to = ends.find((end) => end >= Math.max(turn.value, 1)) ?? count.value;
  const from = ends.filter((end) => end < to).at(-1) ?? 0;
  if (to > from) loop.value = { from, to };
}
const face = computed(() => faceOf(desk.stage));

const wishing = ref(false);
const painting = ref(false);
const look = ref<Look>('front');
function nextLook() {
  look.value = looks[(looks.indexOf(look.value) + 1) % looks.length]!;
}

/** What the address would say of what is shown. */
const address = computed<Partial<Address>>(() => {
  const own = desk.showing === 'own' && desk.judged && desk.judgedText ? desk.judged.read : '';
  return {
    scramble: desk.scramble,
    color: desk.color,
    method: desk.asked,
    plan: own && desk.stop === 0 ? '' : (desk.first?.text ?? ''),
    own,
    pair: own && desk.stop === 0 ? '' : (desk.first?.part ?? ''),
    known: desk.known,
    chosen: desk.chosen.join(';'),
    stop: desk.stop,
    turn: desk.turn,
  };
});

async function follow(query: LocationQuery) {
  const wanted = addressOf(query);
  if (wanted.scramble) await desk.open(wanted.scramble, wanted);
  else if (wanted.facelets) await desk.openPosition(wanted.facelets, wanted);
  else if (desk.scramble) {
    if (wanted.method) desk.asked = wanted.method;
    writeAddress();
  } else {
    desk.asked = wanted.method;
    await desk.drawScramble();
  }
}

/** The address carries the position: a link or a reload shows the same. */
function writeAddress() {
  if (!desk.scramble || desk.loading || isLeaving()) return;
  const query = queryOf(address.value);
  const before = route.query['scramble'];
  void router[before === query['scramble'] || !before ? 'replace' : 'push']({ name: 'desk', query });
}

onMounted(() => {
  void desk.loadStatus();
  return follow(route.query);
});
onBeforeRouteUpdate(async (to) => {
  const wanted = addressOf(to.query);
  // Going to the desk from the desk changes nothing.
  if (!wanted.scramble && !wanted.facelets && desk.scramble) return false;
  const now = address.value;
  const isOther = (['scramble', 'method', 'color', 'plan', 'chosen', 'own'] as const).some(
    (n) => wanted[n] !== (now[n] ?? ''),
  );
  if ((wanted.scramble || wanted.facelets) && isOther && !desk.loading) await follow(to.query);
  return true;
});
watch(() => [JSON.stringify(queryOf(address.value)), desk.loading], writeAddress);

/** What the key of a place does at the stop that is shown. */
const at = (does: (actions: PlaceActions) => Promise<void>) => () => {
  if (face.value) void does(face.value.actions());
};

useKeys('Desk', [
  { keys: ['f'], shown: 'F', does: 'on to the next stop', run: () => void desk.onward() },
  { keys: ['Backspace'], shown: '⌫', does: 'back to the stop before', run: () => void desk.back() },
  { keys: ['u'], shown: 'U', does: 'the next method', run: () => void desk.nextMethod() },
  { keys: ['q'], shown: 'Q', does: 'whole solves, method beside method', run: () => void whole.toggle() },
  { keys: ['n'], shown: 'N', does: 'new scramble', run: () => void desk.drawScramble() },
  { keys: ['w'], shown: 'W', does: 'a scramble with a wish', run: () => (wishing.value = true) },
  { keys: ['i'], shown: 'I', does: 'enter a position by its stickers', run: () => (painting.value = true) },
  { keys: ['s'], shown: 'S', does: 'edit the scramble', run: () => scrambleBar.value?.edit() },
  ...[0, 1, 2, 3, 4, 5].map((n) => ({
    keys: [String(n + 1)],
    shown: String(n + 1),
    does: `choice ${n + 1} of the stop: a colour, a pair`,
    run: at((a) => a.choose(n)),
  })),
  { keys: ['ArrowRight'], shown: '→', does: 'one turn on', run: () => go(turn.value + 1), repeats: true },
  { keys: ['ArrowLeft'], shown: '←', does: 'one turn back', run: () => go(turn.value - 1), repeats: true },
  { keys: [' '], shown: 'space', does: 'play, stop', run: toggle },
  { keys: ['.'], shown: '.', does: 'this burst again and again', run: toggleLoop },
  { keys: [','], shown: ',', does: 'slowly, as usual', run: () => (slow.value = !slow.value) },
  { keys: ['Home'], shown: 'Home', does: 'before the first turn', run: () => go(0) },
  { keys: ['End'], shown: 'End', does: 'after the last turn', run: () => go(count.value) },
  { keys: ['ArrowDown'], shown: '↓', does: 'the next way', run: at((a) => a.other(1)), repeats: true },
  { keys: ['ArrowUp'], shown: '↑', does: 'the way before', run: at((a) => a.other(-1)), repeats: true },
  { keys: ['g'], shown: 'G', does: 'another beginning: first edge, pair', run: at((a) => a.group()) },
  { keys: ['x'], shown: 'X', does: 'this stop together with what comes next', run: at((a) => a.join()) },
  { keys: ['b'], shown: 'B', does: 'by turns, by time …', run: at((a) => a.order()) },
  { keys: ['m'], shown: 'M', does: 'more ways: 1 and 2 turns longer', run: at((a) => a.more()) },
  { keys: ['e'], shown: 'E', does: 'what else is told of the stop', run: at((a) => a.tab()) },
  { keys: ['o'], shown: 'O', does: 'your own sequence', run: () => ownPanel.value?.edit() },
  { keys: ['z'], shown: 'Z', does: 'undo a turn of your own', run: () => void desk.undo(), repeats: true },
  { keys: ['y'], shown: 'Y', does: 'redo it', run: () => void desk.redo(), repeats: true },
  { keys: ['k'], shown: 'K', does: 'keep your judged sequence, else the course', run: () => void desk.keep() },
  {
    keys: ['c'],
    shown: 'C',
    does: 'cover or uncover the answers',
    run: () => {
      preferences.covered = !desk.covered;
      desk.uncovered = false;
    },
  },
  { keys: ['v'], shown: 'V', does: 'look from above, below, behind', run: nextLook },
  { keys: ['-'], shown: '-', does: 'the base up, the base down', run: () => (baseUp.wanted = !baseUp.wanted) },
]);
</script>

<template>
  <main class="desk-view" :aria-busy="desk.loading">
    <h1 class="visually-hidden" tabindex="-1">Desk</h1>
    <ScrambleBar ref="scrambleBar" @wish="wishing = true" @paint="painting = true" />
    <WishDialog v-model="wishing" />
    <PaintDialog v-model="painting" />
    <p v-if="desk.failure" class="plate failure" role="alert">
      {{ desk.failure.message }} <button type="button" class="knob" @click="follow(route.query)">Try again</button>
    </p>
    <template v-if="desk.facelets">
      <CourseLine />
      <p v-if="desk.courseProblem" class="plate failure" role="alert">
        {{ primes(desk.courseProblem.message) }}
        <button type="button" class="knob" @click="desk.replan()">Try again</button>
      </p>
      <WholePlans v-if="whole.isOpen" />
      <component :is="face.above" v-if="!whole.isOpen && face?.above && desk.stop === 0" />
      <div v-if="!whole.isOpen" class="desk" :class="{ covered }">
        <CubePanel
          :pose
          :playing
          :count
          :look
          :looping="loop !== null"
          :slow
          @go="go"
          @toggle="toggle"
          @loop="toggleLoop"
          @slow="slow = !slow"
          @look="nextLook"
        />
        <template v-if="!covered && face">
          <component :is="face.plan" @go="go" />
          <component :is="face.instead" />
        </template>
        <CoveredPanel v-else />
      </div>
      <OwnPanel v-show="!whole.isOpen" ref="ownPanel" />
    </template>
    <p v-else-if="!desk.failure && !desk.scrambleProblem" class="plate failure soft">Setting up the position …</p>
  </main>
</template>

<style scoped>
.desk-view {
  display: flex;
  flex-direction: column;
  gap: 7px;
  height: 100%;
  padding: 8px 14px;
}

.desk {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 330px) minmax(0, 1fr) minmax(0, 330px);
  gap: 8px;
  min-height: 0;
}

.desk > :deep(*) {
  min-height: 0;
}

.desk.covered {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}

.failure {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 10px 14px;
}

@media (max-width: 1100px), (max-height: 700px) {
  .desk-view {
    height: auto;
    min-height: 100%;
  }

  .desk {
    min-height: 440px;
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
  .desk-view {
    padding: 8px;
  }
}
</style>
