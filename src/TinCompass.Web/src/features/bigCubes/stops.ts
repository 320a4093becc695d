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

/** Why a joined cube is no 3x3 yet, by what it has. */
export const parityWords: Record<string, string> = {
  one:
    'Edges of a 3x3 cannot be turned over one by one. Here one is: an odd number of quarter turns of inner layers has ' +
    'exchanged its wings. These turns exchange two wings.',
  wings:
    'The wings of this edge lie the wrong way round beside its middle piece: an odd number of quarter turns of inner ' +
    'layers has exchanged them. These turns exchange them.',
  two:
    'On a 3x3 two edges cannot change places alone. Here two have, for each is two wings: four wings moved, and the ' +
    'centres do not show it. These turns exchange two edges.',
  both:
    'One edge is turned over (two wings are exchanged), and two edges are exchanged besides: a 3x3 has neither. These ' +
    'turns mend both at once.',
};
