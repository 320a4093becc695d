/** "in 3 days", "in 10 minutes", "now". */
export function untilWords(due: string, now = Date.now()): string {
  const minutes = Math.round((Date.parse(due) - now) / 60_000);
  if (minutes < 1) return 'now';
  if (minutes < 60) return minutes === 1 ? 'in a minute' : `in ${minutes} minutes`;
  const hours = Math.round(minutes / 60);
  if (hours < 24) return hours === 1 ? 'in an hour' : `in ${hours} hours`;
  const days = Math.round(hours / 24);
  return days === 1 ? 'tomorrow' : `in ${days} days`;
}

/** "Known; again in 3 days." */
export function dueWords(state: string, due: string | null): string {
  const word = state.charAt(0).toUpperCase() + state.slice(1);
  return due ? `${word}; again ${untilWords(due)}.` : `${word}.`;
}

/** "42 s", "3 min", "1 h 5 min". */
export function spentWords(ms: number): string {
  const minutes = Math.round(ms / 60_000);
  if (ms < 60_000) return `${Math.round(ms / 1000)} s`;
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
