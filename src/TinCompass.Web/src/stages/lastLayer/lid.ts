import { faceletPlaces } from '@/cube/facelets';

/** A sticker of the last layer on the lid: which of the 54 it is, and the angle (degrees, clockwise from the right) at which it lies. */
export interface LidPlace {
  facelet: number;
  angle: number;
  isCorner: boolean;
}

/** The eight stickers of the top around its middle, and the twelve side stickers around the rim; the front is below. */
export const card: readonly LidPlace[] = faceletPlaces.flatMap(({ cubie: [x, , z], normal }, facelet) =>
  normal[1] === 1 && (x !== 0 || z !== 0)
    ? [{ facelet, angle: (Math.atan2(z, x) * 180) / Math.PI, isCorner: x !== 0 && z !== 0 }]
    : [],
);

export const rim: readonly LidPlace[] = faceletPlaces
  .flatMap(({ cubie: [x, y, z], normal: [nx, , nz] }, facelet) => {
    if (y !== 1 || (nx === 0 && nz === 0)) return [];
    // Each side is a quarter of the rim: from its middle one place on to either end.
    const along = nz === 1 ? -x : nz === -1 ? x : nx === 1 ? z : -z;
    const middle = nz === 1 ? 90 : nz === -1 ? -90 : nx === 1 ? 0 : 180;
    return [{ facelet, angle: middle + 30 * along, isCorner: along !== 0 }];
  })
  .sort((a, b) => a.angle - b.angle);

/** A part of a ring about the middle, from one angle to another (degrees). */
export function sector(inner: number, outer: number, from: number, to: number): string {
  const at = (angle: number, r: number) => {
    const a = (angle * Math.PI) / 180;
    return `${(r * Math.cos(a)).toFixed(2)} ${(r * Math.sin(a)).toFixed(2)}`;
  };
  return `M${at(from, inner)}L${at(from, outer)}A${outer} ${outer} 0 0 1 ${at(to, outer)}L${at(
    to,
    inner,
  )}A${inner} ${inner} 0 0 0 ${at(from, inner)}Z`;
}

/** Where the middle of such a part lies. */
export function middle(r: number, angle: number): { x: number; y: number } {
  const a = (angle * Math.PI) / 180;
  return { x: r * Math.cos(a), y: r * Math.sin(a) };
}

/** A point of the rim: it stands on the inner ring and points outwards. */
export function point(inner: number, outer: number, angle: number): string {
  const { x, y } = middle(outer, angle);
  const [left, right] = [middle(inner, angle - 11), middle(inner, angle + 11)];
  return `M${left.x.toFixed(2)} ${left.y.toFixed(2)}L${x.toFixed(2)} ${y.toFixed(2)}L${right.x.toFixed(2)} ${right.y.toFixed(2)}Z`;
}
