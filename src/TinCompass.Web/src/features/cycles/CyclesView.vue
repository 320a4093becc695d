<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import { api, Problem, type CycleFollowed, type CycleWay, type Cycles } from '@/shared/api/client';
import { handTime, handTimeUnit } from '@/shared/handTime';
import { useKeys } from '@/shared/keys/useKeys';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { useNumber, useWord } from '@/shared/useAddress';
import SchoolDoors from '@/features/schools/SchoolDoors.vue';
import FollowOwn from './FollowOwn.vue';
import OwnCycle from './OwnCycle.vue';
import { stickerNames } from './stickerNames';

/** Three pieces that change places: picked on the opened cube, with every shortest way, watched turn by turn. */
const preferences = usePreferences();
/** The three as they are asked for; less than three while they are picked. */
const stickers = useWord('stickers', 'UF UR UL');
const typed = ref(stickers.value);
const picked = ref<number[]>([]);
/** What is written on the three: numbers, or letters. */
const marks = useWord('marks', 'numbers');
const metric = useWord('metric', 'htm');
const over = useNumber('over', 0);
const cycles = shallowRef<Cycles | null>(null);
const problem = shallowRef<Problem | null>(null);
const chosen = ref(0);
const turn = ref(0);
/** Where somebody's own turns have led; null while the page's are watched. */
const own = shallowRef<CycleFollowed | null>(null);
const newest = latest();

const way = computed<CycleWay | null>(() => cycles.value?.ways[chosen.value] ?? null);
const turns = computed(() => way.value?.sequence.turns ?? []);
const facelets = computed(
  () =>
    own.value?.facelets ??
    (turn.value === 0 ? undefined : turns.value[turn.value - 1]?.facelets) ??
    cycles.value?.facelets ??
    '.'.repeat(54),
);
/** Numbers on the stickers: those that are picked so far, or where the three are after the turn that is shown. */
const written = computed(
  () =>
    new Map(
      (picked.value.length > 0
        ? picked.value
        : (own.value?.watched ?? way.value?.watched[turn.value] ?? cycles.value?.stickers ?? [])
      ).map((sticker, i) => [sticker, marks.value === 'letters' ? 'ABC'[i]! : String(i + 1)] as const),
    ),
);
const partNames = { a: 'A', b: 'B', setup: 'the set-up' } as const;
const open = computed(() =>
  (own.value?.open ?? way.value?.open[turn.value] ?? [])
    .map((part) => `${partNames[part]} (${primes(way.value![part])})`)
    .join(', then '),
);
const lengthOf = (w: CycleWay) => w.sequence.lengths;

async function load() {
  const isNewest = newest();
  try {
    const found = await api.cycles(
      { stickers: stickers.value, metric: metric.value, over: over.value, ...preferences.forHands },
      null,
    );
    if (!isNewest()) return;
    [cycles.value, problem.value, chosen.value, turn.value] = [found, null, 0, 0];
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    if (isNewest()) problem.value = cause;
  }
}

function pick(sticker: number) {
  if (!stickerNames[sticker]) return;
  picked.value = picked.value.includes(sticker)
    ? picked.value.filter((s) => s !== sticker)
    : [...picked.value, sticker];
  typed.value = picked.value.map((s) => stickerNames[s]).join(' ');
  if (picked.value.length < 3) return;
  picked.value = [];
  stickers.value = typed.value;
}

function ask(text: string) {
  picked.value = [];
  if (stickers.value === text.trim()) void load();
  stickers.value = text.trim();
}

function turnRound() {
  const [first, ...others] = stickers.value.split(/\s+/);
  ask([first, ...others.reverse()].join(' '));
}

const go = (to: number) => (turn.value = Math.max(0, Math.min(turns.value.length, to)));
function choose(i: number) {
  if (i < 0 || i >= (cycles.value?.ways.length ?? 0)) return;
  [chosen.value, turn.value] = [i, 0];
}

