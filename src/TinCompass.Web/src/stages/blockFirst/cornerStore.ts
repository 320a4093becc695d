import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import type { Address } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import type { Begun } from '@/desk/faces';
import { useFirstStop } from '@/desk/firstStop';
import { useStops } from '@/desk/stopStore';
import { api, type BlockFirst } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';

type Small = BlockFirst['small'][number];

/** A block by its corner: "white-red-green". */
export const nameOf = (block: Small) => block.colors.join('-');

/** The first stop of block first at the desk: eight blocks compared, the ways to one of them, the way that is shown. */
export const useCorners = defineStore('corners', () => {
  const preferences = usePreferences();
  const desk = useDesk();
  const stops = useStops();

  const compared = shallowRef<BlockFirst | null>(null);
  const first = useFirstStop('small', 'blocks', compared, () => stops.part);

  /** The base of a block: the first of the solver's colours that it has. */
  const baseOf = (block: Small) => preferences.habits.colors.find((c) => block.colors.includes(c));
  /** Blocks that have one of the solver's colours. */
  const allowed = computed(() => (compared.value?.small ?? []).filter((b) => baseOf(b) !== undefined));
  const current = computed(() => compared.value?.small.find((b) => nameOf(b) === stops.part) ?? null);

  /** Reads a scramble: compares the blocks and shows the way that is asked for, or that to the nearest. */
  async function begin(text: string, wanted: Partial<Address>, signal: AbortSignal): Promise<Begun> {
    first.restart();
    const found = await api.blockFirst({ scramble: text, made: '' }, signal);
    first.begun(found.scramble);
    compared.value = found;
    const fits = (b: Small) => !wanted.color || b.colors.includes(wanted.color);
    const block =
      found.small.find((b) => nameOf(b) === wanted.pair && fits(b)) ??
      allowed.value.find(fits) ??
      found.small.find(fits) ??
      found.small[0];
    if (block) await load(block, wanted.color || baseOf(block) || block.colors[0]!, wanted.plan ?? '', signal);
    return { scramble: found.scramble, facelets: found.facelets };
  }

  async function load(block: Small, base: string, plan: string, signal: AbortSignal) {
    first.turnTo(base, nameOf(block));
    await first.listWays(signal);
    await first.show(plan || stops.flat[0]?.turns || '', signal);
  }

  async function chooseBlock(block: Small | undefined, base = block && (baseOf(block) ?? block.colors[0])) {
    if (!block || !base || (base === desk.color && nameOf(block) === stops.part)) return;
    const signal = first.restart();
    desk.forgetJudgement();
    await first.attempt(() => load(block, base, '', signal));
  }

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    const block = current.value;
    if (block) await first.attempt(() => load(block, desk.color, '', first.restart()));
  }

  return { compared, allowed, current, begin, chooseBlock, choose: first.choose, enter: first.listWays, nextMeasure };
});
