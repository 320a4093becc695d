/** How a turned layer is written: the letter of each layer along an axis, and which way its clockwise quarter goes about the axis. */
const letters: Record<string, Record<number, [letter: string, direction: 1 | -1]>> = {
  x: { 1: ['R', 1], 0: ['M', -1], [-1]: ['L', -1] },
  y: { 1: ['U', 1], 0: ['E', -1], [-1]: ['D', -1] },
  z: { 1: ['F', 1], 0: ['S', 1], [-1]: ['B', -1] },
};

/**
 * The written turn of a layer by one quarter, clockwise (1) or not (-1) as seen from the axis' positive end. Layers lie one
 * apart around the middle; inner ones of a bigger cube are counted from the nearer face: 2R.
 */
export function turnName(axis: 'x' | 'y' | 'z', layer: number, quarter: 1 | -1, size = 3): string {
  const depth = (size + 1) / 2 - Math.abs(layer);
  const [letter, direction] = letters[axis]![Math.sign(layer)]!;
  return `${depth > 1 && layer !== 0 ? depth : ''}${letter}${quarter === direction ? '' : "'"}`;
}