watch(
  () => [stickers.value, metric.value, over.value, JSON.stringify(preferences.forHands)],
  () => {
    typed.value = stickers.value;
    void load();
  },
  { immediate: true },
);
useKeys('Cycles of three', [
  { keys: ['ArrowRight'], shown: '→', does: 'a turn on', run: () => go(turn.value + 1), repeats: true },
  { keys: ['ArrowLeft'], shown: '←', does: 'a turn back', run: () => go(turn.value - 1), repeats: true },
  { keys: ['ArrowDown'], shown: '↓', does: 'the next way', run: () => choose(chosen.value + 1), repeats: true },
  { keys: ['ArrowUp'], shown: '↑', does: 'the way before', run: () => choose(chosen.value - 1), repeats: true },
  { keys: ['v'], shown: 'V', does: 'the three the other way round', run: turnRound },
]);
</script>

<template>
  <main class="cycles">
    <header>
      <h1>Cycles of three</h1>
      <p class="soft">
        <template v-if="marks === 'letters'">What lies at A goes to B, from there to C, from there to A</template>
        <template v-else>What lies at 1 goes to 2, from there to 3, from there to 1</template>; nothing else moves.
      </p>
      <div class="doors">
        <button
          type="button"
          class="knob small"
          :aria-pressed="marks === 'letters'"
          @click="marks = marks === 'letters' ? 'numbers' : 'letters'"
        >
          Letters
        </button>
        <SchoolDoors class="doors" />
      </div>
    </header>
    <section class="plate which" aria-label="Which three">
      <div class="cube">
        <CubeFlat :facelets :marked="preferences.marks" :written @pick="pick" />
      </div>
      <div class="steps">
        <button type="button" class="knob small" :disabled="turn === 0" aria-label="A turn back" @click="go(turn - 1)">
          ◂
        </button>
        <ol class="made sequence" aria-label="Turns">
          <li v-for="(t, i) in turns" :key="i">
            <button
              type="button"
              class="plain"
              :class="{ past: i < turn }"
              :aria-current="i + 1 === turn ? 'step' : undefined"
              @click="go(i + 1)"
            >
              {{ primes(t.turn) }}
            </button>
          </li>
        </ol>
        <button
          type="button"
          class="knob small"
          :disabled="turn === turns.length"
          aria-label="A turn on"
          @click="go(turn + 1)"
        >
          ▸
        </button>
      </div>
      <p class="open" role="status" data-test="open">
        <template v-if="picked.length > 0">{{ 3 - picked.length }} more: press the sticker where it goes.</template>
        <template v-else-if="own?.back">Off the way: take it back with {{ primes(own.back) }}.</template>
        <template v-else-if="own?.isDone || (!own && turn > 0 && turn === turns.length)"
          >All undone: the three are where they should be.</template
        >
        <template v-else-if="!own && turn === 0">Press three stickers, one after the other, or go on with →.</template>
        <template v-else-if="open">Still to undo: {{ open }}.</template>
        <template v-else>Nothing to undo yet.</template>
      </p>
      <form class="asked" @submit.prevent="ask(typed)">
        <label for="cycle-stickers">The three</label>
        <input
          id="cycle-stickers"
          v-model="typed"
          class="field sequence"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :aria-invalid="problem !== null"
          aria-describedby="cycle-problem"
        />
        <button type="submit" class="knob">Show</button>
        <button type="button" class="knob" @click="turnRound">
          The other way round <span class="key wide-only">V</span>
        </button>
      </form>
      <FollowOwn v-if="way" :key="stickers + way.text" :stickers :way @followed="own = $event" />
      <p v-if="problem" id="cycle-problem" class="field-error" role="alert">{{ problem.message }}</p>
    </section>
    <section class="plate ways" aria-label="Ways">
      <div class="options">
        <h2>
          <template v-if="cycles"
            >{{ cycles.count }} {{ cycles.count === 1 ? 'way' : 'ways'
            }}<span v-if="cycles.count > cycles.ways.length" class="soft"
              >, the first {{ cycles.ways.length }}</span
            ></template
          ><template v-else>Ways</template>
        </h2>
        <label
          >counted in
          <select v-model="metric" class="field">
            <option value="htm">HTM</option>
            <option value="stm">STM</option>
          </select></label
        >
        <label
          >longer by
          <select v-model.number="over" class="field">
            <option :value="0">0</option>
            <option :value="1">up to 1</option>
            <option :value="2">up to 2</option>
          </select></label
        >
      </div>
      <ol v-if="cycles" class="list">
        <li v-for="(w, i) in cycles.ways" :key="w.text">
          <button type="button" class="way" :aria-pressed="i === chosen" :data-way="w.text" @click="choose(i)">
            <span class="sequence parts">
              <span v-if="w.setup" class="part"><small>set-up</small>{{ primes(w.setup) }}</span>
              <span class="part"><small>A</small>{{ primes(w.a) }}</span>
              <span class="part"><small>B</small>{{ primes(w.b) }}</span>
            </span>
            <span class="figures soft"
              ><b>{{ lengthOf(w).htm }}</b> HTM · <b>{{ lengthOf(w).stm }}</b> STM<template
                v-if="w.sequence.time !== null"
              >
                · <span :title="handTimeUnit">{{ handTime(w.sequence.time) }}</span></template
              ></span
            >
          </button>
        </li>
      </ol>
      <p v-if="cycles" data-test="least">
        <template v-if="way && lengthOf(way).htm > cycles.least"
          >A sequence of another kind is shorter: <b>{{ cycles.least }}</b> HTM,
          <span class="sequence">{{ primes(cycles.shortest) }}</span>. None is shorter than that.</template
        >
        <template v-else>No sequence of any kind is shorter than {{ cycles.least }} HTM.</template>
      </p>
      <p v-else-if="!problem" class="soft" role="status">Looking through set-ups …</p>
      <p class="soft">
        Set-up, A, B, A undone, B undone, set-up undone; turns that meet are made as one. A and B have four turns of
        faces and slices together at most, or five of faces, the set-up three.
      </p>
    </section>
    <section class="plate own-plate" aria-label="One of your own">
      <OwnCycle @take="ask" />
    </section>
  </main>
