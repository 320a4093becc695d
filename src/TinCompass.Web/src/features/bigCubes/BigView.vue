<script setup lang="ts">
import { refDebounced } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import CubeView from '@/cube/CubeView.vue';
import type { Pose } from '@/cube/facelets';
import { lookWords, looks, type Look } from '@/cube/looks';
import { useDesk } from '@/desk/deskStore';
import { api, Problem, type BigCentre, type BigEdgeWay, type BigStop, type Drill } from '@/shared/api/client';
import { toCube, toShown } from '@/shared/api/scheme';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { useNumber, useWord } from '@/shared/useAddress';
import { usePractise } from '@/features/practice/usePractise';
import { useTold } from '@/features/schools/useTold';
import BigCourse from './BigCourse.vue';
import BigStopTold from './BigStopTold.vue';
import CentreCards from './CentreCards.vue';
import EdgeList from './EdgeList.vue';
import EdgesTogether from './EdgesTogether.vue';
import ParityPanel from './ParityPanel.vue';
import { useBigPlan } from './useBigPlan';

/** A 4x4 or 5x5 solved down to the 3x3: centres, edges, parity; the six centres compared, every stop turn by turn. */
const preferences = usePreferences();
const desk = useDesk();
const size = useNumber('size', 4);
const scramble = useWord('scramble', '');
/** The position by its stickers, where no turns tell it: in the address as the server names colours. */
const stickers = useWord('facelets', '');
const position = computed(() => toShown({ facelets: stickers.value }).facelets);
const typed = ref(scramble.value || position.value);
const method = computed(() => desk.method.id);
/** All centres first, or three edges of the base after two centres. */
const school = useWord('school', 'centres');
const failure = shallowRef<Problem | null>(null);
const { chosen, plan, beside, problem, far, isStopped, stops, total, look, stop, choose, release } = useBigPlan(
  size,
  scramble,
  position,
  method,
  school,
);
/** Where the position begins. */
const begun = computed(() => ({ size: size.value, scramble: scramble.value, facelets: position.value }));

const at = ref(0);
const turn = ref(0);
const view = ref<Look>('front');
const isOpened = ref(false);
/** Own turns from the position that is shown; what is being typed is looked at when the hands rest. */
const own = ref('');
const rested = refDebounced(own, 200);

const here = computed<BigStop | null>(() => stops.value[at.value] ?? null);
/** What was turned before the stop, and what of it is shown: the position that the centres are compared of. */
const before = computed(() =>
  stops.value
    .slice(0, at.value)
    .map((s) => s.text)
    .join(' '),
);
const shownTurns = computed(() => here.value?.turns.slice(0, turn.value).map((t) => t.text) ?? []);
const isOwn = computed(() => own.value.trim() !== '');
const asked = computed(() =>
  [before.value, ...(isOwn.value ? [...shownTurns.value, rested.value] : [])].filter(Boolean).join(' '),
);
const {
  told,
  problem: unread,
  isCurrent,
} = useTold(
  () => [begun.value, asked.value],
  () => api.bigCentres({ ...begun.value, made: asked.value }, null),
);
/** The colour of a first centre all of whose ways are shown, those one turn longer too. */
const opened = ref('');
const { told: more } = useTold(
  () => [begun.value, opened.value, asked.value],
  async () =>
    opened.value
      ? (await api.bigCentres({ ...begun.value, made: asked.value, color: opened.value, slack: 1 }, null)).centres[0]!
      : null,
);
/** What is best after the centre that is shown. */
const { told: after } = useTold(
  () => [begun.value, before.value, here.value?.stage === 'centre' ? here.value.text : ''],
  async () =>
    here.value?.stage === 'centre'
      ? (await api.bigCentres({ ...begun.value, made: [before.value, here.value.text].join(' ').trim() }, null)).centres
      : null,
);
const nextOnes = computed(() => {
  const color = here.value?.parts[0];
  const left = (after.value ?? []).filter((c) => !c.isWhole && c.length !== null);
  const across = left.find((c) => c.opposite === color);
  const beside = left.filter((c) => c.opposite !== color).sort((a, b) => a.length! - b.length!)[0];
  return [
    ...(across ? [`the opposite, ${across.color}, takes at most ${across.length}`] : []),
    ...(beside ? [`the nearest neighbour, ${beside.color}, ${beside.length}`] : []),
  ].join('; ');
});
const ownProblem = computed(() => {
  if (!isOwn.value) return null;
  if (unread.value?.field === 'made') return unread.value;
  return failure.value?.field === 'turns' ? failure.value : null;
});
const scrambleProblem = computed(() =>
  unread.value?.field === 'scramble' || unread.value?.field === 'facelets' ? unread.value : null,
);

