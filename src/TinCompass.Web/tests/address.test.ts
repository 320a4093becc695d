import { expect, test } from 'vitest';
import { addressOf, queryOf } from '@/features/plan/address';
import { primes, seconds, turns } from '@/shared/text';

test('an address comes back as it was written', () => {
  for (const address of [
    { scramble: "R U' F2", color: 'red', plan: "z R'", own: '', known: '', pair: 'white-green', turn: 3 },
    { scramble: 'R', color: 'white', plan: '', own: "x2 R'", known: 'white,red', pair: '', turn: 0 },
  ]) {
    const query = queryOf(address);
    expect(addressOf(Object.fromEntries(Object.entries(query).map(([k, v]) => [k, String(v)])))).toEqual(address);
  }
});

test('a strange address asks for nothing strange', () => {
  expect(addressOf({ turn: '-4', color: null, scramble: ['R', 'U'] })).toEqual({
    scramble: '',
    color: 'white',
    plan: '',
    own: '',
    known: '',
    pair: '',
    turn: 0,
  });
  expect(addressOf({ turn: 'many' }).turn).toBe(0);
});

test('words and primes', () => {
  expect(primes("R U' (F')")).toBe('R U′ (F′)');
  expect(seconds(7649)).toBe('7.6 s');
  expect(seconds(null)).toBe('–');
  expect([turns(1), turns(2)]).toEqual(['1 turn', '2 turns']);
});
