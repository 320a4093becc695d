import { useDesk } from '@/desk/deskStore';
import { firstFace, stopFace } from '@/desk/stopFace';
import { useStops } from '@/desk/stopStore';

/** Block first at the desk: a block of a corner, the same made longer, its edges made good, the rest by two faces. */
export const faces = [
  firstFace(
    'small',
    'blocks',
    () => `Your ${useStops().part} block on ${useDesk().color}`,
    {
      label: 'Blocks 2x2x2',
      legend: () => [
        ['Number', 'fewest turns, then how many ways'],
        ['Dots', 'the corner; the block is it and its three edges'],
        ['Base', 'held down; the block grows along it'],
      ],
      showsAll: true,
    },
    { undone: 'no block' },
  ),
  stopFace('long', 'blocks'),
  stopFace('mend', 'blocks'),
  stopFace('twofaces', 'blocks'),
];
