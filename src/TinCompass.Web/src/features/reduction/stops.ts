import type { BigStop, Status } from '@/shared/api/client';

/** A stop as its heading says; many edges are counted. */
export const titleOf = (s: BigStop) => (s.stage === 'edges' && s.parts.length > 2 ? `${s.parts.length} edges` : s.name);

/** A stage of the 3x3 by its title. */
export const smallTitle = (s: BigStop, status: Status | null) =>
  status?.stages.find((known) => known.id === s.parts[0])?.title ?? s.name;

/** A stop as the course line says, without what its group says already. */
export function shortTitle(s: BigStop, status: Status | null): string {
  if (s.stage === 'centre') return s.parts.length > 1 ? `${s.parts.length} centres` : (s.parts[0] ?? s.name);
  if (s.stage === 'small') return smallTitle(s, status);
  return titleOf(s).replace(/^(edges?|parity:) /, '');
}

/** What is planned, as it is said while it is. */
export const stageWords: Record<string, string> = {
  centre: 'the centres',
  edges: 'the edges',
  parity: 'parity',
  small: 'the 3x3',
};

/** Stops of one stage that follow each other, with their turns in all. */
export function groupsOf(stops: readonly BigStop[]) {
  const found: { stage: string; length: number; stops: { stop: BigStop; number: number }[] }[] = [];
  stops.forEach((stop, number) => {
    if (found.at(-1)?.stage !== stop.stage) found.push({ stage: stop.stage, length: 0, stops: [] });
    const group = found.at(-1)!;
    group.length += stop.length;
    group.stops.push({ stop, number });
  });
  return found;
}
