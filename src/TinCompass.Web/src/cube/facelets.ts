/** A point or direction: x to the right, y up, z towards the viewer. */
export type Vector = readonly [number, number, number];

export interface FaceletPlace {
  /** The small cube under the sticker. */
  cubie: Vector;
  /** The direction in which the sticker looks. */
  normal: Vector;
}

/** Where each of the 54 letters is drawn: faces U D F B R L, row by row as one looks at the face (docs/http-api.md). */
export const faceletPlaces: readonly FaceletPlace[] = Array.from({ length: 54 }, (_, i) => {
  const face = Math.floor(i / 9);
  const row = Math.floor((i % 9) / 3) - 1;
  const column = (i % 3) - 1;
  const places: FaceletPlace[] = [
    { cubie: [column, 1, row], normal: [0, 1, 0] },
    { cubie: [column, -1, -row], normal: [0, -1, 0] },
    { cubie: [column, -row, 1], normal: [0, 0, 1] },
    { cubie: [-column, -row, -1], normal: [0, 0, -1] },
    { cubie: [1, -row, -column], normal: [1, 0, 0] },
    { cubie: [-1, -row, column], normal: [-1, 0, 0] },
  ];
  return places[face]!;
});

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
