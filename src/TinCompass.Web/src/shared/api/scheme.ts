import { colorNames, letterOfColor, type ColorName } from '@/cube/palette';

/**
 * The server names colours by the faces of the usual cube: white is what is up while scrambling, yellow what is down,
 * and so on. A solver whose cube
 * has other colours on these faces reads and writes those: names are changed here, on their way out and in, and nowhere else.
 */
export type Scheme = readonly string[];

const word = new RegExp(`\\b(${colorNames.join('|')})(?![a-z])`, 'g');

let shownOf: ReadonlyMap<string, string> | null = null;
let cubeOf: ReadonlyMap<string, string> | null = null;

/** Takes a scheme into use: the colours up, down, front, back, right, left. */
export function useScheme(scheme: Scheme) {
  const usual = scheme.length !== 6 || scheme.every((name, i) => name === colorNames[i]);
  shownOf = usual ? null : new Map(colorNames.map((name, i) => [name, scheme[i]!]));
  cubeOf = usual ? null : new Map(colorNames.map((name, i) => [scheme[i]!, name]));
}

/** An answer of the server in the solver's colours. */
export function toShown<T>(value: T): T {
  return shownOf ? (rename(value, shownOf) as T) : value;
}

/** What the solver wrote or chose, in the server's colours. */
export function toCube<T>(value: T): T {
  return cubeOf ? (rename(value, cubeOf) as T) : value;
}

/** Names in texts, and letters in what is called 'facelets'. */
function rename(value: unknown, names: ReadonlyMap<string, string>, key = ''): unknown {
  if (typeof value === 'string') {
    if (key === 'facelets') return renameLetters(value, names);
    return value.replace(word, (name) => names.get(name)!);
  }
  if (Array.isArray(value)) return value.map((item) => rename(item, names, key));
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, rename(v, names, k)]));
  return value;
}

function renameLetters(letters: string, names: ReadonlyMap<string, string>): string {
  const of = new Map(
    [...names].map(([from, to]) => [letterOfColor(from as ColorName), letterOfColor(to as ColorName)]),
  );
  return Array.from(letters, (letter) => of.get(letter) ?? letter).join('');
}
