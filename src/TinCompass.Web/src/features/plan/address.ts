import type { LocationQuery, LocationQueryRaw } from 'vue-router';
import { toCube, toShown } from '@/shared/api/scheme';
import type { Address } from './planStore';

const text = (value: LocationQuery[string] | undefined) => (typeof value === 'string' ? value : '');

/** Reads what an address asks for; an address names colours as the server does, so that a link means the same on every cube. Nothing is checked here: the server reads the text. */
export function addressOf(query: LocationQuery): Address {
  const turn = Number.parseInt(text(query['turn']), 10);
  return toShown({
    scramble: text(query['scramble']),
    color: text(query['color']) || 'white',
    plan: text(query['plan']),
    own: text(query['own']),
    known: text(query['known']),
    pair: text(query['pair']),
    turn: Number.isFinite(turn) && turn > 0 ? turn : 0,
  });
}

/** The address of a position; what is not needed to show it again is left out. */
export function queryOf(address: Address): LocationQueryRaw {
  const query: LocationQueryRaw = { scramble: address.scramble, color: address.color };
  if (address.own) query['own'] = address.own;
  else if (address.plan) query['plan'] = address.plan;
  if (address.pair && !address.own) query['pair'] = address.pair;
  if (address.known) query['known'] = address.known;
  if (address.turn > 0) query['turn'] = String(address.turn);
  return toCube(query);
}
