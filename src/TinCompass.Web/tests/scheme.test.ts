import { afterEach, expect, test } from 'vitest';
import { toCube, toShown, useScheme } from '@/shared/api/scheme';

const usual = ['white', 'yellow', 'green', 'blue', 'red', 'orange'];
afterEach(() => useScheme(usual));

test('on the usual cube every answer stays the very same', () => {
  const answer = { words: 'places white-red', facelets: 'WYGBRO' };
  expect(toShown(answer)).toBe(answer);
});

test('on another cube names in texts and letters in positions are changed, and back again', () => {
  // Blue is down and yellow behind.
  useScheme(['white', 'blue', 'green', 'yellow', 'red', 'orange']);
  const answer = {
    color: 'yellow',
    words: 'places yellow-blue; brings the place of yellow-red',
    edges: [{ side: 'blue', offset: 1, good: true, words: null }],
    facelets: 'WYGBRO.',
    scramble: "R U' B2 Y",
  };
  const shown = toShown(answer);
  expect(shown).toEqual({
    color: 'blue',
    words: 'places blue-yellow; brings the place of blue-red',
    edges: [{ side: 'yellow', offset: 1, good: true, words: null }],
    facelets: 'WBGYRO.',
    scramble: "R U' B2 Y",
  });
  expect(toCube(shown)).toEqual(answer);
});

test('a word that only begins like a colour is no colour', () => {
  useScheme(['red', 'yellow', 'green', 'blue', 'white', 'orange']);
  expect(toShown({ words: 'reduced, whitest, white' }).words).toBe('reduced, whitest, red');
});
