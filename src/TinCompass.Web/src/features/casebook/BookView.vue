<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { useSessionStorage } from '@vueuse/core';
import { faceOf } from '@/desk/faces';
import { useDrill } from '@/features/practice/drillStore';
import { api, Problem, type Book, type CaseTile } from '@/shared/api/client';
import { whenPutBack } from '@/shared/deleting';
import { useKeys } from '@/shared/keys/useKeys';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { handTime, handTimeUnit, handUnitMs } from '@/shared/handTime';
import { primes } from '@/shared/text';
import { useWord } from '@/shared/useAddress';
import LearnNext from './LearnNext.vue';

/** The casebook: the cases of a stage as tiles, polished by mastery, with the sequence one turns. */
const preferences = usePreferences();
const drill = useDrill();
const route = useRoute();
const router = useRouter();
const books = shallowRef<Book[]>([]);
const tiles = shallowRef<CaseTile[]>([]);
const problem = shallowRef<Problem | null>(null);
const view = useWord('view', '');
const sequences = useWord('sequences', 'shown');
const answers = computed(() => sequences.value === 'shown');

/** The book that was open last; at first the second, the pairs: the cross is read at the desk. */
const lastBook = useSessionStorage('book', '');
const stage = computed(() => {
  const wanted = String(route.params['stage'] ?? '') || lastBook.value;
  return books.value.find((b) => b.stage === wanted)?.stage ?? books.value[1]?.stage ?? books.value[0]?.stage ?? '';
});
const book = computed(() => books.value.find((b) => b.stage === stage.value) ?? null);
const shownView = computed(() => book.value?.views.find((v) => v.id === view.value) ?? book.value?.views[0] ?? null);
const picture = computed(() => faceOf(stage.value)?.picture);
const aside = computed(() => faceOf(stage.value)?.bookAside);
/** All words that are looked for stand in what the tile says: its name, family, mastery, sequence. */
const words = useWord('q', '');
/** How well, how often, by which turns: what is chosen among what the tiles have. */
const mastery = useWord('mastery', '');
const often = useWord('often', '');
const letters = useWord('letters', '');
const states = [
  { value: 'new', title: 'new' },
  { value: 'learning', title: 'learning' },
  { value: 'known', title: 'known' },
  { value: 'fast', title: 'fast' },
] as const;
const share = (probability: string) => {
  const [of, all] = probability.split('/').map(Number);
  return (of ?? 0) / (all ?? 1);
};
const chances = computed(() =>
  [...new Set(tiles.value.map((t) => t.probability).filter((p) => p))].sort((a, b) => share(b) - share(a)),
);
const letterSets = computed(() =>
  [...new Set(tiles.value.map((t) => t.letters))].sort((a, b) => a.length - b.length || (a < b ? -1 : 1)),
);
const isFiltered = computed(() => [words, mastery, often, letters].some((w) => w.value !== ''));
function forget() {
  for (const word of [words, mastery, often, letters]) word.value = '';
}

function fits(tile: CaseTile) {
  if (mastery.value && tile.state !== mastery.value) return false;
  if (often.value && tile.probability !== often.value) return false;
  const may = letters.value.split(' ');
  if (letters.value && !tile.letters.split(' ').every((l) => may.includes(l))) return false;
  const told =
    `${tile.title} ${tile.familyTitle} ${tile.state} ${tile.sequence} ${tile.length} ${tile.note}`.toLowerCase();
  return words.value
    .toLowerCase()
    .split(/\s+/)
    .every((word) => told.includes(word));
}
const groups = computed(() => {
  const found = new Map<string, CaseTile[]>();
  for (const tile of tiles.value.filter(fits))
    found.set(tile.familyTitle, [...(found.get(tile.familyTitle) ?? []), tile]);
  return [...found];
});
const fitting = computed(() => groups.value.reduce((sum, [, family]) => sum + family.length, 0));
const known = computed(() => tiles.value.filter((t) => t.state === 'known' || t.state === 'fast').length);

