import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { Address } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import type { Judged, Own } from '@/desk/faces';
import { useOpenings } from '@/desk/openingStore';
import { api, type Explanation, type Judgement, type Plan, type Plans } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { crossJoins } from './joins';

/** The cross at the desk: the plans of a colour, the plan that is shown and explained. */
export const useCross = defineStore('cross', () => {
  const preferences = usePreferences();
  const desk = useDesk();
  const openings = useOpenings();

  const slack = ref(0);
  const plans = shallowRef<Plans | null>(null);
  const chosen = ref('');
  /** What is made together with the cross: a slot, in words; empty for the cross alone. */
  const part = ref('');
  const explanation = shallowRef<Explanation | null>(null);
  const judgement = shallowRef<Judgement | null>(null);
  /** What stands below the turns: 'points', 'edges', 'foresight', or a tab of a stage that joins. */
  const below = ref('points');
  let asked = '';

  const flat = computed(() => plans.value?.groups.flatMap((g) => g.plans) ?? []);
  const current = computed(() => (part.value ? null : (flat.value.find((p) => p.text === chosen.value) ?? null)));
  /** The explanation of what is shown: the plan, or the own sequence. */
  const shown = computed(() =>
    desk.showing === 'own' && judgement.value ? judgement.value.explanation : explanation.value,
  );

  /** Plans a colour, and shows the plan that is asked for, or the best. */
  async function load(name: string, wanted: Partial<Address>, signal: AbortSignal) {
    const found = await api.plans(desk.scramble, name, slack.value, preferences.forPlans, signal);
    if (name !== desk.color) desk.holdCourse();
    desk.color = name;
    desk.plainHold = found.outlook.rotation;
    plans.value = found;
    // What is made together with more is looked for meanwhile, unless it is what is asked for.
    const joined = Promise.all(crossJoins.map((j) => j.load(wanted, signal)));
    if (wanted.pair && (await joined).includes(true)) return;
    const text = wanted.plan ?? '';
    const plan = flat.value.find((p) => p.text === text)?.text ?? (text || flat.value[0]?.text);
    if (plan !== undefined && !wanted.plan && !wanted.stop) desk.planEarly(plan);
    await Promise.all([joined, plan === undefined ? undefined : explain(plan, signal)]);
  }

  async function explain(text: string, signal: AbortSignal = openings.signal()) {
    await show(text, '', () =>
      api.explain(
        { scramble: desk.scramble, color: desk.color, plan: text, known: desk.known },
        preferences.forPlans,
        signal,
      ),
    );
  }

  /** Shows a plan of the cross, perhaps made together with more. Keys come faster than answers: only the last one asked for is shown. */
  async function show(text: string, together: string, ask: () => Promise<Explanation>) {
    const mine = (asked = `${together} ${text}`);
    const explained = await ask();
    if (asked !== mine) return;
    chosen.value = text;
    part.value = together;
    explanation.value = explained;
    desk.showFirst(text, explained.sequence, together, explained.moments.at(-1)?.remaining === 0);
  }

  const choosePlan = (plan: Plan) => openings.attempt(() => explain(plan.text));

  /** The plan before or after the one that was asked for last, over all groups. */
  async function nextPlan(by: 1 | -1) {
    const next = flat.value[flat.value.findIndex((p) => ` ${p.text}` === asked) + by];
    if (next && !desk.covered) await choosePlan(next);
  }

  /** The best plan from the next first edge. */
  async function nextGroup() {
    const groups = plans.value?.groups ?? [];
    const at = groups.findIndex((g) => g.plans.some((p) => ` ${p.text}` === asked));
    const next = groups[(at + 1) % groups.length]?.plans[0];
    if (next && !desk.covered) await choosePlan(next);
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
    if (!plans.value || desk.method.stages[0] !== 'cross') return;
    const [before, was] = [desk.showing, desk.turn];
    await openings.again({ plan: keep, pair: part.value });
    desk.showing = before;
    if (before === 'own') desk.turn = was;
  }

  async function judge(own: Own): Promise<Judged> {
    const found = await api.judge({
      scramble: own.scramble,
      color: own.color,
      hold: own.hold,
      plan: own.text,
      known: own.known || null,
      ...own.hands,
      order: preferences.habits.order,
      holds: preferences.habits.holds,
    });
    judgement.value = found;
    return { read: found.read, figures: found.figures, sequence: found.explanation.sequence, isBroken: false };
  }

  // Another order, another hold, other hands: other plans come first.
  watch(
    () => JSON.stringify([preferences.forPlans, preferences.habits.unitMs]),
    () => void again(),
  );

  return {
    slack,
    plans,
    chosen,
    part,
    explanation,
    judgement,
    below,
    flat,
    current,
    shown,
    load,
    show,
    choosePlan,
    nextPlan,
    nextGroup,
    moreSlack,
    nextOrder,
    judge,
  };
});