const facelets = computed(() => {
  if (isOwn.value) return told.value?.facelets ?? '';
  const now = here.value?.turns[turn.value - 1]?.facelets;
  if (now) return now;
  for (let i = at.value - 1; i >= 0; i--) {
    const last = stops.value[i]?.turns.at(-1);
    if (last) return last.facelets;
  }
  return at.value === 0 && told.value ? (isCurrent.value ? told.value.facelets : start.value) : start.value;
});
/** The scrambled cube. */
const start = ref('');
watch(told, (now) => {
  if (now && asked.value === '') start.value = now.facelets;
});
const pose = shallowRef<Pose>({ facelets: '', motion: null });
watch(facelets, (now, old) => {
  const made = here.value?.turns[turn.value - 1];
  const steps = !isOwn.value && made?.facelets === now && old?.length === now.length && wasBefore(old);
  pose.value = {
    facelets: now,
    motion: steps
      ? {
          from: old,
          axis: made.axis,
          layers: made.layers.map((layer) => layer / 2),
          quarters: made.quarters,
          ms: preferences.motionMs,
        }
      : null,
  };
});
/** The position shown before is that before the turn. */
const wasBefore = (old: string) => turn.value < 2 || here.value?.turns[turn.value - 2]?.facelets === old;
const drawn = computed(() =>
  pose.value.facelets ? pose.value : { facelets: '.'.repeat(6 * size.value ** 2), motion: null },
);

watch([size, scramble, stickers], () => {
  [at.value, turn.value, own.value, opened.value, failure.value] = [0, 0, '', '', null];
  typed.value = scramble.value || position.value;
});
watch(own, () => (failure.value = null));

function go(to: number) {
  at.value = Math.max(0, Math.min(to, stops.value.length - 1));
  [turn.value, own.value, opened.value] = [0, '', ''];
}

function step(by: number) {
  own.value = '';
  const many = here.value?.turns.length ?? 0;
  if (by > 0 && turn.value >= many && at.value < stops.value.length - 1) go(at.value + 1);
  else if (by < 0 && turn.value === 0 && at.value > 0) {
    go(at.value - 1);
    turn.value = here.value?.turns.length ?? 0;
  } else turn.value = Math.max(0, Math.min(turn.value + by, many));
}

async function draw() {
  try {
    const drawnScramble = await api.bigScramble(size.value);
    [scramble.value, stickers.value] = [drawnScramble.scramble, ''];
  } catch (cause) {
    if (cause instanceof Problem) failure.value = cause;
  }
}

function setSize(next: number) {
  [size.value, scramble.value, stickers.value] = [next, '', ''];
  void draw();
}

/** Turns, or the stickers of a position: so many letters that no turns are written with them. */
function show() {
  const text = typed.value.trim();
  const letters = text.replace(/\s/g, '').toUpperCase();
  const isPosition = letters.length >= 24 && /^[A-Z]+$/.test(letters) && /[WYGO]/.test(text.replace(/\s/g, ''));
  const facelets = toCube({ facelets: letters }).facelets;
  [scramble.value, stickers.value] = isPosition ? ['', facelets] : [text, ''];
}

/** A way to a centre becomes the stop that is shown. */
function take(centre: BigCentre, text: string) {
  const found = centre.ways.find((w) => w.text === text);
  if (!found || !isCurrent.value || isOwn.value) return;
  const number = at.value;
  choose(number, {
    stage: 'centre',
    name: `centre ${centre.color}`,
    parts: [centre.color],
    text: found.text,
    length: found.length,
    turns: found.turns,
    notes: [found.others].filter(Boolean),
  });
  go(number);
}

/** Edges joined, or stored where none is named, become the stop that is shown. */
function takeWay(way: BigEdgeWay, parts: string[]) {
  if (!isCurrent.value || isOwn.value) return;
  const number = at.value;
  const name = parts.length > 0 ? `${parts.length > 1 ? 'edges' : 'edge'} ${parts.join(', ')}` : 'edges stored';
  choose(number, { stage: 'edges', name, parts, text: way.text, length: way.length, turns: way.turns, notes: [] });
  go(number);
}

/** Turns that mend a parity become the stop that is shown. */
function takeParity(stop: BigStop) {
  if (!isCurrent.value || isOwn.value) return;
  const number = at.value;
  choose(number, stop);
  go(number);
}

/** Own turns are cut into stops and reviewed, and the plan goes on from them. */
async function takeOwn() {
  if (!isOwn.value) return;
  const [number, turns] = [at.value, [...shownTurns.value, own.value.trim()].join(' ')];
  try {
    const { stops: made } = await api.bigReview({ ...begun.value, made: before.value, turns });
    choose(number, ...made);
    go(number);
    // One stop is shown as it ends, a whole solve from its beginning.
    if (made.length === 1) turn.value = made[0]!.turns.length;
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    failure.value = cause;
  }
}

