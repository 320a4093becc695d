<script setup lang="ts">
import { computed, onMounted, shallowRef, useId } from 'vue';
import { colorNames, type ColorName } from '@/cube/palette';
import { api, Problem, type Habits, type Status } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import Choice from './Choice.vue';
import SchemeNet from './SchemeNet.vue';

/** How one plans, holds, turns and looks. Everything is kept as soon as it is changed. */
const preferences = usePreferences();
const habits = computed(() => preferences.habits);
const speedId = useId();

const orders = [
  { value: 'turns', title: 'Fewest turns', what: 'then no flag, less alignment, less at the back' },
  { value: 'time', title: 'Least time', what: 'for two hands, regrips counted' },
  { value: 'foresight', title: 'Easy to see', what: 'fewest edges to follow, fewest moves of them' },
] as const;
const holds = [
  { value: 'fewestBackTurns', title: 'No back turns', what: 'the hold with fewest turns of the back face' },
  { value: 'leastTime', title: 'Quickest', what: 'the hold in which your hands need least time' },
  { value: 'plainest', title: 'Always same', what: 'one rotation for each colour, whatever the plan' },
] as const;
const metrics = [
  { value: 'htm', title: 'HTM' },
  { value: 'stm', title: '+ STM' },
  { value: 'qtm', title: '+ QTM' },
  { value: 'etm', title: '+ ETM' },
] as const;
const themes = [
  { value: 'auto', title: 'As the system' },
  { value: 'light', title: 'Light' },
  { value: 'dark', title: 'Dark' },
] as const;
const middleHands = [
  { value: 'either', title: 'Either hand', what: 'whichever is quicker at the moment' },
  { value: 'left', title: 'Left', what: 'the right hand holds and turns the top' },
  { value: 'right', title: 'Right', what: 'the left hand holds and turns the top' },
] as const;
const hands = [
  { value: false, title: 'Right hand stronger' },
  { value: true, title: 'Left hand stronger' },
] as const;
const letterGroups = [
  { title: 'faces', letters: 'UDFBRL' },
  { title: 'wide', letters: 'udfbrl' },
  { title: 'slices', letters: 'MES' },
  { title: 'rotations', letters: 'xyz' },
];

/** One colour, two opposite ones, or all six. */
const width = computed(() => habits.value.colors.length);
const widths = [
  { value: 1, title: 'One colour' },
  { value: 2, title: 'Two opposite' },
  { value: 6, title: 'All six' },
] as const;

/** What can be said of each stage, and of the method: the server knows. */
const status = shallowRef<Status | null>(null);
onMounted(async () => {
  try {
    status.value = await api.status();
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
  }
});
const methods = computed(
  () => status.value?.methods.map((m) => ({ value: m.id, title: m.title, what: stagesOf(m.stages) })) ?? [],
);
const stagesOf = (ids: readonly string[]) =>
  ids.map((id) => status.value?.stages.find((s) => s.id === id)?.title ?? id).join(' · ');
/** The stages of the method one solves by, and those of no method: habits of another method are not asked. */
const ownStages = computed(() => {
  const methods = status.value?.methods ?? [];
  const own = methods.find((m) => m.id === habits.value.method) ?? methods[0];
  return (status.value?.stages ?? []).filter(
    (s) => own?.stages.includes(s.id) || !methods.some((m) => m.stages.includes(s.id)),
  );
});
const stageHabits = computed(() => ownStages.value.filter((s) => s.habits.length > 1));
/** What is alone in its stage needs no plate of its own. */
const briefHabits = computed(
  () =>
    ownStages.value.flatMap((stage) => (stage.habits.length === 1 ? [{ stage, habit: stage.habits[0]! }] : [])) ?? [],
);
const keys = [
  { value: true, title: 'One key each', what: 'letters and digits work wherever you are not typing' },
  { value: false, title: 'Off', what: 'only arrows, space, Enter and the knobs' },
] as const;

type StageHabit = Status['stages'][number]['habits'][number];
type Option = { value: string; title: string; what?: string };

/** A number is chosen among those that have a name; what is set already stays a choice. */
function optionsOf(habit: StageHabit, value: string): Option[] {
  if (habit.choices.length > 0) return habit.choices.map((c) => ({ value: c.id, title: c.title, what: c.what }));
  const steps = (habit.steps ?? []).map((c) => ({ value: c.id, title: c.title, what: c.what }));
  return steps.some((s) => s.value === value) ? steps : [...steps, { value, title: value }];
}

