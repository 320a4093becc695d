import { h, type FunctionalComponent } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { rotationsOf } from '@/shared/text';
import type { StageFace } from '@/desk/faces';
import Lid from './Lid.vue';
import LlBeside from './LlBeside.vue';
import LlConfusions from './LlConfusions.vue';
import LlInstead from './LlInstead.vue';
import LlPlan from './LlPlan.vue';
import LlVerdict from './LlVerdict.vue';
import { useLastLayer } from './llStore';

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

/** The last layer at the desk: a stop for each look. */
export const lastLayerFaces: readonly StageFace[] = sets.map(({ id, shows }) => ({
  id,
  plan: LlPlan,
  instead: LlInstead,
  verdict: LlVerdict,
  own: {
    label: () => `Your last layer after stop ${useDesk().stop}`,
    placeholder: 'one step or all, then Enter',
  },
  wishes: () => (id === 'oll' ? useLastLayer().wishes : []),
  enter: (signal: AbortSignal) => useLastLayer().enter(signal),
  judge: (own) => useLastLayer().judge(own),
  forget: () => (useLastLayer().judgement = null),
  // The first two layers of such a task stand already: the first stop of its course is the hold in which it was shown.
  explain: ({ color, plan }) => ({ color, plan: rotationsOf(plan), stop: 1 }),
  picture: picture(shows),
  caseBeside: LlBeside,
  bookAside: id === 'oll' || id === 'pll' ? LlConfusions : undefined,
  actions: () => {
    const top = useLastLayer();
    return {
      other: (by) => top.choose(top.at + by),
      group: () => top.choose(1),
      choose: top.choose,
      more: () => Promise.resolve(),
      order: top.nextMeasure,
      tab: () => top.setBeside(top.beside === 'ways' ? 'kept' : 'ways'),
      join: () => Promise.resolve(),
    };
  },
}));