const newest = latest();
async function load() {
  if (route.name !== 'casebook') return;
  try {
    if (books.value.length === 0) books.value = await api.books();
    if (route.params['stage']) lastBook.value = stage.value;
    const isNewest = newest();
    const found = await api.cases(stage.value, preferences.solverId || null, shownView.value?.id ?? '');
    if (isNewest()) tiles.value = found;
    problem.value = null;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}

/** Ten tasks of one family, in the view that is shown. */
async function practise(family: string) {
  if (!book.value) return;
  const place = book.value.views.length > 1 ? `:${shownView.value?.id ?? ''}` : '';
  await drill.start(`${book.value.drill}:${family}${place}`, { tasks: 10 });
  if (drill.problem) problem.value = drill.problem;
  else void router.push({ name: 'drill' });
}

function cover() {
  sequences.value = answers.value ? 'covered' : 'shown';
}

function print() {
  window.print();
}

watch(
  () => [
    route.params['stage'],
    preferences.solverId,
    view.value,
    JSON.stringify(preferences.habits.stages),
    JSON.stringify(preferences.allHands),
    handUnitMs.value,
  ],
  load,
  { immediate: true },
);
whenPutBack(load);
useKeys('Casebook', [
  { keys: ['c'], shown: 'C', does: 'with or without the sequences', run: cover },
  {
    keys: ['f'],
    shown: 'F',
    does: 'the next book',
    run: () => {
      const at = books.value.findIndex((b) => b.stage === stage.value);
      const next = books.value[(at + 1) % books.value.length];
      if (next) void router.push({ name: 'casebook', params: { stage: next.stage } });
    },
  },
  ...[0, 1, 2, 3].map((i) => ({
    keys: [String(i + 1)],
    shown: String(i + 1),
    does: `view ${i + 1}`,
    run: () => (view.value = book.value?.views[i]?.id ?? view.value),
  })),
]);
</script>

<template>
  <main class="cases">
    <header>
      <h1>Casebook</h1>
      <nav class="slots" aria-label="Books">
        <RouterLink
          v-for="b in books"
          :key="b.stage"
          class="knob small"
          :to="{ name: 'casebook', params: { stage: b.stage } }"
          :aria-current="b.stage === stage ? 'page' : undefined"
          :data-book="b.stage"
          >{{ b.title }}</RouterLink
        >
        <span class="key wide-only">F</span>
        <RouterLink class="knob small" :to="{ name: 'desk', query: { method: 'edges' } }">Edges first</RouterLink>
        <RouterLink class="knob small" :to="{ name: 'desk', query: { method: 'blocks' } }">Block first</RouterLink>
        <RouterLink class="knob small" :to="{ name: 'cycles' }">Cycles of three</RouterLink>
        <RouterLink class="knob small" :to="{ name: 'bigger' }">Bigger cubes</RouterLink>
      </nav>
      <button type="button" class="knob" :aria-pressed="!answers" @click="cover">
        {{ answers ? 'Cover' : 'Uncover' }} <span class="key wide-only">C</span>
      </button>
      <input v-model="words" class="field search" type="search" placeholder="find a case" aria-label="Look for cases" />
      <button type="button" class="knob" @click="print">Print</button>
    </header>
    <div class="about">
      <p class="soft">
        {{ book?.note }} <template v-if="tiles.length">{{ known }} of {{ tiles.length }} known.</template>
      </p>
      <div v-if="book && book.views.length > 1" class="slots" role="group" aria-label="View">
        <button
          v-for="(v, i) in book.views"
          :key="v.id"
          type="button"
          class="knob"
          :aria-pressed="shownView?.id === v.id"
          @click="view = v.id"
        >
          {{ v.title }} <span class="key wide-only">{{ i + 1 }}</span>
        </button>
      </div>
    </div>
    <p v-if="problem" class="plate failure" role="alert">{{ problem.message }}</p>
    <p v-else-if="tiles.length === 0" class="plate failure soft">Working the cases out …</p>
    <component :is="aside" v-if="aside" :stage />
    <LearnNext v-if="book?.teaches" :stage />
    <form v-if="chances.length > 1" class="filters no-print" aria-label="Which cases" @submit.prevent>
      <select v-model="mastery" class="field" aria-label="How well they are known">
        <option value="">new or known</option>
        <option v-for="s in states" :key="s.value" :value="s.value">{{ s.title }}</option>
      </select>
      <select v-model="often" class="field" aria-label="How often they come">
        <option value="">however often</option>
        <option v-for="p in chances" :key="p" :value="p">{{ p.replace('/', ' in ') }}</option>
      </select>
      <select v-model="letters" class="field" aria-label="By which turns">
        <option value="">by any turns</option>
        <option v-for="l in letterSets" :key="l" :value="l">{{ l }} alone</option>
      </select>
      <button v-if="isFiltered" type="button" class="knob small" @click="forget">All of them</button>
      <span class="soft" aria-live="polite">{{ isFiltered ? `${fitting} of ${tiles.length}` : '' }}</span>
    </form>
    <p v-if="tiles.length > 0 && groups.length === 0" class="soft">
      No case fits<template v-if="words"> “{{ words }}”</template>.
    </p>
    <section v-for="[name, family] in groups" :key="name">
      <h2>
        {{ name }}
        <button
          v-if="preferences.solverId && book?.drill"
          type="button"
          class="knob small"
          :data-family="family[0]!.family"
          @click="practise(family[0]!.family)"
        >
          Drill these ten times
        </button>
      </h2>
      <ul class="tiles">
        <li v-for="tile in family" :key="tile.id">
          <RouterLink
            class="plate tile"
            :to="{ name: 'case', params: { stage, id: tile.id }, query: view ? { view } : {} }"
            :data-case="tile.id"
            :data-state="tile.state"
          >
            <span class="picture"
              ><component
                :is="picture"
                v-if="picture"
                :facelets="tile.facelets"
                :marked="preferences.marks"
                :view="shownView?.id ?? ''"
            /></span>
            <span class="text">
              <b>{{ tile.title }}</b>
              <span v-if="tile.note" class="soft note">{{ tile.note }}</span>
              <span v-if="answers" class="sequence" :class="{ good: tile.isOwn }">{{ primes(tile.sequence) }}</span>
              <span v-else class="blank" aria-label="covered">&nbsp;</span>
              <span class="soft"
                >{{ tile.length }} HTM<span v-if="tile.time !== null && answers" :title="handTimeUnit">
                  · {{ handTime(tile.time) }}</span
                ><template v-if="tile.isOwn">, yours</template> <i class="state">{{ tile.state }}</i></span
              >
            </span>
          </RouterLink>
        </li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
.note {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.filters select {
  width: auto;
  font-size: 16px;
}

.search {
  width: 190px;
  font-size: 16px;
}

.cases {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 12px 14px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

h1 {
  font-size: 20px;
}

h2 {
  display: flex;
  gap: 12px;
  align-items: center;
  padding-bottom: 6px;
}

a.knob[aria-current] {
  border-color: var(--needle);
  background: var(--needle-wash);
}

header nav,
.about p {
  margin-right: auto;
}

.about {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

.slots {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}

.failure {
  padding: 12px 14px;
}

.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(262px, 1fr));
  gap: 8px;
  list-style: none;
}

.tile {
  display: grid;
  grid-template-columns: 88px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  height: 100%;
  padding: 6px 10px 6px 6px;
  color: inherit;
  text-decoration: none;
}

.tile:hover {
  border-color: var(--ink-soft);
}

/* Wear: dull tin is new, then it brightens. */
.tile[data-state='new'] {
  background: var(--enamel-low);
}

.tile[data-state='known'] {
  border-color: var(--verdigris);
}

.tile[data-state='fast'] {
  border-color: var(--verdigris);
  background: var(--verdigris-wash);
}

.picture {
  height: 88px;
}

.text {
  display: grid;
  gap: 2px;
}

.text b {
  font-weight: 600;
  line-height: 1.2;
}

.state {
  float: right;
  margin-left: 8px;
  font-style: normal;
}

.blank {
  width: 80%;
  border-bottom: 1px solid var(--hairline);
}

@media print {
  header button,
  h2 button {
    display: none;
  }

  .tiles {
    grid-template-columns: repeat(3, 1fr);
  }

  .tile {
    break-inside: avoid;
    box-shadow: none;
  }

  .state {
    display: none;
  }
}
</style>
