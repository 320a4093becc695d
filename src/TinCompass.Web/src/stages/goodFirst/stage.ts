import { useDesk } from '@/desk/deskStore';
import { stopFace } from '@/desk/stopFace';
import { useStops } from '@/desk/stopStore';
import { usePreferences } from '@/shared/preferences';
import { rotationsOf } from '@/shared/text';
import BaseRow from './BaseRow.vue';
import { useGoodStart } from './goodStore';

/** Good edges first at the desk: edges good with a line or a cross, the sides of the cross, pairs by three faces. */
export const goodFirstFaces = [
  stopFace('goodstart', 'good', {
    above: BaseRow,
    own: {
      label: () => `Your good edges on ${useDesk().color}`,
      placeholder: 'your turns, then Enter',
    },
    begin: (text, wanted, signal) => useGoodStart().begin(text, wanted, signal),
    enter: (signal) => useGoodStart().enter(signal),
    undone: 'edges bad',
    wishes: () => (usePreferences().stageHabit('goodstart', 'with', 'line') === 'cross' ? ['goodstart.cross'] : []),
    // Where nothing was turned the best way is shown.
    explain: ({ color, plan, isOwn }) => ({
      method: 'good',
      color,
      ...(isOwn ? { own: plan } : rotationsOf(plan) === plan ? {} : { plan }),
    }),
    actions: () => {
      const [start, stops] = [useGoodStart(), useStops()];
      return {
        other: (by) => start.choose(stops.at + by),
        group: async () => {
          const way = stops.nextGroup();
          if (way && !useDesk().covered) await start.attempt(() => start.show(way.turns));
        },
        choose: (n) => start.chooseBase(start.allowed[n]),
        more: start.nextSlack,
        order: start.nextMeasure,
        tab: () => stops.setBeside(stops.beside === 'ways' ? 'kept' : 'ways'),
        join: () => Promise.resolve(),
      };
    },
  }),
  stopFace('sides', 'good'),
  stopFace('threefaces', 'good'),
];