const schools = [
  { id: 'centres', title: 'centres first' },
  { id: 'edges', title: 'three edges between' },
];

/** The drills of what is shown: of centres, of edges, of parity. */
const drills = shallowRef<readonly Drill[]>([]);
const drillsHere = computed(() => {
  const stage = isOwn.value || !here.value || here.value.stage === 'own' ? '' : here.value.stage;
  const of = { centre: ['centres'], edges: ['joining', 'parity'], parity: ['parity'] }[stage] ?? [];
  return drills.value.filter((d) => of.includes(d.stage));
});
const practise = usePractise((refused) => (failure.value = refused));
async function loadDrills() {
  try {
    drills.value = await api.drills();
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
  }
}

/** Nothing but a parity may be left: all edges lie together, on a cube with middle pieces all but one. */
const joined = computed(
  () => hasCentres.value && (told.value?.edges.filter((e) => !e.isWhole).length ?? 12) <= size.value % 2,
);
const hasCentres = computed(() => told.value?.centres.every((c) => c.isWhole) ?? false);

useKeys('Bigger cubes', [
  { keys: ['n'], shown: 'N', does: 'another scramble', run: () => void draw() },
  { keys: ['f'], shown: 'F', does: 'the next stop', run: () => go(at.value + 1) },
  { keys: ['b'], shown: 'B', does: 'the stop before', run: () => go(at.value - 1) },
  { keys: ['ArrowRight'], shown: '→', does: 'a turn on', run: () => step(1), repeats: true },
  { keys: ['ArrowLeft'], shown: '←', does: 'a turn back', run: () => step(-1), repeats: true },
  { keys: ['Home'], shown: 'Home', does: 'to the beginning of the stop', run: () => (turn.value = 0) },
  { keys: ['End'], shown: 'End', does: 'to its end', run: () => (turn.value = here.value?.turns.length ?? 0) },
  { keys: ['o'], shown: 'O', does: 'your own turns', run: () => document.getElementById('big-own')?.focus() },
  {
    keys: ['v'],
    shown: 'V',
    does: 'look from elsewhere',
    run: () => (view.value = looks[(looks.indexOf(view.value) + 1) % looks.length]!),
  },
  { keys: ['s'], shown: 'S', does: 'solid or opened', run: () => (isOpened.value = !isOpened.value) },
  { keys: ['x'], shown: 'X', does: 'stop planning', run: stop },
]);

void desk.loadStatus();
void loadDrills();
if (!scramble.value && !stickers.value) void draw();
</script>

