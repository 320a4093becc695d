import { h, type FunctionalComponent } from 'vue';
import { useDesk } from '@/desk/deskStore';
import type { StageFace } from '@/desk/faces';
import { stopFace } from '@/desk/stopFace';
import { usePreferences } from '@/shared/preferences';
import Lid from './Lid.vue';
import LlBeside from './LlBeside.vue';
import LlConfusions from './LlConfusions.vue';
type Shows = 'top' | 'topEdges' | 'all' | 'corners';

/** The sets of the last layer, and what a picture of their cases shows. */
const sets: readonly { id: string; shows: Shows }[] = [
  { id: 'oll', shows: 'top' },
  { id: 'pll', shows: 'all' },
  { id: 'eoll', shows: 'topEdges' },
  { id: 'ocll', shows: 'top' },
  { id: 'cpll', shows: 'corners' },
  { id: 'epll', shows: 'all' },
];

const picture =
  (shows: Shows): FunctionalComponent<{ facelets: string; marked: boolean; view: string }> =>
  ({ facelets, marked }) =>
    h(Lid, { facelets, marked, shows });

/** The wishes of the solver's habits for the plan of a course, by the looks at top and sides. */
const wishes: Record<string, string[]> = {
  top: ['oll.two-looks'],
  two: ['oll.two-looks', 'pll.two-looks'],
  known: ['oll.as-known', 'pll.as-known'],
};

/** The last layer at the desk: a stop for each look. */
export const faces: readonly StageFace[] = sets.map(({ id, shows }) =>
  stopFace(id, 'cfop', {
    own: { label: () => `Your last layer after stop ${useDesk().stop}`, placeholder: 'one step or all, then Enter' },
    wishes: () => (id === 'oll' ? (wishes[usePreferences().stageHabit('oll', 'looks', 'one')] ?? []) : []),
    picture: picture(shows),
    ways: { title: 'Algorithms', slack: null },
    caseBeside: LlBeside,
    bookAside: id === 'oll' || id === 'pll' ? LlConfusions : undefined,
  }),
);
