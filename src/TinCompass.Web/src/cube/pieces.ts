import { faceletPlaces, type Vector } from './facelets';

/** A piece as it is drawn on a card seen from above: where its small cube is, and the letters on its sides. */
export interface Piece {
  cubie: Vector;
  stickers: { letter: string; normal: Vector }[];
}

/** The edges and corners of a position, as 54 letters say. */
export function piecesOf(facelets: string): Piece[] {
  const found = new Map<string, Piece>();
  faceletPlaces.forEach(({ cubie, normal }, i) => {
    const key = cubie.join();
    const piece = found.get(key) ?? { cubie, stickers: [] };
    piece.stickers.push({ letter: facelets[i] ?? '.', normal });
    found.set(key, piece);
  });
  return [...found.values()].filter((p) => p.stickers.length > 1);
}

/** The letters of the centres by the way they look: down, front … */
export function centerOf(facelets: string, normal: Vector): string {
  const at = faceletPlaces.findIndex((p) => p.cubie.join() === normal.join() && p.normal.join() === normal.join());
  return facelets[at] ?? '.';
}

/** Every sticker of it looks where its centre does. */
export function isHome(piece: Piece, facelets: string): boolean {
  return piece.stickers.every((s) => s.letter === centerOf(facelets, s.normal));
}

/** The piece that has exactly these letters; undefined when none is known to. */
export function pieceWith(pieces: readonly Piece[], letters: readonly string[]): Piece | undefined {
  return pieces.find(
    (p) => p.stickers.length === letters.length && letters.every((l) => p.stickers.some((s) => s.letter === l)),
  );
}

/** A sector or half of a token, as a path about the token's middle, with the letter it shows and the middle of its area. */
export interface TokenPart {
  letter: string;
  path: string;
  x: number;
  y: number;
}

/** A piece as a token on the card: an edge is a pill of two halves, a corner a disc of three sectors. */
export interface Token {
  x: number;
  y: number;
  parts: TokenPart[];
}

const corner = 15;
const [halfLength, halfWidth] = [14, 8];

/** How far from the middle of the card a piece lies: the top inside, the base outside, the middle layer between. */
function radius({ cubie: [x, y, z] }: Piece): number {
  const diagonal = x !== 0 && z !== 0;
  if (y === 1) return diagonal ? 34 : 35;
  if (y === 0) return 62;
  return diagonal ? 90 : 66;
}

/** The token of a piece. The card lies with the front towards the reader: x to the right, z down. */
export function tokenOf(piece: Piece): Token {
  const [x, , z] = piece.cubie;
  const length = Math.hypot(x, z);
  const r = radius(piece);
  const [cx, cy] = [(x / length) * r, (z / length) * r];
  // What looks up lies towards the middle of the card and what looks down away from it; a side of an edge then lies at its other end.
  const [outX, outZ] = [x / length, z / length];
  const toward = ({ normal: [nx, ny, nz] }: { normal: Vector }): [number, number] => {
    if (ny !== 0) return [-ny * outX, -ny * outZ];
    return piece.cubie[1] === -1 && piece.stickers.length === 2 ? [-nx, -nz] : [nx, nz];
  };
  if (piece.stickers.length === 3) return { x: cx, y: cy, parts: sectors(piece, toward) };
  const [first, second] = piece.stickers;
  const [ax, ay] = toward(first!);
  const [bx, by] = toward(second!);
  const size = Math.hypot(ax - bx, ay - by);
  const angle = Math.atan2(ay - by, ax - bx);
  const half = (sticker: { letter: string }, sign: 1 | -1): TokenPart => {
    const at = (along: number, across: number) => {
      const [u, v] = [along * sign, across * sign];
      return `${(u * Math.cos(angle) - v * Math.sin(angle)).toFixed(2)} ${(u * Math.sin(angle) + v * Math.cos(angle)).toFixed(2)}`;
    };
    const [l, w] = [halfLength, halfWidth];
    return {
      letter: sticker.letter,
      path: `M${at(0, -w)}L${at(l - 4, -w)}Q${at(l, -w)} ${at(l, -w + 4)}L${at(l, w - 4)}Q${at(l, w)} ${at(l - 4, w)}L${at(0, w)}Z`,
      x: ((sign * l) / 2) * Math.cos(angle),
      y: ((sign * l) / 2) * Math.sin(angle),
    };
  };
  return size === 0 ? { x: cx, y: cy, parts: [] } : { x: cx, y: cy, parts: [half(first!, 1), half(second!, -1)] };
}

function sectors(piece: Piece, toward: (sticker: { normal: Vector }) => [number, number]): TokenPart[] {
  const at = (angle: number, r: number) => `${(r * Math.cos(angle)).toFixed(2)} ${(r * Math.sin(angle)).toFixed(2)}`;
  const upright = piece.stickers.find((s) => s.normal[1] !== 0)!;
  const [ux, uy] = toward(upright);
  const base = Math.atan2(uy, ux);
  return piece.stickers.map((sticker) => {
    const [dx, dy] = toward(sticker);
    // The upright one points in or out; of the two sides each takes the third on its own side.
    const turn = sticker === upright ? 0 : Math.sign(ux * dy - uy * dx) * ((2 * Math.PI) / 3);
    const middle = base + turn;
    const [from, to] = [middle - Math.PI / 3, middle + Math.PI / 3];
    return {
      letter: sticker.letter,
      path: `M0 0L${at(from, corner)}A${corner} ${corner} 0 0 1 ${at(to, corner)}Z`,
      x: corner * 0.6 * Math.cos(middle),
      y: corner * 0.6 * Math.sin(middle),
    };
  });
}
