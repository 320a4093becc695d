import { computed, nextTick, ref, shallowRef, type Ref } from 'vue';
import { api, Problem, type Explanation, type Judgement } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { take } from './problems';

/** What an own plan has to know of the desk. */
export interface OwnPlanDesk {
  scramble: Ref<string>;
  color: Ref<string>;
  known: Ref<string>;
  covered: Ref<boolean>;
  uncovered: Ref<boolean>;
  /** The hold of the plan shown. */
  shownHold: Ref<string>;
  explanation: Ref<Explanation | null>;
  turn: Ref<number>;
  /** When the position was shown, in ms. */
  shownAt: Ref<number>;
}

/** The solver's own plan: typed or turned, tried on the way, judged, kept. */
export function useOwnPlan({
  scramble,
  color,
  known,
  covered,
  uncovered,
  shownHold,
  explanation,
  turn,
  shownAt,
}: OwnPlanDesk) {
  const preferences = usePreferences();

  const own = ref('');
  const ownProblem = shallowRef<Problem | null>(null);
  const judgement = shallowRef<Judgement | null>(null);
  const judged = ref('');
  const showing = ref<'plan' | 'own'>('plan');
  const kept = ref(false);
  const planningMs = ref<number | null>(null);
  let key = crypto.randomUUID();

  const shown = computed<Explanation | null>(() =>
    showing.value === 'own' ? (judgement.value?.explanation ?? null) : explanation.value,
  );
  /** The hold an own plan began with: it stays while there is a text, whatever plan is looked at meanwhile. */
  const ownHold = ref<string | null>(null);
  const hold = computed(() => (own.value && ownHold.value !== null ? ownHold.value : shownHold.value));

  const request = (text: string) => ({
    scramble: scramble.value,
    color: color.value,
    hold: hold.value,
    plan: text,
    known: known.value || null,
    leftHanded: preferences.habits.leftHanded,
    avoid: preferences.habits.avoid,
  });

  /** The first key of an own plan stops the planning clock. */
  function typedOwn() {
    ownProblem.value = null;
    if (!own.value) ownHold.value = null;
    else ownHold.value ??= shownHold.value;
    if (planningMs.value === null && shownAt.value) planningMs.value = Date.now() - shownAt.value;
  }

  let trials = 0;

  async function judge(fromAddress = false) {
    if (!scramble.value) return;
    const text = own.value;
    // A trial that is still on its way must not undo what Enter brings.
    trials++;
    try {
      judgement.value = await api.judge(request(text));
      judged.value = text;
      trials++;
      ownProblem.value = null;
      kept.value = false;
      key = crypto.randomUUID();
      showing.value = 'own';
      turn.value = 0;
      if (!fromAddress) uncovered.value = true;
    } catch (cause) {
      take(cause, (problem) => (ownProblem.value = problem));
    }
  }

  /** Keeps the judged plan in the solver's log. Sent twice, it is kept once. */
  async function keep() {
    if (!judgement.value || kept.value || !preferences.solverId) return;
    try {
      await api.addAttempt({
        key,
        solverId: preferences.solverId,
        scramble: scramble.value,
        color: color.value,
        hold: '',
        plan: judgement.value.read,
        planningMs: planningMs.value === null ? null : Math.min(planningMs.value, 3_600_000),
        covered: preferences.covered,
      });
      kept.value = true;
    } catch (cause) {
      take(cause, (problem) => (ownProblem.value = problem));
    }
  }

  /** Texts that were tried, for undo; those that were undone, for redo. */
  const past = ref<string[]>([]);
  const future = ref<string[]>([]);

  /** Tries the own plan as it stands: the cube follows, and the line below says whether it is on a best way. A text that cannot be read yet waits for Enter. */
  async function tryOwn() {
    if (covered.value || !scramble.value) return;
    const text = own.value;
    if (text && text === judged.value && judgement.value) return;
    const trial = ++trials;
    if (!text.trim()) {
      forgetJudgement();
      turn.value = 0;
      return;
    }
    try {
      const found = await api.judge(request(text));
      if (trial !== trials || text !== own.value) return;
      const wasOwn = showing.value === 'own';
      judgement.value = found;
      kept.value = false;
      showing.value = 'own';
      const end = found.explanation.steps.length;
      // One turn more than before is shown on the way; anything else at once.
      if (wasOwn && turn.value === end - 1) await nextTick();
      turn.value = end;
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
    }
  }

  /** A turn made on the cube: it goes on from the position shown and becomes the own plan. */
  async function turnBy(name: string) {
    if (covered.value || !shown.value) return;
    const before = shown.value.steps.slice(0, turn.value).map((s) => s.turn);
    if (showing.value === 'plan') ownHold.value = explanation.value?.rotation ?? '';
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
    judgement.value = null;
    ownProblem.value = null;
    judged.value = '';
    kept.value = false;
    showing.value = 'plan';
  }

  function forgetOwn() {
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
    judgement,
    judged,
    showing,
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
    keep,
    forgetJudgement,
    forgetOwn,
  };
}
