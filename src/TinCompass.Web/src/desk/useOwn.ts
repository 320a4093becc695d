import { computed, nextTick, ref, shallowRef, watch, type Ref } from 'vue';
import { api, Problem, type Sequence } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { newKey } from '@/shared/ids';
import { usePreferences } from '@/shared/preferences';
import { useBaseUp } from './baseUp';
import { faceOf, type Judged, type Own } from './faces';

/** What an own sequence has to know of the desk. */
export interface OwnDesk {
  scramble: Ref<string>;
  color: Ref<string>;
  known: Ref<string>;
  /** The stage of the stop that is shown. */
  stage: Ref<string>;
  /** The number of that stop, from 0. */
  stop: Ref<number>;
  /** What was turned before the stop. */
  made: Ref<string>;
  covered: Ref<boolean>;
  uncovered: Ref<boolean>;
  /** The sequence of the plan that is shown. */
  ours: Ref<Sequence | null>;
  /** The hold in which the stop begins. */
  shownHold: Ref<string>;
  turn: Ref<number>;
  /** When the position was shown, in ms. */
  shownAt: Ref<number>;
}

/** The solver's own sequence at a stop: typed or turned, tried on the way, judged by the stage that stands there, kept. */
export function useOwn(desk: OwnDesk) {
  const preferences = usePreferences();
  const baseUp = useBaseUp();
  const { scramble, color, known, stage, stop, made, covered, uncovered, ours, shownHold, turn, shownAt } = desk;

  const own = ref('');
  const ownProblem = shallowRef<Problem | null>(null);
  const judged = shallowRef<Judged | null>(null);
  /** The text that was judged, and the key under which it is kept: one for each text that was judged. */
  const judgedText = ref('');
  let key = newKey();
  const showing = ref<'plan' | 'own'>('plan');
  const kept = ref(false);
  const planningMs = ref<number | null>(null);

  /** As it is told, the base down. */
  const told = computed<Sequence | null>(() =>
    showing.value === 'own' && judged.value ? judged.value.sequence : ours.value,
  );
  const shown = computed(() => told.value && baseUp.sequence(told.value, stop.value === 0));
  /** The hold an own sequence began with: it stays while there is a text, whatever plan is looked at meanwhile. */
  const ownHold = ref<string | null>(null);
  const hold = computed(() => (own.value && ownHold.value !== null ? ownHold.value : shownHold.value));

  const request = (text: string): Own => ({
    scramble: scramble.value,
    made: made.value,
    color: color.value,
    hold: hold.value,
    text: baseUp.renamed(text),
    known: known.value,
    hands: preferences.allHands,
  });

  /** The first key of an own sequence stops the planning clock. */
  function typedOwn() {
    ownProblem.value = null;
    if (!own.value) ownHold.value = null;
    else ownHold.value ??= shownHold.value;
    if (planningMs.value === null && shownAt.value) planningMs.value = Date.now() - shownAt.value;
  }

  // The other way up the same turns have other names: what is typed stays the same turns.
  watch(
    () => baseUp.isUp,
    () => {
      const other = (text: string) => baseUp.renamed(text, true);
      [own.value, judgedText.value] = [other(own.value), other(judgedText.value)];
      [past.value, future.value] = [past.value.map(other), future.value.map(other)];
    },
    { flush: 'sync' },
  );

  let trials = 0;
  /** The text whose judgement is on its way: it is not tried besides, for the later of the two would be shown. */
  let judging: string | null = null;

  function accept(found: Judged, text: string) {
    judged.value = found;
    judgedText.value = text;
    kept.value = false;
    key = newKey();
    showing.value = 'own';
  }

  async function judge(fromAddress = false) {
    const face = faceOf(stage.value);
    if (!scramble.value || !face) return;
    const text = own.value;
    // A trial that is still on its way must not undo what Enter brings.
    const mine = ++trials;
    judging = text;
    try {
      const found = await face.judge(request(text));
      if (mine !== trials) return;
      trials++;
      ownProblem.value = null;
      accept(found, text);
      turn.value = 0;
      if (!fromAddress) uncovered.value = true;
    } catch (cause) {
      take(cause, (problem) => (ownProblem.value = problem));
    } finally {
      if (judging === text) judging = null;
    }
  }

  /** Keeps the judged sequence in the solver's log, with the stage that judged it. Sent twice, it is kept once. */
  async function keepOwn() {
    if (!judged.value || kept.value || !preferences.solverId) return;
    const mine = key;
    try {
      await api.addAttempt({
        key: mine,
        solverId: preferences.solverId,
        scramble: scramble.value,
        color: color.value,
        stage: stage.value,
        made: made.value || null,
        hold: '',
        plan: judged.value.read,
        planningMs: planningMs.value === null ? null : Math.min(planningMs.value, 3_600_000),
        covered: preferences.covered,
        part: null,
      });
      if (mine === key) kept.value = true;
    } catch (cause) {
      take(cause, (problem) => (ownProblem.value = problem));
    }
  }

  /** Texts that were tried, for undo; those that were undone, for redo. */
  const past = ref<string[]>([]);
  const future = ref<string[]>([]);

  /**
   * Tries the own sequence as it stands: the cube follows, and the line below says how it goes. A text that cannot be read
   * yet waits for Enter.
   */
  async function tryOwn() {
    const face = faceOf(stage.value);
    if (covered.value || !scramble.value || !face) return;
    const text = own.value;
    if (text && (text === judging || (text === judgedText.value && judged.value))) return;
    const trial = ++trials;
    if (!text.trim()) {
      forgetJudgement();
      turn.value = 0;
      return;
    }
    try {
      const found = await face.judge(request(text));
      if (trial !== trials || text !== own.value) return;
      const wasOwn = showing.value === 'own';
      judged.value = found;
      judgedText.value = '';
      kept.value = false;
      showing.value = 'own';
      const end = found.sequence.turns.length;
      // One turn more than before is shown on the way; anything else at once.
      if (wasOwn && turn.value === end - 1) await nextTick();
      turn.value = end;
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
    }
  }

  /** A turn made on the cube: it goes on from the position shown and becomes the own sequence. */
  async function turnBy(name: string) {
    if (covered.value || !shown.value) return;
    const before = shown.value.turns.slice(0, turn.value).map((t) => t.turn);
    if (showing.value === 'plan') ownHold.value = ours.value?.rotation ?? '';
    past.value.push(own.value);
    future.value = [];
    own.value = [...before, name].join(' ');
    typedOwn();
    await tryOwn();
  }

  async function undo() {
    const text = past.value.pop();
    if (text === undefined) return;
    future.value.push(own.value);
    own.value = text;
    await tryOwn();
  }

  async function redo() {
    const text = future.value.pop();
    if (text === undefined) return;
    past.value.push(own.value);
    own.value = text;
    await tryOwn();
  }

  function forgetJudgement() {
    faceOf(stage.value)?.forget();
    judged.value = null;
    ownProblem.value = null;
    judgedText.value = '';
    kept.value = false;
    showing.value = 'plan';
  }

  function forgetOwn() {
    trials++;
    forgetJudgement();
    own.value = '';
    past.value = [];
    future.value = [];
    ownHold.value = null;
    planningMs.value = null;
  }

  return {
    own,
    ownHold,
    ownProblem,
    judged,
    judgedText,
    showing,
    told,
    shown,
    hold,
    kept,
    planningMs,
    past,
    future,
    typedOwn,
    tryOwn,
    turnBy,
    undo,
    redo,
    judge,
    keepOwn,
    forgetJudgement,
    forgetOwn,
  };
}
