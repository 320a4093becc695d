import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { Address } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import type { Begun, Judged, Own } from '@/desk/faces';
import { api, type Comparison, type Explanation, type Judgement, type Plan, type Plans } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { usePreferences } from '@/shared/preferences';
import { crossJoins } from './joins';

/** The cross at the desk: six colours compared, the plans of one, the plan that is shown and explained. */
export const useCross = defineStore('cross', () => {
  const preferences = usePreferences();
  const desk = useDesk();

  const comparison = shallowRef<Comparison | null>(null);
  const slack = ref(0);
  const plans = shallowRef<Plans | null>(null);
  const chosen = ref('');
  /** What is made together with the cross: a slot, in words; empty for the cross alone. */
  const part = ref('');
  const explanation = shallowRef<Explanation | null>(null);
  const judgement = shallowRef<Judgement | null>(null);
  /** What stands below the turns: 'points', 'edges', 'foresight', or a tab of a stage that joins. */
  const below = ref('points');
  let running = new AbortController();
  let asked = '';
  /** The colour that was asked for last: the one that is shown, or will be when its plans are there. */
  let meant = '';

  const flat = computed(() => plans.value?.groups.flatMap((g) => g.plans) ?? []);
  const current = computed(() => (part.value ? null : (flat.value.find((p) => p.text === chosen.value) ?? null)));
  /** The explanation of what is shown: the plan, or the own sequence. */
  const shown = computed(() =>
    desk.showing === 'own' && judgement.value ? judgement.value.explanation : explanation.value,
  );
  /** The colours that are planned for, the shortest cross first. */
  const planned = computed(() =>
    [...(comparison.value?.outlooks ?? [])]
      .filter((o) => preferences.habits.colors.includes(o.color))
      .sort((a, b) => a.length - b.length)
      .map((o) => o.color),
  );
  const outlook = computed(() => comparison.value?.outlooks.find((o) => o.color === desk.color) ?? null);

  /** The colour that was chosen last, on its way. */
  let choosing = Promise.resolve();

  function restart(): AbortSignal {
    running.abort();
    running = new AbortController();
    return running.signal;
  }

  /** Reads a scramble: compares the colours and shows the plan that is asked for, or the best. */
  async function begin(text: string, wanted: Partial<Address>, signal: AbortSignal): Promise<Begun> {
    restart();
    const compared = await api.compare(text, wanted.known ?? '', signal);
    const mine = restart();
    desk.holdCourse();
    desk.known = wanted.known ?? '';
    desk.scramble = compared.scramble;
    comparison.value = compared;
    judgement.value = null;
    const color = wanted.color || (planned.value.includes(desk.color) ? desk.color : planned.value[0]);
    const first = compared.outlooks.find((o) => o.color === color)?.color ?? compared.outlooks[0]?.color ?? 'white';
    // Keys come faster than answers: a colour that is chosen as soon as the six are seen is the one that is shown.
    await load(first, wanted, AbortSignal.any([signal, mine])).catch(async (cause: unknown) => {
      if (!mine.aborted || signal.aborted) throw cause;
      await choosing;
    });
    return { scramble: compared.scramble, facelets: compared.facelets };
  }

  async function load(name: string, wanted: Partial<Address>, signal: AbortSignal) {
    meant = name;
    const found = await api.plans(desk.scramble, name, slack.value, preferences.forPlans, signal);
    if (name !== desk.color) desk.holdCourse();
    desk.color = name;
    desk.plainHold = found.outlook.rotation;
    plans.value = found;
    const withMore = await Promise.all(crossJoins.map((j) => j.load(wanted, signal)));
    if (withMore.includes(true)) return;
    const text = wanted.plan ?? '';
    const plan = flat.value.find((p) => p.text === text)?.text ?? (text || flat.value[0]?.text);
    if (plan !== undefined) await explain(plan, signal);
  }

  async function explain(text: string, signal: AbortSignal = running.signal) {
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

  async function chooseColor(name: string) {
    if (!comparison.value?.outlooks.some((o) => o.color === name) || name === meant) return;
    const signal = restart();
    desk.forgetJudgement();
    await (choosing = attempt(() => load(name, {}, signal)));
    // Where it failed the one that is still shown is meant again.
    if (!signal.aborted) meant = desk.color;
  }

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
    } catch (cause) {
      take(cause, (problem) => (desk.failure = problem));
    }
  }

  const choosePlan = (plan: Plan) => attempt(() => explain(plan.text));

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
    if (!desk.scramble || !plans.value) return;
    const [before, was] = [desk.showing, desk.turn];
    const signal = restart();
    await attempt(async () => {
      // A colour on its way is not given up for the one that is still shown.
      const isOther = meant !== desk.color;
      await load(meant, isOther ? {} : { plan: keep, pair: part.value }, signal);
      desk.showing = before;
      if (before === 'own') desk.turn = was;
    });
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
  // Another cube: every colour has another name. The texts are read anew, the position is the same.
  watch(
    () => preferences.habits.scheme.join(),
    () => desk.scramble && void desk.open(desk.scramble),
  );
  // Who plans for one or two colours begins with the better of them.
  watch(
    () => preferences.habits.colors.join(),
    () => {
      if (!planned.value.includes(meant)) void chooseColor(planned.value[0] ?? meant);
    },
  );

  return {
    comparison,
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
    planned,
    outlook,
    begin,
    show,
    attempt,
    chooseColor,
    choosePlan,
    nextPlan,
    nextGroup,
    moreSlack,
    nextOrder,
    judge,
  };
});
