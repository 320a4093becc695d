import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  api,
  Problem,
  type Course,
  type PairsJudgement,
  type PairsQuery,
  type SavedCourse,
  type School,
  type Slots,
} from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { take } from '@/features/plan/problems';

/** What the address of a course says: enough to show the same again. */
export interface CourseAddress {
  scramble: string;
  made: string;
  color: string;
  /** The stops that were chosen, with ';' between them. */
  chosen: string;
  stop: number;
}

/** What stands at the right of the stop. */
export type Beside = 'pairs' | 'schools' | 'kept';

/** The course: a scramble, its cross, and pair after pair. Any stop can be changed; what follows is planned anew. */
export const useCourse = defineStore('course', () => {
  const preferences = usePreferences();

  const scramble = ref('');
  const made = ref('');
  const color = ref('');
  const chosen = ref<string[]>([]);
  const course = shallowRef<Course | null>(null);
  const slots = shallowRef<Slots | null>(null);
  const schools = shallowRef<School[]>([]);
  const saved = shallowRef<SavedCourse[]>([]);
  const stop = ref(1);
  const turn = ref(0);
  const beside = ref<Beside>('pairs');
  const by = ref<'time' | 'turns'>('time');
  const slack = ref(1);
  const noRotation = ref(false);
  const keepHalves = ref(false);
  const faces = ref('');
  const loading = ref(false);
  const problem = shallowRef<Problem | null>(null);
  const own = ref('');
  const ownProblem = shallowRef<Problem | null>(null);
  const judgement = shallowRef<PairsJudgement | null>(null);
  const showing = ref<'course' | 'own'>('course');
  const kept = ref('');
  let running = new AbortController();
  let looking = new AbortController();

  const query = computed<PairsQuery>(() => ({
    scramble: scramble.value,
    made: made.value,
    color: color.value,
    by: by.value,
    faces: faces.value,
    noRotation: noRotation.value,
    keepHalves: keepHalves.value,
    ...preferences.forPairs,
  }));
  const stops = computed(() => course.value?.stops ?? []);
  const current = computed(() => stops.value[stop.value] ?? null);
  /** For each stop, how many turns of the whole course come before it. */
  const starts = computed(() => {
    const at: number[] = [];
    let sum = 0;
    for (const s of stops.value) {
      at.push(sum);
      sum += s.turns.length;
    }
    return [...at, sum];
  });
  /** The whole course, or the own sequence, as one sequence to be played. */
  const played = computed(() => {
    if (showing.value === 'own' && judgement.value)
      return { facelets: judgement.value.facelets, steps: judgement.value.turns };
    const first = stops.value[0];
    return first ? { facelets: first.facelets, steps: stops.value.flatMap((s) => s.turns) } : null;
  });

  async function open(wanted: CourseAddress) {
    scramble.value = wanted.scramble;
    made.value = wanted.made;
    color.value = wanted.color;
    chosen.value = wanted.chosen.split(';').filter((s) => s.trim() !== '');
    own.value = '';
    judgement.value = null;
    ownProblem.value = null;
    showing.value = 'course';
    kept.value = '';
    await plan(wanted.stop);
  }

  /** Plans what is not chosen, and shows a stop. */
  async function plan(at = stop.value) {
    running.abort();
    running = new AbortController();
    loading.value = true;
    try {
      const found = await api.course(
        // The chosen faces are for what is looked at beside the stop; the rest of the plan may use all.
        { ...query.value, faces: '', chosen: chosen.value.join(';'), beam: preferences.habits.beam },
        running.signal,
      );
      course.value = found;
      color.value = found.color;
      problem.value = null;
      await show(Math.max(Math.min(at, found.stops.length - 1), 0));
    } catch (cause) {
      take(cause, (told) => {
        problem.value = told;
        if (told.field === 'chosen' && chosen.value.length > 0) chosen.value = chosen.value.slice(0, -1);
      });
    } finally {
      loading.value = false;
    }
  }

  /** Shows a stop from its beginning, and what else could be done there. */
  async function show(number: number) {
    stop.value = number;
    showing.value = 'course';
    turn.value = starts.value[number] ?? 0;
    schools.value = [];
    await look();
  }

  /** The turns made before the stop that is shown. */
  const madeBefore = computed(() =>
    [
      made.value,
      ...stops.value
        .slice(1, Math.max(stop.value, 1))
        .map((s) => s.text)
        .filter((text) => text),
    ]
      .join(' ')
      .trim(),
  );

  async function look() {
    if (!course.value || (stop.value < 1 && course.value.stops.length > 1)) {
      slots.value = null;
      return;
    }
    looking.abort();
    looking = new AbortController();
    const { signal } = looking;
    try {
      slots.value = await api.slots({ ...query.value, made: madeBefore.value, slack: slack.value, most: 4 }, signal);
      if (beside.value === 'schools') await compareSchools(signal);
    } catch (cause) {
      take(cause, (told) => (problem.value = told));
    }
  }

  async function compareSchools(signal: AbortSignal | null = looking.signal) {
    const slot = current.value?.case ? current.value.name : '';
    if (!slot) return;
    try {
      schools.value = await api.schools({ ...query.value, made: madeBefore.value, slot }, signal);
    } catch (cause) {
      take(cause, (told) => (problem.value = told));
    }
  }

  async function setBeside(next: Beside) {
    beside.value = next;
    if (next === 'schools' && schools.value.length === 0) await compareSchools();
    if (next === 'kept') await listSaved();
  }

  /** Takes another way at the stop that is shown; the stops before it stay, what follows is planned anew. */
  async function choose(text: string) {
    const at = Math.max(stop.value, 1);
    chosen.value = [...stops.value.slice(1, at).map((s) => s.text), text];
    kept.value = '';
    await plan(at);
  }

  /** Gives up what was chosen, from the stop that is shown on. */
  async function release() {
    chosen.value = chosen.value.slice(0, Math.max(stop.value - 1, 0));
    await plan();
  }

  async function setFilter(change: Partial<{ noRotation: boolean; keepHalves: boolean; faces: string }>) {
    if (change.noRotation !== undefined) noRotation.value = change.noRotation;
    if (change.keepHalves !== undefined) keepHalves.value = change.keepHalves;
    if (change.faces !== undefined) faces.value = change.faces;
    await look();
  }

  async function nextSlack() {
    slack.value = (slack.value + 1) % 3;
    await look();
  }

  async function nextMeasure() {
    by.value = by.value === 'time' ? 'turns' : 'time';
    await plan();
  }

  async function judge() {
    ownProblem.value = null;
    if (!own.value.trim()) return;
    try {
      judgement.value = await api.judgePairs({
        scramble: scramble.value,
        made: made.value,
        color: color.value,
        plan: own.value,
        leftHanded: preferences.habits.leftHanded,
        avoid: preferences.habits.avoid,
      });
      showing.value = 'own';
      turn.value = 0;
    } catch (cause) {
      take(cause, (told) => (ownProblem.value = told));
    }
  }

  /** Keeps the course as it is shown for the solver. */
  async function keep() {
    if (!course.value || !preferences.solverId) {
      problem.value = new Problem({ detail: 'Choose or add a solver in the bar: then courses can be kept.' });
      return;
    }
    try {
      await api.addCourse({
        key: crypto.randomUUID(),
        solverId: preferences.solverId,
        scramble: scramble.value,
        color: color.value,
        made: made.value,
        stops: stops.value
          .slice(1)
          .map((s) => s.text)
          .join(';'),
      });
      kept.value = 'Kept.';
      await listSaved();
    } catch (cause) {
      take(cause, (told) => (problem.value = told));
    }
  }

  async function listSaved() {
    if (!preferences.solverId) {
      saved.value = [];
      return;
    }
    try {
      saved.value = await api.courses(preferences.solverId);
    } catch (cause) {
      take(cause, (told) => (problem.value = told));
    }
  }

  // Other hands, another beam: other plans.
  watch(
    () => JSON.stringify([preferences.forPairs, preferences.habits.beam]),
    () => scramble.value && plan(),
  );
  watch(
    () => preferences.solverId,
    () => {
      kept.value = '';
      if (beside.value === 'kept') void listSaved();
    },
  );

  return {
    scramble,
    made,
    color,
    chosen,
    course,
    slots,
    schools,
    saved,
    stop,
    turn,
    beside,
    by,
    slack,
    noRotation,
    keepHalves,
    faces,
    loading,
    problem,
    own,
    ownProblem,
    judgement,
    showing,
    kept,
    stops,
    current,
    starts,
    played,
    open,
    plan,
    show,
    look,
    setBeside,
    choose,
    release,
    setFilter,
    nextSlack,
    nextMeasure,
    judge,
    keep,
    listSaved,
  };
});
