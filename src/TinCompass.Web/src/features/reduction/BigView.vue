<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import CubeView from '@/cube/CubeView.vue';
import type { Pose } from '@/cube/facelets';
import { lookWords, looks, type Look } from '@/cube/looks';
import { queryOf } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import { api, Problem, type BigCentre, type BigStop } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import { useNumber, useWord } from '@/shared/useAddress';
import { useTold } from '@/features/schools/useTold';
import CentreCards from './CentreCards.vue';
import { countOf, useBigPlan } from './useBigPlan';

/** A 4x4 or 5x5 solved down to the 3x3: centres, edges, parity; the six centres compared, every stop turn by turn. */
const preferences = usePreferences();
const desk = useDesk();
const size = useNumber('size', 4);
const scramble = useWord('scramble', '');
const typed = ref(scramble.value);
const method = computed(() => desk.method.id);
const failure = shallowRef<Problem | null>(null);
const { chosen, plan, problem, far, isStopped, stops, total, look, stop, choose, release } = useBigPlan(
  size,
  scramble,
  method,
);

const at = ref(0);
const turn = ref(0);
const view = ref<Look>('front');
const isOpened = ref(false);
/** Own turns from the position that is shown. */
const own = ref('');

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
  [before.value, ...(isOwn.value ? [...shownTurns.value, own.value] : [])].filter(Boolean).join(' '),
);
const {
  told,
  problem: unread,
  isCurrent,
} = useTold(
  () => [size.value, scramble.value, asked.value],
  () => api.bigCentres({ size: size.value, scramble: scramble.value, made: asked.value }, null),
);
/** The colour of a first centre all of whose ways are shown, those one turn longer too. */
const opened = ref('');
const { told: more } = useTold(
  () => [size.value, scramble.value, opened.value, asked.value],
  async () =>
    opened.value
      ? (
          await api.bigCentres(
            { size: size.value, scramble: scramble.value, made: asked.value, color: opened.value, slack: 1 },
            null,
          )
        ).centres[0]!
      : null,
);
/** What is best after the centre that is shown. */
const { told: after } = useTold(
  () => [size.value, scramble.value, before.value, here.value?.stage === 'centre' ? here.value.text : ''],
  async () =>
    here.value?.stage === 'centre'
      ? (
          await api.bigCentres(
            { size: size.value, scramble: scramble.value, made: [before.value, here.value.text].join(' ').trim() },
            null,
          )
        ).centres
      : null,
);
const nextOnes = computed(() => {
  const color = here.value?.parts[0];
  const left = (after.value ?? []).filter((c) => !c.isWhole && c.length !== null);
  const across = left.find((c) => c.opposite === color);
  const beside = left.filter((c) => c.opposite !== color).sort((a, b) => a.length! - b.length!)[0];
  return [
    ...(across ? [`the opposite, ${across.color}, takes ${across.length}`] : []),
    ...(beside ? [`the nearest neighbour, ${beside.color}, ${beside.length}`] : []),
  ].join('; ');
});
const ownProblem = computed(() => (isOwn.value && unread.value?.field === 'made' ? unread.value : null));
const scrambleProblem = computed(() => (unread.value?.field === 'scramble' ? unread.value : null));

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

watch([size, scramble], () => {
  [at.value, turn.value, own.value, opened.value, failure.value] = [0, 0, '', '', null];
  typed.value = scramble.value;
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
    scramble.value = drawnScramble.scramble;
  } catch (cause) {
    if (cause instanceof Problem) failure.value = cause;
  }
}

function setSize(next: number) {
  size.value = next;
  scramble.value = '';
  void draw();
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
  });
  go(number);
}

/** Own turns become a stop, and the plan goes on from them. */
function takeOwn() {
  if (!isOwn.value || ownProblem.value || !isCurrent.value || !told.value) return;
  const text = [...shownTurns.value, own.value.trim()].join(' ');
  const made: BigStop = {
    stage: 'own',
    name: 'own turns',
    parts: [],
    text,
    length: countOf(text),
    turns: [
      ...(here.value?.turns.slice(0, turn.value) ?? []),
      {
        text: own.value.trim(),
        axis: 'y',
        layers: [],
        quarters: 1,
        facelets: told.value.facelets,
        said: 'your own turns',
      },
    ],
  };
  const number = at.value;
  choose(number, made);
  go(number);
  turn.value = made.turns.length;
}

