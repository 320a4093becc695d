import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { colorNames } from '@/cube/palette';
import type { Address } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import type { Begun } from '@/desk/faces';
import { useFirstStop } from '@/desk/firstStop';
import { useStops } from '@/desk/stopStore';
import { api, type Block, type Blocks } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';

/** The first block at the desk: 24 blocks compared, the ways to one of them, the way that is shown. */
export const useFirstBlock = defineStore('firstBlock', () => {
  const preferences = usePreferences();
  const desk = useDesk();
  const stops = useStops();

  const compared = shallowRef<Blocks | null>(null);
  const first = useFirstStop('fb', 'roux', compared, () => '');

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

  const cost = (b: Block) =>
    desk.by === 'turns' ? b.length + (b.time ?? 99) / 1000 : (b.time ?? 99) + b.length / 1000;
  const best = () =>
    [...(allowed.value.length > 0 ? allowed.value : (compared.value?.blocks ?? []))].sort(
      (a, b) => cost(a) - cost(b),
    )[0];

  /** Reads a scramble: compares the blocks and shows the way that is asked for, or the best. */
  async function begin(text: string, wanted: Partial<Address>, signal: AbortSignal): Promise<Begun> {
    first.restart();
    const found = await api.blocks({ scramble: text, by: desk.by, ...preferences.forHands }, signal);
    first.begun(found.scramble);
    compared.value = found;
    const block =
      found.blocks.find((b) => b.base === wanted.color && b.side === wanted.pair) ??
      (wanted.color
        ? found.blocks.filter((b) => b.base === wanted.color).sort((a, b) => cost(a) - cost(b))[0]
        : best());
    if (block) await load(block, wanted.plan ?? '', signal);
    return { scramble: found.scramble, facelets: found.facelets };
  }

  async function load(block: Block, plan: string, signal: AbortSignal) {
    first.turnTo(block.base, block.side);
    await Promise.all([first.listWays(signal), first.show(plan || block.best, signal)]);
  }

  async function chooseBlock(block: Block | undefined) {
    if (!block || (block.base === desk.color && block.side === stops.part)) return;
    const signal = first.restart();
    desk.forgetJudgement();
    await first.attempt(() => load(block, '', signal));
  }

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    await first.attempt(async () => {
      const signal = first.restart();
      compared.value = await api.blocks({ scramble: desk.scramble, by: desk.by, ...preferences.forHands }, signal);
      const block = current.value;
      if (block) await load(block, '', signal);
    });
  }

  async function nextSlack() {
    stops.slack = (stops.slack + 1) % 3;
    await first.attempt(() => first.listWays());
  }

  return {
    compared,
    allowed,
    current,
    begin,
    chooseBlock,
    choose: first.choose,
    enter: first.listWays,
    nextMeasure,
    nextSlack,
    show: first.show,
    attempt: first.attempt,
  };
});