<template>
  <main class="big">
    <header class="plate top">
      <h1>Bigger cubes</h1>
      <span class="slots" role="group" aria-label="Size">
        <button
          v-for="n in [4, 5]"
          :key="n"
          type="button"
          class="knob small"
          :aria-pressed="size === n"
          @click="setSize(n)"
        >
          {{ n }}x{{ n }}
        </button>
      </span>
      <span class="slots" role="group" aria-label="School">
        <button
          v-for="s in schools"
          :key="s.id"
          type="button"
          class="knob small"
          :aria-pressed="school === s.id"
          @click="school = s.id"
        >
          {{ s.title }}
        </button>
      </span>
      <form class="asked" @submit.prevent="show">
        <label for="big-scramble" class="plate-title">Scramble or stickers</label>
        <input
          id="big-scramble"
          v-model="typed"
          class="field sequence"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :aria-invalid="scrambleProblem !== null"
          aria-describedby="big-problem"
        />
        <button type="submit" class="knob">Show</button>
        <button type="button" class="knob" @click="draw">New <span class="key wide-only">N</span></button>
      </form>
      <p class="drills">
        <span class="plate-title">Drill</span>
        <button
          v-for="d in drillsHere"
          :key="d.id"
          type="button"
          class="knob small"
          :title="d.what"
          @click="practise(d.id)"
        >
          {{ d.title }}
        </button>
      </p>
      <p v-if="scrambleProblem || (failure && !ownProblem)" id="big-problem" class="field-error" role="alert">
        {{ (scrambleProblem ?? failure)!.message }}
      </p>
    </header>

    <BigCourse
      class="line"
      :stops
      :chosen="chosen.length"
      :at
      :size
      :plan
      :beside
      :total
      :far
      :is-stopped
      :problem
      @go="go"
      @stop="stop"
      @plan="look"
      @release="release"
    />

    <section class="plate cubebox" aria-label="Cube">
      <header class="row">
        <span class="plate-title">{{ preferences.colorOf('white') }} up, {{ preferences.colorOf('green') }} front</span>
        <button type="button" class="plain" :aria-pressed="isOpened" @click="isOpened = !isOpened">
          {{ isOpened ? 'solid' : 'opened' }} <span class="key wide-only">S</span>
        </button>
        <button type="button" class="plain" @click="view = looks[(looks.indexOf(view) + 1) % looks.length]!">
          seen {{ lookWords[view] }} <span class="key wide-only">V</span>
        </button>
      </header>
      <div class="picture" :data-facelets="drawn.facelets">
        <CubeFlat v-if="isOpened" :facelets="drawn.facelets" :marked="preferences.marks" />
        <CubeView
          v-else
          :pose="drawn"
          :label="`Cube of ${size} layers, ${turn === 0 ? 'before the first turn' : `after turn ${turn}`}`"
          :marked="preferences.marks"
          :dark="preferences.isDark"
          :look="view"
          turnable
          @turn="(name) => (own = `${own} ${name}`.trim())"
        />
      </div>
      <form class="own" @submit.prevent="takeOwn">
        <label for="big-own">Your turns <span class="key wide-only">O</span></label>
        <input
          id="big-own"
          v-model="own"
          class="field sequence"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          placeholder="or drag a layer"
          :aria-invalid="ownProblem !== null"
          aria-describedby="big-own-problem"
        />
        <button type="submit" class="knob" :disabled="!isOwn">Go on</button>
      </form>
      <p v-if="ownProblem" id="big-own-problem" class="field-error" role="alert">{{ ownProblem.message }}</p>
    </section>

    <section class="plate said" aria-label="Stop">
      <BigStopTold
        v-if="here"
        :stop="here"
        :turn
        :after="nextOnes"
        :reduced="plan && at >= chosen.length ? plan.reduced.facelets : ''"
        @turn="(n) => ([turn, own] = [n, ''])"
      />
      <p v-else class="soft" role="status">The plan is on its way …</p>
    </section>

    <section class="plate beside" aria-label="Which centre">
      <template v-if="told && !ownProblem">
        <h2 v-if="isOwn">After your turns</h2>
        <h2 v-else-if="!hasCentres">
          {{ told.centres.some((c) => c.isWhole) ? 'Which centre next' : 'Which centre first' }}
        </h2>
        <p v-if="!hasCentres" class="soft">
          {{
            told.centres.some((c) => c.isExact)
              ? 'The fewest turns there are. A turn is one of the outer layer, of two, or of the second alone.'
              : 'With what stands kept whole, or given back after three turns.'
          }}
        </p>
        <CentreCards
          v-if="!hasCentres"
          :centres="told.centres"
          :shown="here?.text ?? ''"
          :opened
          :more
          @take="take"
          @open="(color) => (opened = color)"
        />
        <ParityPanel
          v-if="joined && !isOwn"
          :begun
          :made="asked"
          :method
          :shown="here?.text ?? ''"
          @take="takeParity"
        />
        <template v-else-if="hasCentres || isOwn">
          <h2>{{ hasCentres ? 'Which edge next' : 'Where the parts of the edges are' }}</h2>
          <p v-if="hasCentres" class="soft">
            What each takes by itself: a slice, the edge turned in, the slice back, at most one turn before.
          </p>
          <EdgesTogether v-if="told.store" :store="told.store" :shown="here?.text ?? ''" @take="takeWay" />
          <EdgeList
            :edges="told.edges"
            :shown="here?.text ?? ''"
            @take="(edge) => takeWay(edge.way!, [edge.name, ...edge.way!.also])"
          />
        </template>
        <p v-if="!isOwn" class="soft" data-test="why">{{ told.why }}</p>
      </template>
      <p v-else-if="!unread" class="soft" role="status">Comparing the centres …</p>
    </section>
  </main>
</template>

<style scoped>
.big {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 5fr) minmax(0, 4fr) minmax(0, 5fr);
  gap: 10px;
  height: 100%;
  min-height: 0;
  padding: 12px 14px;
}

.top,
.line {
  display: flex;
  flex-wrap: wrap;
  grid-column: 1 / -1;
  gap: 6px 14px;
  align-items: center;
  padding: 8px 14px;
}

.top h1 {
  font-size: 22px;
}

.slots,
.row,
.asked,
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}

.asked {
  flex: 1;
}

.drills {
  display: flex;
  flex: 1 0 100%;
  flex-wrap: wrap;
  gap: 4px 6px;
  align-items: center;
}

.asked .field,
.own .field {
  flex: 1;
  min-width: 140px;
}

.cubebox,
.said,
.beside {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 12px 16px;
  overflow: auto;
}

.row {
  justify-content: space-between;
}

h2 {
  font-size: 17px;
}

.picture {
  flex: 1;
  min-height: 220px;
}

@media (width <= 800px) {
  .big {
    height: auto;
    grid-template-rows: none;
    grid-template-columns: minmax(0, 1fr);
  }

  .cubebox .picture {
    height: 300px;
    flex: none;
  }
}
</style>