function setStage(stage: string, habit: string, value: string) {
  const now = habits.value.stages;
  void preferences.change({ stages: { ...now, [stage]: { ...now[stage], [habit]: value } } });
}

function opposite(name: string): string {
  return habits.value.scheme[habits.value.scheme.indexOf(name) ^ 1]!;
}

function colorsFrom(name: string, count: number): string[] {
  return count === 6 ? [...colorNames] : count === 2 ? [name, opposite(name)] : [name];
}

function setWidth(count: number) {
  void preferences.change({ colors: colorsFrom(habits.value.colors[0]!, count) });
}

function setColor(name: string) {
  void preferences.change({ colors: colorsFrom(name, width.value) });
}

function toggleLetter(letter: string) {
  const avoid = habits.value.avoid;
  void preferences.change({ avoid: avoid.includes(letter) ? avoid.replace(letter, '') : avoid + letter });
}

/** With another scheme other colours are opposite: the first one stays. */
function setScheme(scheme: ColorName[]) {
  const first = habits.value.colors[0]!;
  const colors = width.value === 2 ? [first, scheme[scheme.indexOf(first as ColorName) ^ 1]!] : habits.value.colors;
  void preferences.change({ scheme, colors });
}

function set(patch: Partial<Habits>) {
  void preferences.change(patch);
}

const speedWords = computed(() =>
  habits.value.turnMs === 0 ? 'end positions only' : `${(habits.value.turnMs / 1000).toFixed(2)} s a quarter turn`,
);
</script>

