import type { LocationQuery, LocationQueryRaw } from 'vue-router';
import { toCube, toShown } from '@/shared/api/scheme';

/** What the address of the desk says: enough to show the same again. */
export interface Address {
  scramble: string;
  /** The position as 54 stickers, where no scramble is known yet: one is found when it is shown. */
  facelets: string;
  color: string;
  /** The method, where it is not the solver's own. */
  method: string;
  /** The turns of the first stop, from the scramble hold. */
  plan: string;
  /** The own sequence of the stop that is shown. */
  own: string;
  turn: number;
  /** When only some crosses, perhaps with pairs, are known: "white,white:green-red". */
  known: string;
  /** The slot of the pair that is planned with the cross; empty for a cross alone. */
  pair: string;
  /** The stop of the course that is shown, from 0. */
  stop: number;
  /** The stops after the first that were chosen, with ';' between them. */
  chosen: string;
}

const text = (value: LocationQuery[string] | undefined) => (typeof value === 'string' ? value : '');

function count(value: LocationQuery[string] | undefined): number {
  const number = Number.parseInt(text(value), 10);
  return Number.isFinite(number) && number > 0 ? number : 0;
}

/**
 * Reads what an address asks for; an address names colours as the server does, so that a link means the same on every
 * cube. Nothing is checked here: the server reads the text.
 */
export function addressOf(query: LocationQuery): Address {
  return toShown({
    scramble: text(query['scramble']),
    facelets: text(query['facelets']),
    color: text(query['color']),
    method: text(query['method']),
    // An older address says 'made' for the turns of the first stop.
    plan: text(query['plan']) || text(query['made']),
    own: text(query['own']),
    known: text(query['known']),
    pair: text(query['pair']),
    turn: count(query['turn']),
    stop: count(query['stop']),
    chosen: text(query['chosen']),
  });
}

/** The address of a position; what is not needed to show it again is left out. */
export function queryOf(address: Partial<Address>): LocationQueryRaw {
  const query: LocationQueryRaw = {};
  for (const name of ['scramble', 'facelets', 'method', 'color', 'plan', 'pair', 'own', 'known', 'chosen'] as const)
    if (address[name]) query[name] = address[name];
  for (const name of ['stop', 'turn'] as const) if (address[name]) query[name] = String(address[name]);
  return toCube(query);
}
