import { useDesk } from '@/desk/deskStore';
import type { StageFace } from '@/desk/faces';
import { useOpenings } from '@/desk/openingStore';
import { beginsWith } from '@/desk/stopFace';
import { colorNames } from '@/cube/palette';
import CrossInstead from './CrossInstead.vue';
import CrossPicture from './CrossPicture.vue';
import CrossPlan from './CrossPlan.vue';
import CrossVerdict from './CrossVerdict.vue';
import { useCross } from './crossStore';
import { crossJoins } from './joins';
import NowRose from './NowRose.vue';
import RoseOf from './RoseOf.vue';

/** The cross at the desk. */
const cross: StageFace = {
  id: 'cross',
  isUsual: true,
  ...beginsWith({
    label: 'Six cross colours',
    picture: RoseOf,
    legend: () => [
      ['Number', 'fewest turns'],
      ['Arm', 'one edge; to the rim: home'],
      ['Broken arm', 'bad edge: two turns to the base'],
      ['Arc', 'stands in the base, that far from home'],
    ],
    isLarge: true,
    inPart: true,
    keepsBase: true,
    // A colour has its key, whichever are planned for.
    keyed: (all, n) => all.find((o) => o.bases[0] === colorNames[n]),
    load: (color, wanted, signal) => useCross().load(color, wanted, signal),
  }),
  inset: NowRose,
  plan: CrossPlan,
  instead: CrossInstead,
  verdict: CrossVerdict,
  own: {
    label: () => `Your plan for ${useDesk().color}`,
    placeholder: 'your turns, then Enter',
  },
  judge: (own) => useCross().judge(own),
  forget: () => (useCross().judgement = null),
  undone: 'no cross',
  explain: ({ color, plan, isOwn }) => ({ color, ...(isOwn ? { own: plan } : { plan }) }),
  picture: CrossPicture,
  actions: () => {
    const [cross, openings] = [useCross(), useOpenings()];
    return {
      other: async (by) => {
        for (const join of crossJoins) if (await join.other(by)) return;
        await cross.nextPlan(by);
      },
      group: cross.nextGroup,
      choose: (n) => openings.choose(openings.keyed(n)),
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

export const faces = [cross];
