/** The six colours in the order of the faces they lie on: U D F B R L of a cube held white up, green front. */
export const colorNames = ['white', 'yellow', 'green', 'blue', 'red', 'orange'] as const;
export type ColorName = (typeof colorNames)[number];

const letters = 'WYGBRO';

/** The letter of a sticker nobody looked at. */
export const unknownLetter = '.';

/** The hue of a letter: one of the six, or 'unknown'. */
export function colorOfLetter(letter: string): ColorName | 'unknown' {
  return colorNames[letters.indexOf(letter)] ?? 'unknown';
}

export function letterOfColor(color: ColorName): string {
  return letters[colorNames.indexOf(color)]!;
}

/** The hue of a colour as a CSS value. */
export function hue(color: string): string {
  return `var(--hue-${color})`;
}

/**
 * A mark of our own beside each hue, for eyes and printers that do not tell hues apart: paths in a square of side 100.
 * White has none; yellow a disc, green two bars, blue a ring, red a wedge, orange a half.
 */
export const marks: Record<ColorName | 'unknown', string> = {
  unknown: '',
  white: '',
  yellow: 'M50 34a16 16 0 1 1 0 32a16 16 0 1 1 0-32z',
  green: 'M32 30h10v40h-10z M58 30h10v40h-10z',
  blue: 'M50 28a22 22 0 1 1 0 44a22 22 0 1 1 0-44z M50 39a11 11 0 1 0 0 22a11 11 0 1 0 0-22z',
  red: 'M50 28L74 70H26z',
  orange: 'M28 50a22 22 0 0 1 44 0z',
};
