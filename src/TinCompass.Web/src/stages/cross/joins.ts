import { shallowReactive, type Component } from 'vue';
import type { Address } from '@/desk/address';
import type { Foresight } from '@/shared/api/client';

/** What another stage adds to the places of the cross, because it makes the cross together with more. */
export interface CrossJoin {
  /** Looks for its plans; true when the one that is asked for is shown. */
  load: (wanted: Partial<Address>, signal: AbortSignal) => Promise<boolean>;
  /** A row above the plans of the cross, and its plans where one of them is shown. */
  row: Component;
  plans: Component;
  /** A tab below the turns. */
  tab: { id: string; title: string; component: Component };
  /** The words about the length of one of its plans, and how hard it is to foresee. */
  facts: () => { words: string; foresight: Foresight | null };
  /** True when one of its plans is shown, and it has moved to the one after or before. */
  other: (by: 1 | -1) => Promise<boolean>;
  /** On to its next plan. */
  next: () => Promise<void>;
}

export const crossJoins = shallowReactive<CrossJoin[]>([]);

/** Adds to the places of the cross. */
export function joinCross(join: CrossJoin) {
  crossJoins.push(join);
}