const stageWords: Record<string, string> = {
  centre: 'the centres',
  edges: 'the edges',
  parity: 'parity',
  small: 'the 3x3',
};
const titleOf = (s: BigStop) => (s.stage === 'edges' && s.parts.length > 2 ? `${s.parts.length} edges` : s.name);
const smallTitle = (s: BigStop) =>
  desk.status?.stages.find((known) => known.id === s.parts[0])?.title ?? s.parts[0] ?? '';
/** Each group of stops with what it is about. */
const groups = computed(() => {
  const found: { stage: string; length: number; stops: { stop: BigStop; number: number }[] }[] = [];
  stops.value.forEach((s, number) => {
    if (found.at(-1)?.stage !== s.stage) found.push({ stage: s.stage, length: 0, stops: [] });
    const group = found.at(-1)!;
    group.length += s.length;
    group.stops.push({ stop: s, number });
  });
  return found;
});
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
if (!scramble.value) void draw();
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
      <form class="asked" @submit.prevent="scramble = typed.trim()">
        <label for="big-scramble" class="plate-title">Scramble</label>
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
      <p v-if="scrambleProblem || failure" id="big-problem" class="field-error" role="alert">
        {{ (scrambleProblem ?? failure)!.message }}
      </p>
    </header>

    <nav class="plate line" aria-label="Course">
      <p v-if="far" class="soft" role="status" data-test="far">
        Planning {{ stageWords[far.stage] }}<template v-if="far.all > 1">, {{ far.done }} of {{ far.all }}</template> …
        <button type="button" class="knob small" @click="stop">Stop <span class="key wide-only">X</span></button>
      </p>
      <p v-else-if="isStopped" class="soft" role="status">
        Stopped. <button type="button" class="knob small" @click="look">Plan it</button>
      </p>
      <p v-else-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
      <p v-else-if="plan" class="total" data-test="total">
        <b>{{ total }} turns</b> in all;
        <template v-if="plan.isOdd"
          ><b class="look-here" data-test="odd">parity odd:</b>
          {{
            size === 4
              ? 'one edge will be turned over when all are joined; a slice and the slice back cannot change that.'
              : 'two wings of one edge must be exchanged; a slice and the slice back cannot do that.'
          }}</template
        ><template v-else><b class="good" data-test="even">parity even:</b> no edge will be left turned over.</template>
      </p>
      <ol class="groups">
        <li v-for="(g, i) in groups" :key="i" class="group">
          <span class="soft head"
            >{{ g.stage === 'small' ? '3x3' : g.stage === 'own' ? 'own' : g.stage }} · {{ g.length }}</span
          >
          <ol class="stops">
            <li v-for="s in g.stops" :key="s.number">
              <button
                type="button"
                class="stop"
                :class="{ chosen: s.number < chosen.length }"
                :aria-current="s.number === at ? 'step' : undefined"
                :data-stop="s.number"
                :title="s.stop.name"
                @click="go(s.number)"
              >
                <span class="dots" aria-hidden="true">
                  <i
                    v-for="c in s.stop.stage === 'centre' ? s.stop.parts : []"
                    :key="c"
                    :style="{ background: `var(--hue-${c})` }"
                  />
                </span>
                <span class="name">{{
                  s.stop.stage === 'centre'
                    ? s.stop.parts[0]
                    : s.stop.stage === 'small'
                      ? smallTitle(s.stop)
                      : titleOf(s.stop).replace(/^(edges?|parity:) /, '')
                }}</span>
                <b>{{ s.stop.length }}</b>
              </button>
            </li>
          </ol>
        </li>
      </ol>
      <button v-if="chosen.length > 0" type="button" class="knob small" @click="release">Plan all of it for me</button>
    </nav>

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
      <template v-if="here">
        <header class="row">
          <h2>{{ here.stage === 'small' ? smallTitle(here) : titleOf(here) }}</h2>
          <span class="soft" data-test="big-count">turn {{ turn }} of {{ here.turns.length }}</span>
        </header>
        <p class="sequence whole" data-test="big-text">{{ primes(here.text) }}</p>
        <p v-if="here.stage === 'edges'" class="soft">
          {{ here.parts.length === 1 ? 'One edge lies' : `${here.parts.length} edges lie` }} together at the end:
          {{ here.parts.join(', ') }}.
        </p>
        <p v-else-if="here.stage === 'parity'">
          <template v-if="here.parts[0] === 'one'"
            >Joined edges cannot be turned over one by one on a 3x3. Here one is: an odd number of quarter turns of
            inner layers has exchanged its wings. These turns exchange them and move nothing else.</template
          >
          <template v-else
            >On a 3x3 two edges cannot change places alone. Here two have, for each is two wings: four wings moved, and
            the centres do not show it. These turns exchange two edges and move nothing else.</template
          >
        </p>
        <p v-else-if="here.stage === 'small' && plan">
          The cube is a 3x3 now.
          <RouterLink class="knob small" :to="{ name: 'desk', query: queryOf({ facelets: plan.reduced.facelets }) }"
            >This 3x3 at the desk</RouterLink
          >
        </p>
        <p v-else-if="here.stage === 'centre' && nextOnes" class="soft" data-test="after">
          After this one {{ nextOnes }}.
        </p>
        <ol class="turnlist">
          <li v-for="(t, i) in here.turns" :key="i">
            <button
              type="button"
              class="turn"
              :class="{ done: i < turn - 1 }"
              :aria-current="i === turn - 1 ? 'true' : undefined"
              @click="((turn = i + 1), (own = ''))"
            >
              <b class="sequence">{{ primes(t.text) }}</b> <span>{{ t.said }}</span>
            </button>
          </li>
        </ol>
      </template>
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
        <template v-if="hasCentres || isOwn">
          <h2>Where the parts of the edges are</h2>
          <ul class="edges" data-test="edges">
            <li v-for="e in told.edges" :key="e.name" :class="{ good: e.isWhole }" :data-edge="e.name">
              <b>{{ e.name }}</b>
              <span>{{
                e.isWhole
                  ? `together, ${e.places[0]}`
                  : e.places.length === 1
                    ? `${e.places[0]}, not as they belong`
                    : e.places.join(', ')
              }}</span>
            </li>
          </ul>
        </template>
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

