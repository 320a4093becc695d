/** A time as timers show it: cut to hundredths, minutes only where there are any. "12.34", "1:02.34". */
export function clock(ms: number): string {
  const hundredths = Math.floor(ms / 10);
  const [whole, rest] = [Math.floor(hundredths / 100), String(hundredths % 100).padStart(2, '0')];
  const minutes = Math.floor(whole / 60);
  return minutes === 0 ? `${whole}.${rest}` : `${minutes}:${String(whole % 60).padStart(2, '0')}.${rest}`;
}

/** An average: rounded to hundredths, DNF, or a dash where there are not enough. */
export function average(ms: number | null | undefined, isDnf = false): string {
  if (isDnf) return 'DNF';
  return ms === null || ms === undefined ? '–' : clock(Math.round(ms / 10) * 10);
}

/** A solve: what counts, with its sign. */
export function solved(solve: { result: number | null; penalty: string }): string {
  return solve.result === null ? 'DNF' : clock(solve.result) + (solve.penalty === 'plusTwo' ? '+' : '');
}