<template>
  <main class="habits">
    <header>
      <h1>Habits</h1>
      <p class="soft" aria-live="polite">
        {{
          preferences.solverId
            ? 'Kept for the solver chosen in the bar, as soon as you change them.'
            : 'Kept in this browser. Choose or add a solver in the bar to keep them for good.'
        }}
      </p>
      <p v-if="preferences.problem" class="field-error" role="alert">{{ preferences.problem.message }}</p>
    </header>
    <section v-if="methods.length > 0" class="plate" aria-labelledby="habit-method">
      <h2 id="habit-method">Method</h2>
      <Choice label="Solved by" :options="methods" :value="habits.method" @choose="(method) => set({ method })" />
      <div v-for="{ stage, habit } in briefHabits" :key="stage.id" :data-stage="stage.id">
        <Choice
          :label="habit.title"
          :options="optionsOf(habit, preferences.stageHabit(stage.id, habit.id, habit.usual))"
          :value="preferences.stageHabit(stage.id, habit.id, habit.usual)"
          @choose="(value) => setStage(stage.id, habit.id, value)"
        />
      </div>
    </section>
    <section class="plate" aria-labelledby="habit-cube">
      <h2 id="habit-cube">Your cube</h2>
      <SchemeNet :scheme="habits.scheme" @change="setScheme" />
    </section>
    <section class="plate" aria-labelledby="habit-plan">
      <h2 id="habit-plan">Planning</h2>
      <Choice label="Bases" :options="widths" :value="width" @choose="setWidth" />
      <div v-if="width < 6" class="line" role="group" aria-label="Which colour">
        <button
          v-for="name in colorNames"
          :key="name"
          type="button"
          class="knob swatch"
          :aria-pressed="habits.colors.includes(name)"
          @click="setColor(name)"
        >
          <i class="dot" :style="{ background: `var(--hue-${name})` }" aria-hidden="true" />{{ name }}
        </button>
      </div>
      <Choice label="First in the list" :options="orders" :value="habits.order" @choose="(order) => set({ order })" />
      <Choice label="Hold" :options="holds" :value="habits.holds" @choose="(holds) => set({ holds })" />
    </section>
    <section class="plate" aria-labelledby="habit-screen">
      <h2 id="habit-screen">Screen</h2>
      <Choice label="Enamel" :options="themes" :value="habits.theme" @choose="(theme) => set({ theme })" />
      <Choice label="Lengths in" :options="metrics" :value="habits.metric" @choose="(metric) => set({ metric })" />
      <label class="speed" :for="speedId">
        <span>Turns move</span> <span class="soft">{{ speedWords }}</span>
      </label>
      <input
        :id="speedId"
        type="range"
        min="0"
        max="1000"
        step="40"
        :value="habits.turnMs"
        :aria-valuetext="speedWords"
        @change="set({ turnMs: Number(($event.target as HTMLInputElement).value) })"
      />
      <Choice label="Keys" :options="keys" :value="habits.singleKeys" @choose="(singleKeys) => set({ singleKeys })" />
      <label class="marks">
        <input type="checkbox" :checked="habits.marks" @change="set({ marks: !habits.marks })" />
        <span>Marks beside the hues <span class="key wide-only">A</span></span>
      </label>
    </section>
    <section class="plate" aria-labelledby="habit-hands">
      <header class="hands">
        <h2 id="habit-hands">Hands</h2>
        <RouterLink data-test="own-hands" :to="{ name: 'hands' }">{{
          habits.unitMs === null ? 'time your own' : 'your own, timed'
        }}</RouterLink>
      </header>
      <Choice
        label="Stronger hand"
        :options="hands"
        :value="habits.leftHanded"
        @choose="(leftHanded) => set({ leftHanded })"
      />
      <Choice
        label="M is made by"
        :options="middleHands"
        :value="habits.middleHand"
        @choose="(middleHand) => set({ middleHand })"
      />
      <fieldset>
        <legend>Turns you never make</legend>
        <div v-for="group in letterGroups" :key="group.title" class="letters">
          <span class="soft">{{ group.title }}</span>
          <button
            v-for="letter in group.letters"
            :key="letter"
            type="button"
            class="knob letter sequence"
            :aria-pressed="habits.avoid.includes(letter)"
            :aria-label="`never ${letter}`"
            @click="toggleLetter(letter)"
          >
            {{ letter }}
          </button>
        </div>
        <p class="soft">Plans that can be held without them are held so; others are marked.</p>
      </fieldset>
    </section>
    <section
      v-for="stage in stageHabits"
      :key="stage.id"
      class="plate"
      :aria-labelledby="`habit-${stage.id}`"
      :data-stage="stage.id"
    >
      <h2 :id="`habit-${stage.id}`">{{ stage.title }}</h2>
      <Choice
        v-for="habit in stage.habits"
        :key="habit.id"
        :label="habit.title"
        :options="optionsOf(habit, preferences.stageHabit(stage.id, habit.id, habit.usual))"
        :value="preferences.stageHabit(stage.id, habit.id, habit.usual)"
        @choose="(value) => setStage(stage.id, habit.id, value)"
      />
    </section>
  </main>
</template>

<style scoped>
.hands {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: space-between;
}

/* Columns as many as fit, each plate as high as it needs. */
.habits {
  columns: 3 360px;
  column-gap: 10px;
  padding: 12px 14px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  margin-bottom: 10px;
  column-span: all;
}

h1 {
  font-size: 20px;
}

h2 {
  margin-bottom: 4px;
}

section {
  display: grid;
  gap: 6px;
  align-content: start;
  margin-bottom: 10px;
  padding: 10px 14px;
  break-inside: avoid;
}

.line,
.letters {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}

.swatch {
  gap: 6px;
  padding: 0 10px;
}

fieldset {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  border: 0;
}

legend {
  margin-bottom: 4px;
  padding: 0;
  font-weight: 600;
}

.letters .soft {
  width: 68px;
}

.letter {
  justify-content: center;
  min-width: 38px;
  padding: 0;
}

.letter[aria-pressed='true'] {
  text-decoration: line-through 2px;
}

.speed {
  display: flex;
  gap: 12px;
  font-weight: 600;
}

.speed .soft {
  font-weight: 400;
}

input[type='range'] {
  width: 100%;
  max-width: 360px;
  margin: 0;
  accent-color: var(--needle);
}

.marks {
  display: flex;
  gap: 8px;
  align-items: center;
}

.marks input {
  width: 18px;
  height: 18px;
  margin: 0;
  accent-color: var(--needle);
}

@media (max-width: 640px) {
  .letters .soft {
    width: 100%;
  }
}

@media (max-width: 900px) {
  .habits {
    columns: 1;
    padding: 8px;
  }
}
</style>