</template>

<style scoped>
.cycles {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  grid-template-columns: minmax(0, 6fr) minmax(0, 6fr);
  gap: 10px;
  height: 100%;
  min-height: 0;
  padding: 12px 14px;
}

header {
  display: flex;
  flex-wrap: wrap;
  grid-column: 1 / -1;
  gap: 4px 14px;
  align-items: baseline;
}

h1 {
  font-size: 22px;
}

.doors {
  display: flex;
  gap: 8px;
}

h2 {
  font-size: 17px;
}

.which,
.ways,
.own-plate {
  padding: 12px 16px;
}

.which {
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  grid-auto-rows: auto;
  grid-row: 2 / span 2;
  gap: 8px;
  min-height: 0;
}

.cube {
  min-height: 200px;
}

.cube :deep(.sticker) {
  cursor: pointer;
}

.steps {
  display: flex;
  gap: 8px;
  align-items: center;
}

.made {
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  gap: 2px 4px;
  justify-content: center;
  list-style: none;
}

.made .plain {
  min-width: 30px;
  padding: 2px 5px;
  border-radius: 5px;
  font-size: 17px;
}

.made .past {
  color: var(--ink);
}

.made [aria-current='step'] {
  background: var(--enamel-low);
  box-shadow: inset 0 -2px var(--needle);
  color: var(--ink);
}

.open {
  min-height: 1.4em;
  font-weight: 600;
  text-align: center;
}

.asked,
.options {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

.asked .field {
  flex: 1;
  min-width: 120px;
}

.ways {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
}

.options h2 {
  flex: 1;
}

.options label {
  display: flex;
  gap: 6px;
  align-items: center;
}

.options .field {
  width: auto;
}

.list {
  flex: 1;
  min-height: 0;
  overflow: auto;
  list-style: none;
}

.way {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
  justify-content: space-between;
  width: 100%;
  padding: 5px 8px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  text-align: left;
}

.way[aria-pressed='true'] {
  border-color: var(--needle);
  background: var(--enamel-low);
}

.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 16px;
}

.part small {
  margin-right: 6px;
  color: var(--ink-soft);
  font: 12px var(--sans);
}

@media (width <= 800px) {
  .cycles {
    height: auto;
    grid-template-rows: none;
    grid-template-columns: minmax(0, 1fr);
  }

  .which {
    grid-row: auto;
  }

  .list {
    max-height: 320px;
  }
}
</style>
