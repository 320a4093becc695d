import { expect, test } from 'vitest';
import { faceletPlaces, faceletPlacesOf, sizeOf } from '@/cube/facelets';
import { colorNames, colorOfLetter, marks } from '@/cube/palette';
import { turnName } from '@/cube/turnNames';

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

test('a bigger cube has its stickers on its outer small cubes, and its layers have their names', () => {
  for (const size of [4, 5]) {
    const places = faceletPlacesOf(size);
    expect(places).toHaveLength(6 * size * size);
    expect(new Set(places.map((p) => p.cubie.join())).size).toBe(size ** 3 - (size - 2) ** 3);
    expect(sizeOf('W'.repeat(places.length))).toBe(size);
    for (const { cubie, normal } of places) {
      const axis = normal.findIndex((n) => n !== 0);
      expect(cubie[axis]).toBe((normal[axis]! * (size - 1)) / 2);
    }
  }
  expect(sizeOf('W'.repeat(54))).toBe(3);
  const names = (size: number, layers: number[]) => layers.map((layer) => turnName('x', layer, 1, size));
  expect(names(3, [1, 0, -1])).toEqual(['R', "M'", "L'"]);
  expect(names(4, [1.5, 0.5, -0.5, -1.5])).toEqual(['R', '2R', "2L'", "L'"]);
  expect(names(5, [2, 1, 0, -1, -2])).toEqual(['R', '2R', "M'", "2L'", "L'"]);
  expect([turnName('y', -1, -1, 5), turnName('z', 0, 1, 5)]).toEqual(['2D', 'S']);
});
