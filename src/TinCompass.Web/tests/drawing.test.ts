import { expect, test } from 'vitest';
import { faceletPlaces } from '@/cube/facelets';
import { colorNames, colorOfLetter, marks } from '@/cube/palette';

test('54 stickers lie on 26 small cubes, each on a face of its own', () => {
  expect(faceletPlaces).toHaveLength(54);
  expect(new Set(faceletPlaces.map((p) => p.cubie.join())).size).toBe(26);
  expect(new Set(faceletPlaces.map((p) => `${p.cubie.join()}|${p.normal.join()}`)).size).toBe(54);
  for (const { cubie, normal } of faceletPlaces) {
    const axis = normal.findIndex((n) => n !== 0);
    expect(cubie[axis]).toBe(normal[axis]);
  }
});

test('the first letter of each face lies where one reads first', () => {
  // U: back left; D: front left; F: top left; B, seen from behind: top, on the right; R: top front; L: top back.
  expect(faceletPlaces[0]!.cubie).toEqual([-1, 1, -1]);
  expect(faceletPlaces[9]!.cubie).toEqual([-1, -1, 1]);
  expect(faceletPlaces[18]!.cubie).toEqual([-1, 1, 1]);
  expect(faceletPlaces[27]!.cubie).toEqual([1, 1, -1]);
  expect(faceletPlaces[36]!.cubie).toEqual([1, 1, 1]);
  expect(faceletPlaces[45]!.cubie).toEqual([-1, 1, -1]);
});

test('each letter has its colour, and all marks differ', () => {
  expect(Array.from('WYGBRO', colorOfLetter)).toEqual([...colorNames]);
  expect(new Set(Object.values(marks)).size).toBe(6);
});
