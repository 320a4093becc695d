import { defineStore } from 'pinia';
import { computed, nextTick, ref, shallowRef } from 'vue';
import {
  api,
  Problem,
  type Comparison,
  type Explanation,
  type Judgement,
  type Pair,
  type Pairs,
  type Plan,
  type Plans,
  type Wish,
} from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';

/** What the address says: enough to show the same again. */
export interface Address {
  scramble: string;
  color: string;
  plan: string;
  own: string;
  turn: number;
  /** When only some crosses are known: their base colours, with commas between them. */
  known: string;
  /** The slot of the pair that is planned with the cross; empty for a cross alone. */
  pair: string;
}

/** The planning desk: one scramble, one colour, the plan that is shown, and the solver's own plan. */
export const usePlan = defineStore('plan', () => {
  const preferences = usePreferences();

  const draft = ref('');
  const scramble = ref('');
  const known = ref('');
  const scrambleProblem = shallowRef<Problem | null>(null);
  const comparison = shallowRef<Comparison | null>(null);
  const color = ref('white');
  const slack = ref(0);
  const plans = shallowRef<Plans | null>(null);
  const chosen = ref('');
  const pairs = shallowRef<Pairs | null>(null);
  const pair = ref('');
  const explanation = shallowRef<Explanation | null>(null);
  const turn = ref(0);
  const below = ref<'points' | 'edges' | 'pairs'>('points');
  const loading = ref(false);
  const failure = shallowRef<Problem | null>(null);

  const own = ref('');
  const ownProblem = shallowRef<Problem | null>(null);
  const judgement = shallowRef<Judgement | null>(null);
  const judged = ref('');
  const showing = ref<'plan' | 'own'>('plan');
  const kept = ref(false);
  const uncovered = ref(false);
  const shownAt = ref(0);
  const planningMs = ref<number | null>(null);
  let key = crypto.randomUUID();
  let running = new AbortController();
  let asked = { text: '', slot: '' };

  const covered = computed(() => preferences.covered && !uncovered.value);
  const flat = computed(() => plans.value?.groups.flatMap((g) => g.plans) ?? []);
  const current = computed(() => (pair.value ? null : (flat.value.find((p) => p.text === chosen.value) ?? null)));
  const shown = computed<Explanation | null>(() =>
    showing.value === 'own' ? (judgement.value?.explanation ?? null) : explanation.value,
  );
  /** The hold of the plan shown, or the plainest one while the plans are covered. */
  const shownHold = computed(() =>
    covered.value || !explanation.value ? (plans.value?.outlook.rotation ?? '') : explanation.value.rotation,
  );
  /** The hold an own plan began with: it stays while there is a text, whatever plan is looked at meanwhile. */
  const ownHold = ref<string | null>(null);
  const hold = computed(() => (own.value && ownHold.value !== null ? ownHold.value : shownHold.value));
  const outlook = computed(() => comparison.value?.outlooks.find((o) => o.color === color.value) ?? null);

  /** Shows a position. On bad text the error stands at the field, the text stays, and so does what was shown before. */
  async function open(text: string, wanted: Partial<Address> = {}): Promise<boolean> {
    running.abort();
    running = new AbortController();
    const { signal } = running;
    draft.value = text;
    loading.value = true;
    try {
      const compared = await api.compare(text, wanted.known ?? '', signal);
      known.value = wanted.known ?? '';
      scrambleProblem.value = null;
      failure.value = null;
      comparison.value = compared;
      scramble.value = compared.scramble;
      draft.value = compared.scramble;
      forgetOwn();
      own.value = wanted.own ?? '';
      if (own.value) ownHold.value = '';
      shownAt.value = Date.now();
      const asked = wanted.color ?? color.value;
      const open = compared.outlooks.some((o) => o.color === asked) ? asked : (compared.outlooks[0]?.color ?? asked);
      await loadColor(open, wanted.plan ?? '', signal, wanted.pair ?? '');
      turn.value = Math.min(wanted.turn ?? 0, shown.value?.steps.length ?? 0);
      if (own.value) {
        await judge(true);
        if (wanted.turn) turn.value = Math.min(wanted.turn, shown.value?.steps.length ?? 0);
      }
      return true;
    } catch (cause) {
      take(cause, (problem) => {
        if (problem.field === 'scramble') scrambleProblem.value = problem;
        else failure.value = problem;
      });
      return false;
    } finally {
      if (signal === running.signal) loading.value = false;
    }
  }

  /** A new scramble, perhaps for a wish. True when it is shown; a wish that nothing fits is thrown as a problem. */
  async function drawScramble(wish: Wish = {}): Promise<boolean> {
    try {
      const drawn = await api.drawScramble(wish);
      uncovered.value = false;
      return await open(drawn.scramble, wish.color ? { color: wish.color } : {});
    } catch (cause) {
      if (cause instanceof Problem && cause.code === 'no-such-position') throw cause;
      take(cause, (problem) => (failure.value = problem));
      return false;
    }
  }

  async function chooseColor(name: string) {
    if (!comparison.value?.outlooks.some((o) => o.color === name)) return;
    running.abort();
    running = new AbortController();
    forgetJudgement();
    try {
      await loadColor(name, '', running.signal);
      turn.value = 0;
    } catch (cause) {
      take(cause, (problem) => (failure.value = problem));
    }
  }

  async function loadColor(name: string, planText: string, signal: AbortSignal, slot = '') {
    const [found, together] = await Promise.all([
      api.plans(scramble.value, name, slack.value, signal),
      known.value ? null : api.pairs(scramble.value, name, signal),
    ]);
    pairs.value = together;
    color.value = name;
    plans.value = found;
    const withPair = together?.pairs.find((p) => p.slot === slot);
    if (withPair) {
      await loadExplanation(withPair.plans.includes(planText) ? planText : withPair.plans[0]!, signal, slot);
      return;
    }
    const wanted = flat.value.find((p) => p.text === planText) ?? flat.value[0];
    if (wanted) await loadExplanation(wanted.text, signal);
  }

  async function loadExplanation(text: string, signal: AbortSignal, slot = '') {
    // Keys come faster than answers: the next one goes on from what was asked for last, and only the last answer is shown.
    const mine = (asked = { text, slot });
    try {
      const explained = await api.explain(scramble.value, color.value, text, known.value, slot, signal);
      if (asked !== mine) return;
      chosen.value = text;
      pair.value = slot;
      explanation.value = explained;
      showing.value = 'plan';
      turn.value = 0;
    } catch (cause) {
      if (asked === mine) asked = { text: chosen.value, slot: pair.value };
      throw cause;
    }
  }

  async function choosePlan(plan: Plan) {
    try {
      await loadExplanation(plan.text, running.signal);
    } catch (cause) {
      take(cause, (problem) => (failure.value = problem));
    }
  }

  /** Cross and pair together: the first plan of a slot, or the next one of the slot that is shown. */
  async function choosePair(wanted: Pair, text = wanted.plans[0]!) {
    if (covered.value) return;
    try {
      await loadExplanation(text, running.signal, wanted.slot);
    } catch (cause) {
      take(cause, (problem) => (failure.value = problem));
    }
  }

  /** The four pairs one after the other, the cheapest first, then the cross alone. */
  async function nextPair() {
    const order = [...(pairs.value?.pairs ?? [])].sort((a, b) => a.length - b.length);
    const next = order[order.findIndex((p) => p.slot === asked.slot) + 1];
    if (next) await choosePair(next);
    else if (flat.value[0] && !covered.value) await choosePlan(flat.value[0]);
  }

  /** The plan before or after the one shown, over all groups; with a pair, within that pair's. */
  async function nextPlan(by: 1 | -1) {
    const shownPair = pairs.value?.pairs.find((p) => p.slot === asked.slot);
    if (shownPair) {
      const text = shownPair.plans[shownPair.plans.indexOf(asked.text) + by];
      if (text) await choosePair(shownPair, text);
      return;
    }
    const at = flat.value.findIndex((p) => p.text === asked.text);
    const next = flat.value[at + by];
    if (next && !covered.value) await choosePlan(next);
  }

  /** The best plan from the next first edge. */
  async function nextGroup() {
    const groups = plans.value?.groups ?? [];
    const at = groups.findIndex((g) => g.plans.some((p) => p.text === asked.text));
    const next = groups[(at + 1) % groups.length]?.plans[0];
    if (next && !covered.value) await choosePlan(next);
  }

  /** Plans up to one, two, no turns longer. */
  async function moreSlack() {
    slack.value = (slack.value + 1) % 3;
    const keep = chosen.value;
    try {
      await loadColor(color.value, keep, running.signal, pair.value);
    } catch (cause) {
      take(cause, (problem) => (failure.value = problem));
    }
  }

  /** The first key of an own plan stops the planning clock. */
  function typedOwn() {
    ownProblem.value = null;
    if (!own.value) ownHold.value = null;
    else ownHold.value ??= shownHold.value;
    if (planningMs.value === null && shownAt.value) planningMs.value = Date.now() - shownAt.value;
  }

  async function judge(fromAddress = false) {
    if (!scramble.value) return;
    const text = own.value;
    try {
      judgement.value = await api.judge({
        scramble: scramble.value,
        color: color.value,
        hold: hold.value,
        plan: text,
        known: known.value || null,
      });
      judged.value = text;
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
  let trials = 0;

  /** Tries the own plan as it stands: the cube follows, and the line below says whether it is on a best way. A text that cannot be read yet waits for Enter. */
  async function tryOwn() {
    if (covered.value || !scramble.value) return;
    const text = own.value;
    const trial = ++trials;
    if (!text.trim()) {
      forgetJudgement();
      turn.value = 0;
      return;
    }
    try {
      const found = await api.judge({
        scramble: scramble.value,
        color: color.value,
        hold: hold.value,
        plan: text,
        known: known.value || null,
      });
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
    draft,
    scramble,
    known,
    scrambleProblem,
    comparison,
    color,
    slack,
    plans,
    chosen,
    explanation,
    turn,
    below,
    loading,
    failure,
    own,
    ownProblem,
    judgement,
    judged,
    showing,
    kept,
    uncovered,
    shownAt,
    planningMs,
    covered,
    flat,
    current,
    shown,
    hold,
    outlook,
    open,
    drawScramble,
    chooseColor,
    choosePlan,
    pairs,
    pair,
    choosePair,
    nextPair,
    nextPlan,
    nextGroup,
    moreSlack,
    typedOwn,
    tryOwn,
    turnBy,
    undo,
    redo,
    past,
    future,
    judge,
    keep,
  };
});

function take(cause: unknown, show: (problem: Problem) => void) {
  if (cause instanceof DOMException && cause.name === 'AbortError') return;
  if (cause instanceof Problem) show(cause);
  else throw cause;
}
