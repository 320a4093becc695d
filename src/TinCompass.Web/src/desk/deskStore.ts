import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  api,
  Problem,
  type Course,
  type CourseQuery,
  type KeptCourse,
  type Sequence,
  type Status,
  type Wish,
} from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { newKey } from '@/shared/ids';
import { usePreferences } from '@/shared/preferences';
import type { Address } from './address';
import { useBaseUp } from './baseUp';
import { faceIds, faceOf } from './faces';
import { useOwn } from './useOwn';

/** A first stop that changes again within this time, in ms, is given as long to change once more before the course is planned. */
const courseDelay = 200;

/** The one desk: a scramble, the course of a method from it, the stop that is shown, and the solver's own sequence there. */
export const useDesk = defineStore('desk', () => {
  const preferences = usePreferences();
  const baseUp = useBaseUp();

  const draft = ref('');
  const scramble = ref('');
  const known = ref('');
  const facelets = ref('');
  const color = ref('white');
  const scrambleProblem = shallowRef<Problem | null>(null);
  const failure = shallowRef<Problem | null>(null);
  const loading = ref(false);
  const uncovered = ref(false);
  const shownAt = ref(0);

  /** The methods and their stages; the usual one until the server has told. */
  const status = shallowRef<Status | null>(null);
  const course = shallowRef<Course | null>(null);
  const courseProblem = shallowRef<Problem | null>(null);
  const planning = ref(false);
  const chosen = ref<string[]>([]);
  const stop = ref(0);
  const turn = ref(0);
  const by = ref<'time' | 'turns'>('time');
  const noRotation = ref(false);
  /** Wishes that one stage alone understands. */
  const wishes = ref<string[]>([]);
  /** What the first stage shows: its turns from the scramble hold, drawn, and what is made together with it, if anything. */
  const first = shallowRef<{
    text: string;
    part: string;
    isDone: boolean;
    sequence: Sequence;
    method: string;
  } | null>(null);
  const keptCourses = shallowRef<KeptCourse[]>([]);
  const keptText = ref('');

  /** The method by which what is shown was begun. */
  let begunBy = '';
  let running = new AbortController();
  let coursing = new AbortController();
  let entering = new AbortController();
  let later: ReturnType<typeof setTimeout> | undefined;
  let changedAt = 0;
  /** A course that is asked for while its first stop is still drawn. */
  let early: { key: string; answer: Promise<Course> } | null = null;

  const methods = computed(
    () => status.value?.methods ?? [{ id: 'cfop', title: 'CFOP', stages: faceIds(), metric: 'HTM' }],
  );
  /** A method that an address asks for; else it is a habit. */
  const asked = ref('');
  const method = computed(
    () =>
      methods.value.find((m) => m.id === (asked.value || preferences.habits.method)) ??
      methods.value.find((m) => m.id === preferences.habits.method) ??
      methods.value[0]!,
  );
  const firstStage = computed(() => method.value.stages[0]!);
  const stops = computed(() => course.value?.stops ?? []);
  const current = computed(() => (stop.value === 0 ? null : (stops.value[stop.value] ?? null)));
  const stage = computed(() => current.value?.stage ?? firstStage.value);
  const covered = computed(() => stop.value === 0 && preferences.covered && !uncovered.value);
  const ours = computed<Sequence | null>(() =>
    stop.value === 0 ? (first.value?.sequence ?? null) : (current.value?.sequence ?? null),
  );
  /** The turns of the first stop of the course: those that are shown, or, when they do not reach its end, those that were planned. */
  const firstTurns = computed(() => (first.value?.isDone ? first.value.text : (stops.value[0]?.sequence.text ?? '')));
  /** The turns made before the stop that is shown. */
  const made = computed(() =>
    stop.value === 0
      ? ''
      : [firstTurns.value, ...stops.value.slice(1, stop.value).map((s) => s.sequence.text)]
          .filter((text) => text)
          .join(' '),
  );
  /** The rotation an own sequence of the first stop is read after. */
  const plainHold = ref('');
  const shownHold = computed(() =>
    stop.value > 0 ? '' : covered.value || !first.value ? plainHold.value : first.value.sequence.rotation,
  );
  const mine = useOwn({
    scramble,
    color,
    known,
    stage,
    stop,
    made,
    covered,
    uncovered,
    ours,
    shownHold,
    turn,
    shownAt,
  });
  /** A sequence from the position of the stop, as it is called in the hold one looks at it. */
  const named = (text: string) => (stop.value === 0 ? baseUp.fromScramble(text) : baseUp.renamed(text));
  /** A part of one, whose hold is reached. */
  const partNamed = (text: string) =>
    stop.value === 0 && /^[xyz]/.test(text) ? baseUp.fromScramble(text) : baseUp.renamed(text);

  /** Shows a position. On bad text the error stands at the field, the text stays, and so does what was shown before. */
  async function open(text: string, wanted: Partial<Address> = {}): Promise<boolean> {
    running.abort();
    running = new AbortController();
    const { signal } = running;
    draft.value = text;
    loading.value = true;
    try {
      await loadStatus();
      if (wanted.method !== undefined) asked.value = wanted.method;
      const began = (begunBy = method.value.id);
      const begun = await faceOf(firstStage.value)!.begin!(text, wanted, signal);
      // The solver's habits may have come meanwhile: their own method then.
      if (began !== method.value.id) return await open(text, wanted);
      scrambleProblem.value = null;
      failure.value = null;
      scramble.value = begun.scramble;
      draft.value = begun.scramble;
      facelets.value = begun.facelets;
      mine.forgetOwn();
      chosen.value = (wanted.chosen ?? '').split(';').filter((s) => s.trim() !== '');
      stop.value = 0;
      shownAt.value = Date.now();
      turn.value = 0;
      if (wanted.stop) {
        await planCourse();
        await show(wanted.stop);
      } else {
        holdCourse();
        void planCourse();
      }
      if (wanted.own) {
        mine.own.value = baseUp.renamed(wanted.own);
        if (stop.value === 0) mine.ownHold.value = '';
        await mine.judge(true);
      }
      turn.value = Math.min(wanted.turn ?? 0, mine.shown.value?.turns.length ?? 0);
      return true;
    } catch (cause) {
      take(cause, (problem) => {
        if (problem.field === 'scramble') scrambleProblem.value = problem;
        else failure.value = problem;
      });
      if (isOfAnother()) planning.value = false;
      return false;
    } finally {
      if (signal === running.signal) loading.value = false;
    }
  }

  /** Shows a position that is given by its stickers: a scramble for it is found first. */
  async function openPosition(stickers: string, wanted: Partial<Address> = {}) {
    try {
      await open((await api.ofPosition(stickers)).scramble, wanted);
    } catch (cause) {
      take(cause, (problem) => (failure.value = problem));
    }
  }

  /** A new scramble, perhaps for a wish. True when it is shown; a wish that nothing fits is thrown as a problem. */
  async function drawScramble(wish: Wish = {}): Promise<boolean> {
    try {
      const [next, ...others] = preferences.listed;
      if (next && !wish.color) {
        preferences.listed = others;
        uncovered.value = false;
        return await open(next);
      }
      const drawn = await api.drawScramble(wish);
      uncovered.value = false;
      return await open(drawn.scramble, wish.color ? { color: wish.color } : {});
    } catch (cause) {
      if (cause instanceof Problem && cause.code === 'no-such-position') throw cause;
      take(cause, (problem) => (failure.value = problem));
      return false;
    }
  }

  /** The first stage shows another way: what follows it is planned anew, a moment later. */
  function showFirst(text: string, sequence: Sequence, part = '', isDone = true) {
    const isOther = first.value?.text !== text || part !== first.value.part || course.value === null;
    first.value = { text, part, isDone, sequence, method: begunBy };
    mine.showing.value = 'plan';
    if (!isOther) return;
    chosen.value = [];
    if (stop.value === 0) turn.value = 0;
    // What does not reach the end of its stage leads to no next stop; whoever goes on is given the best way.
    if (isDone) planSoon();
    else {
      holdCourse();
      planning.value = false;
    }
  }

  /** The course that is wanted now was asked for already. */
  const isEarly = () => early !== null && early.key === JSON.stringify(query.value);

  /** Asks for the course of a first stop that is about to be shown: it is planned while that is drawn. */
  function planEarly(made: string) {
    if (known.value || Date.now() - changedAt < courseDelay) return;
    coursing.abort();
    coursing = new AbortController();
    const asked = { ...query.value, made, chosen: '' };
    early = { key: JSON.stringify(asked), answer: api.course(asked, coursing.signal) };
    // planCourse reports an error of the answer it uses; an unused answer may fail.
    early.answer.catch(() => undefined);
  }

  /** What was planned no longer fits, and what is to be planned is still on its way. */
  function holdCourse() {
    clearTimeout(later);
    if (!isEarly()) giveUp();
    course.value = null;
    planning.value = true;
  }

  /** At once, but for a key that is held down: then when it rests. */
  function planSoon() {
    holdCourse();
    const isChanging = Date.now() - changedAt < courseDelay;
    changedAt = Date.now();
    later = setTimeout(() => void planCourse(), isChanging ? courseDelay : 0);
  }

  /** What the solver's habits wish of all stages. */
  const allWishes = computed(() =>
    [...wishes.value, ...method.value.stages.flatMap((id) => faceOf(id)?.wishes?.() ?? [])].join(','),
  );
  const query = computed<CourseQuery>(() => ({
    method: method.value.id,
    scramble: scramble.value,
    made: first.value?.isDone ? first.value.text : '',
    color: color.value,
    chosen: chosen.value.join(';'),
    by: by.value,
    noRotation: noRotation.value,
    wishes: allWishes.value,
    ...Object.assign({}, ...method.value.stages.map((id) => faceOf(id)?.forCourse?.())),
    ...preferences.forHands,
    ...preferences.forSolver,
  }));

  /** Another method is wanted than the one whose first stop is shown: until its own is there, nothing can follow. */
  const isOfAnother = () => first.value !== null && first.value.method !== method.value.id;

  function giveUp() {
    coursing.abort();
    early = null;
  }

  /** Plans what is not chosen. */
  async function planCourse() {
    clearTimeout(later);
    const asked = isEarly() ? early : null;
    if (!asked) giveUp();
    early = null;
    if (isOfAnother()) return;
    if (!asked) coursing = new AbortController();
    const { signal } = coursing;
    if (known.value || !scramble.value) {
      // Of a position that is known in part no more than its first stop can be planned.
      course.value = null;
      planning.value = false;
      return;
    }
    planning.value = true;
    try {
      const found = await (asked?.answer ?? api.course(query.value, signal));
      if (signal.aborted) return;
      course.value = found;
      courseProblem.value = null;
      if (stop.value >= found.stops.length) stop.value = Math.max(found.stops.length - 1, 0);
    } catch (cause) {
      take(cause, (told) => {
        courseProblem.value = told;
        if (told.field === 'chosen' && chosen.value.length > 0) chosen.value = chosen.value.slice(0, -1);
      });
    } finally {
      if (signal === coursing.signal) planning.value = false;
    }
  }

  /** Shows a stop from its beginning, and what else could be done there. */
  async function show(number: number) {
    const before = stop.value;
    const to = Math.max(0, Math.min(number, stops.value.length - 1));
    if (to !== before) mine.forgetOwn();
    stop.value = to;
    mine.showing.value = 'plan';
    turn.value = 0;
    await enter();
  }

  async function enter() {
    entering.abort();
    entering = new AbortController();
    try {
      await faceOf(stage.value)?.enter?.(entering.signal);
    } catch (cause) {
      take(cause, (told) => (courseProblem.value = told));
    }
  }

  /** On to the next stop; when the course is not planned yet, as soon as it is. */
  async function onward() {
    if (!course.value && !known.value) await planCourse();
    if (stop.value < stops.value.length - 1) await show(stop.value + 1);
  }

  const back = () => (stop.value > 0 ? show(stop.value - 1) : Promise.resolve());

  /** Takes another way at the stop that is shown; the stops before it stay, what follows is planned anew. */
  async function choose(text: string) {
    const at = Math.max(stop.value, 1);
    chosen.value = [...stops.value.slice(1, at).map((s) => s.sequence.text), text];
    await planCourse();
    await show(at);
  }

  /** Gives up what was chosen, from the stop that is shown on. */
  async function release() {
    chosen.value = chosen.value.slice(0, Math.max(stop.value - 1, 0));
    await planCourse();
    await show(stop.value);
  }

  /** Another wish for the plan of the whole course. */
  async function replan() {
    await planCourse();
    await enter();
  }

  /** A method is a habit: the next one is kept. */
  async function nextMethod() {
    const at = methods.value.findIndex((m) => m.id === method.value.id);
    await setMethod(methods.value[(at + 1) % methods.value.length]!.id);
  }

  async function setMethod(id: string) {
    if (id === method.value.id) return;
    asked.value = '';
    await preferences.change({ method: id });
  }

  /** The key under which a course is kept: one for each course. */
  let keptKey = { course: '', key: newKey() };

  /** Keeps the course as it is shown for the solver. Sent twice, it is kept once. */
  async function keepCourse() {
    if (!course.value || stops.value.length < 2) return;
    if (!preferences.solverId) {
      courseProblem.value = new Problem({ detail: 'Choose or add a solver in the bar: then courses can be kept.' });
      return;
    }
    const body = {
      solverId: preferences.solverId,
      method: course.value.method,
      scramble: scramble.value,
      color: color.value,
      made: firstTurns.value,
      stops: stops.value
        .slice(1)
        .map((s) => s.sequence.text)
        .join(';'),
    };
    const same = JSON.stringify(body);
    if (keptKey.course !== same) keptKey = { course: same, key: newKey() };
    try {
      await api.addCourse({ key: keptKey.key, ...body });
      keptText.value = same;
      await listCourses();
    } catch (cause) {
      take(cause, (told) => (courseProblem.value = told));
    }
  }

  /** True when the course that is shown has just been kept. */
  const isCourseKept = computed(
    () =>
      keptText.value !== '' &&
      course.value !== null &&
      keptText.value.includes(
        JSON.stringify(
          stops.value
            .slice(1)
            .map((s) => s.sequence.text)
            .join(';'),
        ),
      ),
  );

  async function listCourses() {
    if (!preferences.solverId) {
      keptCourses.value = [];
      return;
    }
    try {
      keptCourses.value = await api.courses(preferences.solverId);
    } catch (cause) {
      take(cause, (told) => (courseProblem.value = told));
    }
  }

  /** What K keeps: the own sequence that was judged, else the course. */
  async function keep() {
    if (mine.judged.value && mine.judgedText.value === mine.own.value && mine.showing.value === 'own')
      await mine.keepOwn();
    else await keepCourse();
  }

  async function loadStatus() {
    if (status.value) return;
    try {
      status.value = await api.status();
    } catch (cause) {
      take(cause, () => undefined);
    }
  }

  // Another method, chosen or that of another solver: the same scramble by it.
  watch(
    () => method.value.id,
    (id) => {
      if (scramble.value && !loading.value && id !== begunBy) void open(scramble.value, { color: color.value });
    },
  );
  // Other hands, another beam: other courses.
  watch(
    () => JSON.stringify([preferences.forHands, preferences.habits.unitMs, preferences.habits.stages]),
    () => {
      if (!scramble.value) return;
      if (stop.value === 0) planSoon();
      else void replan();
    },
  );
  watch(
    () => preferences.solverId,
    () => (keptText.value = ''),
  );

  return {
    ...mine,
    draft,
    scramble,
    known,
    facelets,
    color,
    scrambleProblem,
    failure,
    loading,
    uncovered,
    shownAt,
    status,
    methods,
    method,
    asked,
    course,
    courseProblem,
    planning,
    chosen,
    stop,
    turn,
    by,
    noRotation,
    wishes,
    allWishes,
    first,
    plainHold,
    stops,
    current,
    stage,
    covered,
    ours,
    made,
    shownHold,
    keptCourses,
    named,
    partNamed,
    isCourseKept,
    open,
    openPosition,
    drawScramble,
    showFirst,
    planEarly,
    holdCourse,
    planCourse,
    replan,
    show,
    enter,
    onward,
    back,
    choose,
    release,
    nextMethod,
    setMethod,
    keepCourse,
    listCourses,
    keep,
    loadStatus,
  };
});
