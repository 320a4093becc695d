import { useDesk } from '@/desk/deskStore';
import { stopFace } from '@/desk/stopFace';
import { useStops } from '@/desk/stopStore';
import { rotationsOf } from '@/shared/text';
import BlockRow from './BlockRow.vue';
import { useFirstBlock } from './firstBlockStore';

/** The first block at the desk: the first stop of its method. */
export const firstBlockFace = stopFace('fb', 'roux', {
  above: BlockRow,
  own: {
    label: () => `Your ${useStops().part}-${useDesk().color} block`,
    placeholder: 'your turns, then Enter',
  },
  begin: (text, wanted, signal) => useFirstBlock().begin(text, wanted, signal),
  enter: (signal) => useFirstBlock().enter(signal),
  undone: 'no block',
  // Where nothing was turned the best block is shown.
  explain: ({ color, plan, isOwn }) => ({
    method: 'roux',
    color,
    ...(isOwn ? { own: plan } : rotationsOf(plan) === plan ? {} : { plan }),
  }),
  actions: () => {
    const [blocks, stops] = [useFirstBlock(), useStops()];
    return {
      other: (by) => blocks.choose(stops.at + by),
      group: async () => {
        const way = stops.nextGroup();
        if (way && !useDesk().covered) await blocks.attempt(() => blocks.show(way.turns));
      },
      choose: (n) => blocks.chooseBlock(blocks.allowed[n]),
      more: blocks.nextSlack,
      order: blocks.nextMeasure,
      tab: () => stops.setBeside(stops.beside === 'ways' ? 'kept' : 'ways'),
      join: () => Promise.resolve(),
    };
  },
});
