import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import { api, type Opening, type Openings } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { usePreferences } from '@/shared/preferences';
import type { Address } from './address';
import { useDesk } from './deskStore';
import { faceOf, type Begun } from './faces';
import { useStops } from './stopStore';

/** The first stop of any method: what it can begin with, compared; the opening that is chosen, and the way that is shown. */
export const useOpenings = defineStore('openings', () => {
  const preferences = usePreferences();
  const desk = useDesk();
  const stops = useStops();

  const found = shallowRef<{ stage: string; answer: Openings } | null>(null);
  /** What was asked for last: what is shown, or will be when its ways are there. */
  let meant: { opening: Opening | undefined; base: string } = { opening: undefined, base: '' };
  /** The way that was asked for last. */
  let asked = '';
  /** The opening that was chosen last, on its way. */
  let choosing = Promise.resolve();
  let running = new AbortController();

  const stage = computed(() => desk.method.stages[0]!);
  const face = computed(() => faceOf(stage.value)?.opening ?? null);
  const all = computed(() => found.value?.answer.openings ?? []);
  /** How what is shown is drawn: that of another method stays in its place until what is wanted is there. */
  const faceShown = computed(() => faceOf(found.value?.stage ?? '')?.opening ?? null);
  /** Those that the solver's habits allow. */
  const allowed = computed(() =>
    all.value.filter((o) => baseOf(o) !== undefined && (faceShown.value?.allows?.(o) ?? true)),
  );
  const current = computed(() => all.value.find((o) => o.part === stops.part && o.bases.includes(desk.color)) ?? null);

  /** The first of the solver's colours on which it can be held. */
  const baseOf = (opening: Opening) => preferences.habits.colors.find((c) => opening.bases.includes(c));
  /** The n-th that a key chooses, from 0. */
  const keyed = (n: number) => (faceShown.value?.keyed ? faceShown.value.keyed(all.value, n) : allowed.value[n]);

  const cost = ({ length, time }: Opening) =>
    desk.by === 'turns' ? length + (time ?? 99) / 1000 : (time ?? 99) + length / 1000;
  const best = (among: readonly Opening[]) => [...among].sort((a, b) => cost(a) - cost(b))[0];

  /** What was under way is given up. */
  function restart(): AbortSignal {
    running.abort();
    running = new AbortController();
    return running.signal;
  }

  const ask = (scramble: string, known: string, signal: AbortSignal) =>
    api.openings(
      {
        stage: stage.value,
        scramble,
        known,
        by: desk.by,
        wishes: desk.allWishes,
        ...preferences.forHands,
      },
      signal,
    );

  /** Reads a scramble: compares what it can begin with, and shows the way that is asked for, or the best. */
  async function begin(text: string, wanted: Partial<Address>, signal: AbortSignal): Promise<Begun> {
    restart();
    const [of, known] = [stage.value, (face.value?.inPart && wanted.known) || ''];
    const answer = await ask(text, known, signal);
    const mine = restart();
    desk.holdCourse();
    desk.known = known;
    desk.plainHold = '';
    desk.scramble = answer.scramble;
    faceOf(of)?.forget();
    found.value = { stage: of, answer };
    const opening = wantedOf(wanted);
    const base = wanted.color || (opening && (baseOf(opening) ?? opening.bases[0])) || desk.color;
    // Keys come faster than answers: what is chosen as soon as the openings are seen is what is shown.
    await load(opening, base, wanted, AbortSignal.any([signal, mine])).catch(async (cause: unknown) => {
      if (!mine.aborted || signal.aborted) throw cause;
      await choosing;
    });
    return { scramble: answer.scramble, facelets: answer.facelets };
  }

  /** The opening an address asks for, or the best of those that fit. */
  function wantedOf({ color, pair }: Partial<Address>): Opening | undefined {
    const fits = all.value.filter((o) => !color || o.bases.includes(color));
    const mine = fits.filter((o) => allowed.value.includes(o));
    return (
      (pair && fits.find((o) => o.part === pair)) ||
      (face.value?.keepsBase && mine.find((o) => o.bases.includes(desk.color))) ||
      best(mine.length > 0 ? mine : fits) ||
      best(all.value)
    );
  }

  async function load(
    opening: Opening | undefined,
    base: string,
    wanted: Partial<Address>,
    signal: AbortSignal,
  ): Promise<void> {
    meant = { opening, base };
    const part = opening?.part ?? '';
    if (face.value?.load) {
      stops.part = part;
      return await face.value.load(base, wanted, signal);
    }
    if (base !== desk.color || part !== stops.part) desk.holdCourse();
    desk.color = base;
    stops.part = part;
    const text = wanted.plan || opening?.best;
    const ways = listWays(signal);
    if (!text) await ways;
    const shown = text || (stops.flat[0]?.turns ?? '');
    // What an address asks for need not make what the stage is for: then nothing follows.
    if (!wanted.plan && !wanted.stop) desk.planEarly(shown);
    await Promise.all([ways, show(shown, signal)]);
  }

  const listWays = (signal: AbortSignal = running.signal) => stops.list(stage.value, '', stops.part, signal);

  /** Shows a way. Keys come faster than answers: only the last one asked for is shown. */
  async function show(text: string, signal: AbortSignal = running.signal) {
    asked = text;
    const { sequence, isDone } = await api.drawn(
      { stage: stage.value, scramble: desk.scramble, plan: text, color: desk.color, ...preferences.forHands },
      signal,
    );
    if (asked === text) desk.showFirst(text, sequence, stops.part, isDone);
  }

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
    } catch (cause) {
      take(cause, (problem) => (desk.failure = problem));
    }
  }

  /** Another opening, or the same on another base. */
  async function choose(opening: Opening | undefined, base = opening && (baseOf(opening) ?? opening.bases[0])) {
    if (!opening || !base || !isShown() || (opening === meant.opening && base === meant.base)) return;
    const signal = restart();
    desk.forgetJudgement();
    await (choosing = attempt(() => load(opening, base, {}, signal)));
    // Where it failed the one that is still shown is meant again.
    if (!signal.aborted) meant = { opening: current.value ?? undefined, base: desk.color };
  }

  /** Plans the chosen opening again; the way on screen may be kept. */
  async function again(kept: Partial<Address> = {}) {
    if (!isShown()) return;
    const [signal, isMeant] = [restart(), meant.opening === current.value && meant.base === desk.color];
    // An opening on its way is not given up for the one that is still shown.
    await attempt(() => load(meant.opening, meant.base, isMeant ? kept : {}, signal));
  }

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    await attempt(async () => {
      const [of, answer] = [stage.value, await ask(desk.scramble, desk.known, restart())];
      found.value = { stage: of, answer };
      meant.opening = current.value ?? undefined;
      await again();
    });
  }

  async function nextSlack() {
    stops.slack = (stops.slack + 1) % 3;
    await attempt(() => listWays());
  }

  /** The n-th way of all. */
  async function chooseWay(n: number) {
    const way = stops.flat[n];
    if (way && !desk.covered) await attempt(() => show(way.turns));
  }

  /** The best way of the next group. */
  async function nextGroup() {
    const way = stops.nextGroup();
    if (way && !desk.covered) await attempt(() => show(way.turns));
  }

  const isShown = () => desk.scramble !== '' && found.value?.stage === stage.value;
  // Another colour scheme: every colour has another name, so all texts are asked for again; the position is the same.
  watch(
    () => preferences.habits.scheme.join(),
    () => void (isShown() && desk.open(desk.scramble)),
  );
  // Another habit of the first stage: it begins with something else.
  watch(
    () => [stage.value, faceOf(stage.value)?.wishes?.().join()] as const,
    ([now], [before]) => void (now === before && isShown() && desk.open(desk.scramble, { color: desk.color })),
  );
  // Who plans for one or two colours begins with the better of them.
  watch(
    () => preferences.habits.colors.join(),
    () => {
      if (isShown() && meant.opening && allowed.value.length > 0 && !allowed.value.includes(meant.opening))
        void choose(best(allowed.value));
    },
  );

  return {
    face: faceShown,
    all,
    allowed,
    current,
    keyed,
    begin,
    choose,
    again,
    attempt,
    nextMeasure,
    nextSlack,
    chooseWay,
    nextGroup,
    /** What is under way. */
    signal: () => running.signal,
  };
});