.asked .field,
.own .field {
  flex: 1;
  min-width: 140px;
}

.groups,
.stops {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  list-style: none;
}

.stops {
  gap: 2px;
}

.group {
  display: flex;
  flex-direction: column;
  max-width: 100%;
}

.head {
  font-size: 14px;
}

.stop {
  display: flex;
  gap: 6px;
  align-items: center;
  max-width: 190px;
  padding: 3px 8px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--enamel-low);
}

.stop .name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.stop[aria-current='step'] {
  border-color: var(--needle);
  box-shadow: 0 2px 0 var(--needle);
}

.stop.chosen {
  background: var(--verdigris-wash);
}

.dots i {
  display: inline-block;
  width: 12px;
  height: 12px;
  border: 1px solid var(--cubie);
  border-radius: 3px;
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

.row h2 {
  flex: 1;
}

h2 {
  font-size: 17px;
}

.picture {
  flex: 1;
  min-height: 220px;
}

.whole {
  font-weight: 600;
}

.total {
  flex: 1 0 100%;
}

.edges {
  list-style: none;
}

.edges li {
  display: grid;
  grid-template-columns: 128px minmax(0, 1fr);
  gap: 8px;
  padding: 1px 0;
}

.turnlist {
  list-style: none;
}

.turn {
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  padding: 3px 8px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  text-align: left;
}

.turn.done {
  color: var(--ink-soft);
}

.turn[aria-current='true'] {
  border-color: var(--needle);
  background: var(--enamel-low);
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
