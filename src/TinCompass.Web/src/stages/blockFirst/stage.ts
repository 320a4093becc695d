import { useDesk } from '@/desk/deskStore';
import { stopFace } from '@/desk/stopFace';
import { useStops } from '@/desk/stopStore';
import { rotationsOf } from '@/shared/text';
import CornerRow from './CornerRow.vue';
import { useCorners } from './cornerStore';

/** Block first at the desk: a block of a corner, the same made longer, its edges made good, the rest by two faces. */
export const blockFirstFaces = [
  stopFace('small', 'blocks', {
    above: CornerRow,
    own: {
      label: () => `Your ${useStops().part} block on ${useDesk().color}`,
      placeholder: 'your turns, then Enter',
    },
    begin: (text, wanted, signal) => useCorners().begin(text, wanted, signal),
    enter: (signal) => useCorners().enter(signal),
    undone: 'no block',
    // Where nothing was turned the best block is shown.
    explain: ({ color, plan, isOwn }) => ({
      method: 'blocks',
      color,
      ...(isOwn ? { own: plan } : rotationsOf(plan) === plan ? {} : { plan }),
    }),
    actions: () => {
      const [corners, stops] = [useCorners(), useStops()];
      return {
        other: (by) => corners.choose(stops.at + by),
        group: () => Promise.resolve(),
        choose: (n) => corners.chooseBlock(corners.allowed[n]),
        more: () => Promise.resolve(),
        order: corners.nextMeasure,
        tab: () => stops.setBeside(stops.beside === 'ways' ? 'kept' : 'ways'),
        join: () => Promise.resolve(),
      };
    },
  }),
  stopFace('long', 'blocks'),
  stopFace('mend', 'blocks'),
  stopFace('twofaces', 'blocks'),
];
