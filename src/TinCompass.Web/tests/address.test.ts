import { expect, test } from 'vitest';
import { addressOf, queryOf } from '@/desk/address';
import { handTime } from '@/shared/handTime';
import { primes, seconds, turns } from '@/shared/text';

test('an address comes back as it was written', () => {
  for (const address of [
    {
      scramble: "R U' F2",
      facelets: '',
      color: 'red',
      method: 'roux',
      plan: "z R'",
      own: '',
      known: '',
      pair: 'white-green',
      turn: 3,
      stop: 2,
      chosen: "R U R';L U L'",
    },
    {
      scramble: 'R',
      facelets: '',
      color: 'white',
      method: '',
      plan: '',
      own: "x2 R'",
      known: 'white,red',
      pair: '',
      turn: 0,
      stop: 0,
      chosen: '',
    },
  ]) {
    const query = queryOf(address);
    expect(addressOf(Object.fromEntries(Object.entries(query).map(([k, v]) => [k, String(v)])))).toEqual(address);
  }
});

test('a strange address asks for nothing strange', () => {
  expect(addressOf({ turn: '-4', color: null, scramble: ['R', 'U'] })).toEqual({
    scramble: '',
    facelets: '',
    color: '',
    method: '',
    plan: '',
    own: '',
    known: '',
    pair: '',
    turn: 0,
    stop: 0,
    chosen: '',
  });
  expect(addressOf({ turn: 'many' }).turn).toBe(0);
  // An older address of the pairs.
  expect(addressOf({ scramble: 'R', made: 'x2 R', stop: '1' })).toMatchObject({ plan: 'x2 R', stop: 1 });
});

test('words and primes', () => {
  expect(primes("R U' (F')")).toBe('R U′ (F′)');
  expect(seconds(7649)).toBe('7.6 s');
  expect(seconds(null)).toBe('–');
  expect(handTime(7.14)).toBe('7.1 wt');
  expect([turns(1), turns(2)]).toEqual(['1 turn', '2 turns']);
});
