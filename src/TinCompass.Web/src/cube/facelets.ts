/** A point or direction: x to the right, y up, z towards the viewer. */
export type Vector = readonly [number, number, number];

export interface FaceletPlace {
  /** The small cube under the sticker. */
  cubie: Vector;
  /** The direction in which the sticker looks. */
  normal: Vector;
}

/**
 * Where each of the 6 · n² letters of a cube of n layers is drawn: faces U D F B R L, row by row as one looks at the face
 * (docs/http-api.md). The small cubes lie one apart, around the middle.
 */
export function faceletPlacesOf(size: number): readonly FaceletPlace[] {
  const far = (size - 1) / 2;
  return Array.from({ length: 6 * size * size }, (_, i) => {
    const face = Math.floor(i / (size * size));
    const row = Math.floor((i % (size * size)) / size) - far;
    const column = (i % size) - far;
    const places: FaceletPlace[] = [
      { cubie: [column, far, row], normal: [0, 1, 0] },
      { cubie: [column, -far, -row], normal: [0, -1, 0] },
      { cubie: [column, -row, far], normal: [0, 0, 1] },
      { cubie: [-column, -row, -far], normal: [0, 0, -1] },
      { cubie: [far, -row, -column], normal: [1, 0, 0] },
      { cubie: [-far, -row, column], normal: [-1, 0, 0] },
    ];
    return places[face]!;
  });
}

/** Those of the 3x3. */
export const faceletPlaces = faceletPlacesOf(3);

/** Layers along an edge of the cube that so many letters tell. */
export const sizeOf = (facelets: string) => Math.max(2, Math.round(Math.sqrt(facelets.length / 6)));

/** One turn as it is drawn: which layers go round which axis, by how many quarters (clockwise from the axis' positive end). */
export interface Motion {
  from: string;
  axis: string;
  layers: number[];
  quarters: number;
  ms: number;
}

/** What a cube view shows: a position, and perhaps the turn that led to it. */
export interface Pose {
  facelets: string;
  motion: Motion | null;
}
