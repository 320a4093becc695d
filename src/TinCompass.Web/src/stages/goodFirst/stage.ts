import { useDesk } from '@/desk/deskStore';
import { firstFace, stopFace } from '@/desk/stopFace';
import { usePreferences } from '@/shared/preferences';
import GoodSides from './GoodSides.vue';

/** The habit: the cross at once, or the line alone. */
const withCross = () => usePreferences().stageHabit('goodstart', 'with', 'line') === 'cross';

/** Good edges first at the desk: edges good with a line or a cross, the sides of the cross, pairs by three faces. */
export const faces = [
  firstFace(
    'goodstart',
    'good',
    () => `Your good edges on ${useDesk().color}`,
    {
      label: 'Good edges on each base',
      picture: GoodSides,
      legend: () => [
        ['Number', `fewest turns to good edges and ${withCross() ? 'cross' : 'line'}, then how many ways`],
        ['Bars', 'the faces in front and behind'],
      ],
      showsAll: true,
    },
    { undone: 'edges bad', wishes: () => (withCross() ? ['goodstart.cross'] : []) },
  ),
  stopFace('sides', 'good'),
  stopFace('threefaces', 'good'),
];
