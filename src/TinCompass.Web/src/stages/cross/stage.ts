import { useDesk } from '@/desk/deskStore';
import type { StageFace } from '@/desk/faces';
import { colorNames } from '@/cube/palette';
import CrossInstead from './CrossInstead.vue';
import CrossPicture from './CrossPicture.vue';
import CrossPlan from './CrossPlan.vue';
import CrossVerdict from './CrossVerdict.vue';
import { useCross } from './crossStore';
import { crossJoins } from './joins';
import NowRose from './NowRose.vue';
import SixRoses from './SixRoses.vue';

/** The cross at the desk. */
export const crossFace: StageFace = {
  id: 'cross',
  above: SixRoses,
  inset: NowRose,
  plan: CrossPlan,
  instead: CrossInstead,
  verdict: CrossVerdict,
  own: {
    label: () => `Your plan for ${useDesk().color}`,
    placeholder: 'your turns, then Enter',
  },
  begin: (text, wanted, signal) => useCross().begin(text, wanted, signal),
  judge: (own) => useCross().judge(own),
  forget: () => (useCross().judgement = null),
  undone: 'no cross',
  explain: ({ color, plan, isOwn }) => ({ color, ...(isOwn ? { own: plan } : { plan }) }),
  picture: CrossPicture,
  actions: () => {
    const cross = useCross();
    return {
      other: async (by) => {
        for (const join of crossJoins) if (await join.other(by)) return;
        await cross.nextPlan(by);
      },
      group: cross.nextGroup,
      choose: (n) => cross.chooseColor(colorNames[n] ?? ''),
      more: cross.moreSlack,
      order: cross.nextOrder,
      tab: () => {
        const all = ['points', 'edges', ...crossJoins.map((j) => j.tab.id), 'foresight'];
        cross.below = all[(all.indexOf(cross.below) + 1) % all.length]!;
        return Promise.resolve();
      },
      join: async () => {
        for (const join of crossJoins) await join.next();
      },
    };
  },
};
