import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { Address } from '@/desk/address';
import { useDesk } from '@/desk/deskStore';
import { useOpenings } from '@/desk/openingStore';
import { api, type XCross, type XCrossPlans } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { useCross } from '../cross/crossStore';

/** The cross with a first pair: the plans for each of the four slots, beside those of the cross alone. */
export const useXCross = defineStore('xcross', () => {
  const preferences = usePreferences();
  const desk = useDesk();
  const cross = useCross();
  const openings = useOpenings();

  const found = shallowRef<XCrossPlans | null>(null);
  const asked = ref({ slot: '', text: '' });

  const shown = computed(() => found.value?.pairs.find((p) => p.slot === cross.part) ?? null);
  const current = computed(() => shown.value?.plans.find((p) => p.text === cross.chosen) ?? null);

  async function load(wanted: Partial<Address>, signal: AbortSignal): Promise<boolean> {
    found.value = await api.xcross(desk.scramble, desk.color, desk.known, preferences.forPlans, signal);
    const pair = found.value.pairs.find((p) => p.slot === wanted.pair);
    if (!pair) {
      asked.value = { slot: '', text: '' };
      return false;
    }
    const plan = pair.plans.find((p) => p.text === wanted.plan) ?? pair.plans[0]!;
    await explain(pair, plan.text, signal);
    return true;
  }

  async function explain(pair: XCross, text: string, signal: AbortSignal | null = null) {
    asked.value = { slot: pair.slot, text };
    await cross.show(text, pair.slot, () =>
      api.explainXCross(
        { scramble: desk.scramble, color: desk.color, plan: text, known: desk.known, slot: pair.slot },
        preferences.forPlans,
        signal,
      ),
    );
  }

  /** The first plan of a slot, or one of its plans. */
  async function choose(pair: XCross, text = pair.plans[0]!.text) {
    if (!desk.covered) await openings.attempt(() => explain(pair, text));
  }

  /** The four pairs one after the other, the cheapest first, then the cross alone. */
  async function next() {
    const order = [...(found.value?.pairs ?? [])].sort((a, b) => a.length - b.length);
    const now = cross.part ? asked.value.slot || cross.part : asked.value.slot;
    const pair = order[order.findIndex((p) => p.slot === now) + 1];
    if (pair) await choose(pair);
    else await leave();
  }

  async function leave() {
    asked.value = { slot: '', text: '' };
    if (cross.flat[0] && !desk.covered) await cross.choosePlan(cross.flat[0]);
  }

  /** The plan before or after, within the pair that is shown; false when none is. */
  async function other(by: 1 | -1): Promise<boolean> {
    const pair = found.value?.pairs.find((p) => p.slot === asked.value.slot);
    if (!pair) return false;
    const text = pair.plans[pair.plans.findIndex((p) => p.text === asked.value.text) + by]?.text;
    if (text) await choose(pair, text);
    return true;
  }

  // The cross alone is shown again: no pair is asked for any more.
  watch(
    () => cross.part,
    (part) => {
      if (!part) asked.value = { slot: '', text: '' };
    },
  );

  return { found, shown, current, load, choose, next, other };
});
