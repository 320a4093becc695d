/** Names of the stickers by their numbers, the face it lies on first; the centres have none. The server reads them in any order. */
const faces = 'UDFBRL';
/** The neighbour of each face beyond its rows and columns: above, below, left of, right of the face as one looks at it. */
const beside: Record<string, [string, string, string, string]> = {
  U: ['B', 'F', 'L', 'R'],
  D: ['F', 'B', 'L', 'R'],
  F: ['U', 'D', 'L', 'R'],
  B: ['U', 'D', 'R', 'L'],
  R: ['U', 'D', 'F', 'B'],
  L: ['U', 'D', 'B', 'F'],
};

export const stickerNames: readonly string[] = Array.from({ length: 54 }, (_, i) => {
  const face = faces[Math.floor(i / 9)]!;
  const [above, below, left, right] = beside[face]!;
  const row = Math.floor((i % 9) / 3);
  const column = i % 3;
  const others = `${row === 0 ? above : row === 2 ? below : ''}${column === 0 ? left : column === 2 ? right : ''}`;
  return others ? face + others : '';
});
