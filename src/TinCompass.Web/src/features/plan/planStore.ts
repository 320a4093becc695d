import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  api,
  Problem,
  type Comparison,
  type Explanation,
  type Pair,
  type Pairs,
  type Plan,
  type Plans,
  type Wish,
} from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { take } from './problems';
import { useOwnPlan } from './useOwnPlan';

/** What the address says: enough to show the same again. */
export interface Address {
  scramble: string;
  color: string;
  plan: string;
  own: string;
  turn: number;
  /** When only some crosses, perhaps with pairs, are known: "white,white:green-red". */
  known: string;
  /** The slot of the pair that is planned with the cross; empty for a cross alone. */
  pair: string;
}

/** What stands below the turns. */
export type Below = 'points' | 'edges' | 'pairs' | 'foresight';

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
  const below = ref<Below>('points');
  const loading = ref(false);
  const failure = shallowRef<Problem | null>(null);

  const uncovered = ref(false);
  const shownAt = ref(0);
  let running = new AbortController();
  let asked = { text: '', slot: '' };

  const covered = computed(() => preferences.covered && !uncovered.value);
  const flat = computed(() => plans.value?.groups.flatMap((g) => g.plans) ?? []);
  const current = computed(() => (pair.value ? null : (flat.value.find((p) => p.text === chosen.value) ?? null)));
  /** The hold of the plan shown, or the plainest one while the plans are covered. */
  const shownHold = computed(() =>
    covered.value || !explanation.value ? (plans.value?.outlook.rotation ?? '') : explanation.value.rotation,
  );
  const mine = useOwnPlan({ scramble, color, known, covered, uncovered, shownHold, explanation, turn, shownAt });
  const { own, ownHold, showing, shown, judge, forgetOwn, forgetJudgement } = mine;
  /** The colours that are planned for, the shortest cross first. */
  const planned = computed(() =>
    [...(comparison.value?.outlooks ?? [])]
      .filter((o) => preferences.habits.colors.includes(o.color))
      .sort((a, b) => a.length - b.length)
      .map((o) => o.color),
  );
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
      const asked = wanted.color || (planned.value.includes(color.value) ? color.value : planned.value[0]);
      const first = compared.outlooks.find((o) => o.color === asked)?.color ?? compared.outlooks[0]?.color ?? 'white';
      await loadColor(first, wanted.plan ?? '', signal, wanted.pair ?? '');
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
      const [next, ...later] = preferences.listed;
      if (next && !wish.color) {
        preferences.listed = later;
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
      api.plans(scramble.value, name, slack.value, preferences.forPlans, signal),
      api.pairs(scramble.value, name, known.value, preferences.forPlans, signal),
    ]);
    pairs.value = together;
    color.value = name;
    plans.value = found;
    const withPair = together.pairs.find((p) => p.slot === slot);
    if (withPair) {
      const wanted = withPair.plans.find((p) => p.text === planText) ?? withPair.plans[0]!;
      await loadExplanation(wanted.text, signal, slot);
      return;
    }
    const wanted = flat.value.find((p) => p.text === planText) ?? flat.value[0];
    if (wanted) await loadExplanation(wanted.text, signal);
  }

  async function loadExplanation(text: string, signal: AbortSignal, slot = '') {
    // Keys come faster than answers: the next one goes on from what was asked for last, and only the last answer is shown.
    const mine = (asked = { text, slot });
    try {
      const explained = await api.explain(
        { scramble: scramble.value, color: color.value, plan: text, known: known.value, slot },
        preferences.forPlans,
        signal,
      );
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
  async function choosePair(wanted: Pair, text = wanted.plans[0]!.text) {
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
      const text = shownPair.plans[shownPair.plans.findIndex((p) => p.text === asked.text) + by]?.text;
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
    await again(chosen.value);
  }

  /** By turns, by time, by foresight: the order is a habit and is kept. */
  async function nextOrder() {
    const orders = ['turns', 'time', 'foresight'] as const;
    await preferences.change({ order: orders[(orders.indexOf(preferences.habits.order) + 1) % orders.length]! });
  }

  /** Plans the colour anew; the first plan is shown unless one is to stay. */
  async function again(keep = '') {
    if (!scramble.value) return;
    const [before, was] = [showing.value, turn.value];
    try {
      await loadColor(color.value, keep, running.signal, pair.value);
      showing.value = before;
      if (before === 'own') turn.value = was;
    } catch (cause) {
      take(cause, (problem) => (failure.value = problem));
    }
  }

  // Another order, another hold, other hands: other plans come first.
  watch(
    () => JSON.stringify(preferences.forPlans),
    () => again(),
  );
  // Another cube: every colour has another name. The texts are read anew, the position is the same.
  watch(
    () => preferences.habits.scheme.join(),
    () => scramble.value && open(scramble.value),
  );
  // Who plans for one or two colours begins with the better of them.
  watch(
    () => preferences.habits.colors.join(),
    () => {
      if (!planned.value.includes(color.value)) void chooseColor(planned.value[0] ?? color.value);
    },
  );

  return {
    ...mine,
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
    uncovered,
    shownAt,
    covered,
    flat,
    current,
    outlook,
    planned,
    pairs,
    pair,
    open,
    drawScramble,
    chooseColor,
    choosePlan,
    choosePair,
    nextPair,
    nextPlan,
    nextGroup,
    moreSlack,
    nextOrder,
  };
});
