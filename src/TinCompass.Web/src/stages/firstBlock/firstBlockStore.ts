import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import { colorNames } from '@/cube/palette';
import type { Address } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import type { Begun } from '@/desk/faces';
import { useStops } from '@/desk/stopStore';
import { api, type Block, type Blocks } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { usePreferences } from '@/shared/preferences';

/** The first block at the desk: 24 blocks compared, the ways to one of them, the way that is shown. */
export const useFirstBlock = defineStore('firstBlock', () => {
  const preferences = usePreferences();
  const desk = useDesk();
  const stops = useStops();

  const compared = shallowRef<Blocks | null>(null);
  let running = new AbortController();
  let asked = '';

  const side = computed(() => preferences.stageHabit('fb', 'side', 'any'));
  /** Blocks that the solver's habits allow. */
  const allowed = computed(() =>
    (compared.value?.blocks ?? [])
      .filter((b) => preferences.habits.colors.includes(b.base) && (side.value === 'any' || b.side === side.value))
      // As they stand above the desk: base by base.
      .sort((a, b) => colorNames.findIndex((c) => c === a.base) - colorNames.findIndex((c) => c === b.base)),
  );
  const current = computed(
    () => compared.value?.blocks.find((b) => b.base === desk.color && b.side === stops.part) ?? null,
  );

  function restart(): AbortSignal {
    running.abort();
    running = new AbortController();
    return running.signal;
  }

  const cost = (b: Block) =>
    desk.by === 'turns' ? b.length + (b.time ?? 99) / 1000 : (b.time ?? 99) + b.length / 1000;
  const best = () =>
    [...(allowed.value.length > 0 ? allowed.value : (compared.value?.blocks ?? []))].sort(
      (a, b) => cost(a) - cost(b),
    )[0];

  /** Reads a scramble: compares the blocks and shows the way that is asked for, or the best. */
  async function begin(text: string, wanted: Partial<Address>, signal: AbortSignal): Promise<Begun> {
    restart();
    const found = await api.blocks({ scramble: text, by: desk.by, ...preferences.forHands }, signal);
    desk.holdCourse();
    desk.known = '';
    desk.plainHold = '';
    desk.scramble = found.scramble;
    compared.value = found;
    stops.judgement = null;
    const block =
      found.blocks.find((b) => b.base === wanted.color && b.side === wanted.pair) ??
      (wanted.color
        ? found.blocks.filter((b) => b.base === wanted.color).sort((a, b) => cost(a) - cost(b))[0]
        : best());
    if (block) await load(block, wanted.plan ?? '', signal);
    return { scramble: found.scramble, facelets: found.facelets };
  }

  async function load(block: Block, plan: string, signal: AbortSignal) {
    if (block.base !== desk.color || block.side !== stops.part) desk.holdCourse();
    desk.color = block.base;
    stops.part = block.side;
    await Promise.all([listWays(signal), show(plan || block.best, signal)]);
  }

  async function listWays(signal: AbortSignal) {
    stops.groups = await api.ways(
      {
        stage: 'fb',
        scramble: desk.scramble,
        made: '',
        color: desk.color,
        part: stops.part,
        by: desk.by,
        slack: stops.slack,
        ...preferences.forHands,
      },
      signal,
    );
  }

  /** Shows a way. Keys come faster than answers: only the last one asked for is shown. */
  async function show(text: string, signal: AbortSignal = running.signal) {
    asked = text;
    const drawn = await api.blockWay(
      { scramble: desk.scramble, plan: text, color: desk.color, ...preferences.forHands },
      signal,
    );
    if (asked !== text) return;
    desk.showFirst(text, drawn.sequence, stops.part, drawn.isDone);
  }

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
    } catch (cause) {
      take(cause, (problem) => (desk.failure = problem));
    }
  }

  async function chooseBlock(block: Block | undefined) {
    if (!block || (block.base === desk.color && block.side === stops.part)) return;
    const signal = restart();
    desk.forgetJudgement();
    await attempt(() => load(block, '', signal));
  }

  /** The n-th way of all. */
  async function choose(n: number) {
    const way = stops.flat[n];
    if (way && !desk.covered) await attempt(() => show(way.turns));
  }

  /** A stop of the stage is shown: its ways. */
  const enter = (signal: AbortSignal) => listWays(signal);

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    await attempt(async () => {
      compared.value = await api.blocks({ scramble: desk.scramble, by: desk.by, ...preferences.forHands }, restart());
      const block = current.value;
      if (block) await load(block, '', running.signal);
    });
  }

  async function nextSlack() {
    stops.slack = (stops.slack + 1) % 3;
    await attempt(() => listWays(running.signal));
  }

  // Another cube: every colour has another name. The texts are read anew, the position is the same.
  watch(
    () => preferences.habits.scheme.join(),
    () => compared.value && desk.method.id === 'roux' && desk.scramble && void desk.open(desk.scramble),
  );

  return { compared, allowed, current, begin, chooseBlock, choose, enter, nextMeasure, nextSlack, show, attempt };
});
