import { expect, test } from 'vitest';
import { faceletPlaces } from '@/cube/facelets';
import { stickerNames } from '@/features/cycles/stickerNames';

const normals: Record<string, readonly number[]> = {
  U: [0, 1, 0],
  D: [0, -1, 0],
  F: [0, 0, 1],
  B: [0, 0, -1],
  R: [1, 0, 0],
  L: [-1, 0, 0],
};

test('a sticker is named by the faces of its place, its own first', () => {
  stickerNames.forEach((name, i) => {
    // Zero is zero, whatever its sign.
    const [cubie, normal] = [faceletPlaces[i]!.cubie, faceletPlaces[i]!.normal].map((v) => v.map((x) => x + 0)) as [
      number[],
      number[],
    ];
    if (!name) return expect(cubie).toEqual(normal);
    expect(normals[name[0]!]).toEqual(normal);
    const sum = [...name].map((f) => normals[f]!).reduce((a, b) => a.map((x, j) => x + b[j]!));
    expect(sum).toEqual(cubie);
  });
  expect(new Set(stickerNames).size).toBe(49);
});
