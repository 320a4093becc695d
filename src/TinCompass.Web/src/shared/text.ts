/** Real primes for the eye; what is copied or sent stays ASCII. */
export function primes(sequence: string): string {
  return sequence.replaceAll("'", '′');
}

/** "7.6 s" from milliseconds. */
export function seconds(ms: number | null): string {
  return ms === null ? '–' : `${(ms / 1000).toFixed(1)} s`;
}

/** "one turn", "3 turns". */
export function turns(count: number): string {
  return count === 1 ? '1 turn' : `${count} turns`;
}

/** "no regrip", "1 regrip", "2 regrips". */
export function grips(count: number): string {
  return count === 0 ? 'no regrip' : count === 1 ? '1 regrip' : `${count} regrips`;
}

/** The rotations a sequence begins with. */
export function rotationsOf(sequence: string): string {
  const all = sequence.split(' ');
  const end = all.findIndex((turn) => !/^[xyz]/.test(turn));
  return all.slice(0, end < 0 ? all.length : end).join(' ');
}
