<script setup lang="ts">
import { useStorage } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { useDrill } from '@/features/practice/drillStore';
import { api, Problem, type CaseTile } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import PairPicture from './PairPicture.vue';

/** The casebook: the 41 cases of a slot as tiles, polished by mastery, with the sequence one turns. */
const preferences = usePreferences();
const drill = useDrill();
const router = useRouter();
const places = ['FR', 'FL', 'BR', 'BL'] as const;
const placeWords = { FR: 'front-right', FL: 'front-left', BR: 'back-right', BL: 'back-left' };
const place = useStorage<(typeof places)[number]>('tin-compass.casebook-slot', 'FR');
const tiles = shallowRef<CaseTile[]>([]);
const problem = shallowRef<Problem | null>(null);
const answers = ref(true);

const groups = computed(() => {
  const found = new Map<string, CaseTile[]>();
  for (const tile of tiles.value) found.set(tile.groupName, [...(found.get(tile.groupName) ?? []), tile]);
  return [...found];
});
const known = computed(() => tiles.value.filter((t) => t.state === 'known' || t.state === 'fast').length);

async function load() {
  try {
    tiles.value = await api.cases(preferences.solverId || null, place.value);
    problem.value = null;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  }
}

/** Ten tasks of one family, in the slot that is shown. */
async function practise(family: string) {
  await drill.start(`solve-pair:${family.charAt(0).toUpperCase()}${family.slice(1)}:${place.value}`, { tasks: 10 });
  if (drill.problem) problem.value = drill.problem;
  else void router.push({ name: 'drill' });
}

function print() {
  window.print();
}

watch(
  () => [
    preferences.solverId,
    place.value,
    preferences.habits.school,
    preferences.habits.avoid,
    preferences.habits.leftHanded,
  ],
  load,
  { immediate: true },
);
useKeys('Cases', [
  { keys: ['c'], shown: 'C', does: 'with or without the sequences', run: () => (answers.value = !answers.value) },
  ...places.map((p, i) => ({
    keys: [String(i + 1)],
    shown: String(i + 1),
    does: `the slot ${placeWords[p]}`,
    run: () => (place.value = p),
  })),
]);
</script>

<template>
  <main class="cases">
    <header>
      <h1>The cases of a slot</h1>
      <p class="soft">
        Named as seen with the slot at front-right, the corner over it or the edge in front.
        <template v-if="tiles.length">{{ known }} of {{ tiles.length }} known.</template>
      </p>
      <div class="slots" role="group" aria-label="Slot">
        <button
          v-for="(p, i) in places"
          :key="p"
          type="button"
          class="knob"
          :aria-pressed="place === p"
          @click="place = p"
        >
          {{ placeWords[p] }} <span class="key wide-only">{{ i + 1 }}</span>
        </button>
      </div>
      <button type="button" class="knob" :aria-pressed="!answers" @click="answers = !answers">
        {{ answers ? 'Cover' : 'Uncover' }} <span class="key wide-only">C</span>
      </button>
      <button type="button" class="knob" @click="print">Print</button>
    </header>
    <p v-if="problem" class="plate failure" role="alert">{{ problem.message }}</p>
    <p v-else-if="tiles.length === 0" class="plate failure soft">Working the cases out …</p>
    <section v-for="[name, family] in groups" :key="name">
      <h2>
        {{ name }}
        <button
          v-if="preferences.solverId"
          type="button"
          class="knob"
          :data-family="family[0]!.group"
          @click="practise(family[0]!.group)"
        >
          Drill these ten times
        </button>
      </h2>
      <ul class="tiles">
        <li v-for="tile in family" :key="tile.id">
          <RouterLink
            class="plate tile"
            :to="{ name: 'case', params: { id: tile.id } }"
            :data-case="tile.id"
            :data-state="tile.state"
          >
            <PairPicture :facelets="tile.facelets" :marked="preferences.marks" :place="place" />
            <span class="text">
              <b>{{ tile.name }}</b>
              <span v-if="answers" class="sequence" :class="{ good: tile.isOwn }">{{ primes(tile.sequence) }}</span>
              <span v-else class="blank" aria-label="covered">&nbsp;</span>
              <span class="soft"
                >{{ tile.length }} HTM<template v-if="tile.time !== null && answers">
                  · {{ tile.time.toFixed(1) }}</template
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

h2 .knob {
  min-height: 30px;
  padding: 0 10px;
  font-size: 14px;
}

header p {
  margin-right: auto;
}

.slots {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
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
  grid-template-columns: 92px minmax(0, 1fr);
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
