import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import type { Address } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import type { Begun } from '@/desk/faces';
import { useFirstStop } from '@/desk/firstStop';
import { useStops } from '@/desk/stopStore';
import { api, type GoodStart } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';

/** Good edges on a base. */
export type Base = GoodStart['bases'][number];

/** The first stop of good edges first at the desk: six bases compared, the ways on one of them, the way that is shown. */
export const useGoodStart = defineStore('goodStart', () => {
  const preferences = usePreferences();
  const desk = useDesk();
  const stops = useStops();

  const compared = shallowRef<GoodStart | null>(null);
  const first = useFirstStop('goodstart', 'good', compared, () => '');
  /** The habit: the cross at once, or the line alone. */
  const withCross = computed(() => preferences.stageHabit('goodstart', 'with', 'line') === 'cross');

  /** Bases of the solver's colours, in their order. */
  const allowed = computed(() =>
    (compared.value?.bases ?? []).filter((b) => preferences.habits.colors.includes(b.base)),
  );
  const current = computed(() => compared.value?.bases.find((b) => b.base === desk.color) ?? null);

  /** Reads a scramble: compares the bases and shows the way that is asked for, or that on the base which takes the fewest turns. */
  async function begin(text: string, wanted: Partial<Address>, signal: AbortSignal): Promise<Begun> {
    first.restart();
    const found = await api.goodStart({ scramble: text, cross: withCross.value }, signal);
    first.begun(found.scramble);
    compared.value = found;
    const among = allowed.value.length > 0 ? allowed.value : found.bases;
    const base = found.bases.find((b) => b.base === wanted.color) ?? [...among].sort((a, b) => a.length - b.length)[0];
    if (base) await load(base, wanted.plan ?? '', signal);
    return { scramble: found.scramble, facelets: found.facelets };
  }

  async function load(base: Base, plan: string, signal: AbortSignal) {
    first.turnTo(base.base, '');
    await first.listWays(signal);
    await first.show(plan || stops.flat[0]?.turns || '', signal);
  }

  async function chooseBase(base: Base | undefined) {
    if (!base || base.base === desk.color) return;
    const signal = first.restart();
    desk.forgetJudgement();
    await first.attempt(() => load(base, '', signal));
  }

  async function again() {
    const base = current.value;
    if (base) await first.attempt(() => load(base, '', first.restart()));
  }

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    await again();
  }

  async function nextSlack() {
    stops.slack = (stops.slack + 1) % 3;
    await first.attempt(() => first.listWays(first.restart()));
  }

  // Another habit: other ways, compared anew.
  watch(withCross, () => {
    if (compared.value && desk.method.id === 'good' && desk.scramble)
      void desk.open(desk.scramble, { color: desk.color });
  });

  return {
    compared,
    allowed,
    current,
    withCross,
    begin,
    chooseBase,
    choose: first.choose,
    show: first.show,
    attempt: first.attempt,
    enter: first.listWays,
    nextMeasure,
    nextSlack,
  };
});
