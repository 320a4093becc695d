import { usePreferredDark, usePreferredReducedMotion, useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, shallowRef, watch, watchEffect } from 'vue';
import { colorNames } from '@/cube/palette';
import { api, asker, Problem, type Habits, type HabitsQuery, type Hands } from './api/client';
import { useScheme } from './api/scheme';
import { handUnitMs } from './handTime';

/** The habits of somebody who has said nothing yet. */
export const usualHabits: Habits = {
  colors: [...colorNames],
  scheme: [...colorNames],
  holds: 'fewestBackTurns',
  order: 'turns',
  leftHanded: false,
  avoid: '',
  middleHand: 'either',
  metric: 'htm',
  turnMs: 320,
  theme: 'auto',
  marks: false,
  method: 'cfop',
  singleKeys: true,
  stages: {},
  unitMs: null,
};

/**
 * Who is here, and how they plan, hold, turn and look. The server keeps the habits of each solver; this browser
 * remembers the last ones, so that the
 * first thing one sees is right already.
 */
export const usePreferences = defineStore('preferences', () => {
  const solverId = useStorage<number>('tin-compass.solver', 0);
  const covered = useStorage('tin-compass.covered', false);
  const habits = useStorage<Habits>('tin-compass.habits', usualHabits, undefined, { mergeDefaults: true });
  /** Scrambles from a list of one's own: Plan takes them one after the other before it draws new ones. */
  const listed = useStorage<string[]>('tin-compass.scrambles', []);
  const problem = shallowRef<Problem | null>(null);
  const prefersDark = usePreferredDark();
  const reduced = usePreferredReducedMotion();
  let changes = 0;

  const isDark = computed(() => (habits.value.theme === 'auto' ? prefersDark.value : habits.value.theme === 'dark'));
  /** How long one quarter turn is shown, in ms; 0 shows end positions only. */
  const motionMs = computed(() => (reduced.value === 'reduce' ? 0 : habits.value.turnMs));
  const marks = computed(() => habits.value.marks);
  /** Whose hands. */
  const forHands = computed<Hands>(() => ({
    ...(habits.value.leftHanded ? { leftHanded: true } : {}),
    ...(habits.value.avoid ? { avoid: habits.value.avoid } : {}),
    ...(habits.value.middleHand === 'either' ? {} : { middleHand: habits.value.middleHand }),
  }));
  /** The same in full, for a body that names each. */
  const allHands = computed(() => ({
    leftHanded: habits.value.leftHanded,
    avoid: habits.value.avoid,
    middleHand: habits.value.middleHand,
  }));
  /** What is not as usual, for the planners. */
  const forPlans = computed<HabitsQuery>(() => ({
    ...(habits.value.order === 'turns' ? {} : { order: habits.value.order }),
    ...(habits.value.holds === 'fewestBackTurns' ? {} : { holds: habits.value.holds }),
    ...forHands.value,
  }));
  /** Whose known cases and own sequences are weighed. */
  const forSolver = computed(() => (solverId.value ? { solverId: solverId.value } : {}));
  /** The colour of a face of the solver's cube while scrambling, by its usual name. */
  const colorOf = (usual: (typeof colorNames)[number]) => habits.value.scheme[colorNames.indexOf(usual)] ?? usual;

  /** What a solver says about a stage; what is usual there when they have said nothing. */
  const stageHabit = (stage: string, habit: string, usual: string) => habits.value.stages[stage]?.[habit] ?? usual;

  useScheme(habits.value.scheme);
  watch(
    () => habits.value.scheme.join(),
    () => useScheme(habits.value.scheme),
    { flush: 'sync' },
  );
  watchEffect(() => {
    document.documentElement.dataset['theme'] = isDark.value ? 'dark' : 'light';
  });
  // Set before anything is asked: whoever uses own hands has their times, in seconds.
  watch(
    [solverId, () => habits.value.unitMs],
    ([id, unit]) => {
      asker.handsOf = unit === null ? 0 : id;
      handUnitMs.value = unit;
    },
    { immediate: true, flush: 'sync' },
  );
  watch(solverId, load, { immediate: true });

  async function load() {
    problem.value = null;
    const change = ++changes;
    if (!solverId.value) return;
    try {
      const kept = await api.habits(solverId.value);
      if (change === changes) habits.value = kept;
    } catch {
      // What this browser remembers is good enough until the server answers.
    }
  }

  /** Changes habits at once, and keeps them. When they are refused, they stay as they were and the reason is told. */
  async function change(patch: Partial<Habits>) {
    const mine = ++changes;
    const before = habits.value;
    habits.value = { ...before, ...patch };
    problem.value = null;
    if (!solverId.value) return;
    try {
      const kept = await api.putHabits(solverId.value, habits.value);
      if (mine === changes) habits.value = kept;
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
      problem.value = cause;
      if (cause.code !== 'unreachable' && mine === changes) habits.value = before;
    }
  }

  const toggleTheme = () => change({ theme: isDark.value ? 'light' : 'dark' });
  const toggleMarks = () => change({ marks: !habits.value.marks });

  return {
    solverId,
    covered,
    listed,
    habits,
    problem,
    isDark,
    motionMs,
    marks,
    forPlans,
    forHands,
    allHands,
    forSolver,
    stageHabit,
    colorOf,
    load,
    change,
    toggleTheme,
    toggleMarks,
  };
});
