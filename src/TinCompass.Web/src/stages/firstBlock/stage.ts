import { useDesk } from '@/desk/deskStore';
import { firstFace } from '@/desk/stopFace';
import { useStops } from '@/desk/stopStore';
import { usePreferences } from '@/shared/preferences';
import BlockBar from './BlockBar.vue';

/** The first block at the desk: the first stop of its method, one of 24. */
export const faces = [
  firstFace(
    'fb',
    'roux',
    () => `Your ${useStops().part}-${useDesk().color} block`,
    {
      label: 'First blocks',
      picture: BlockBar,
      legend: () => [
        ['Number', 'fewest turns, then how many ways'],
        ['Bar', 'the side, its base below'],
        ['Filled', 'joined already; the middle is the centre'],
      ],
      onlyPart: () => usePreferences().stageHabit('fb', 'side', 'any').replace('any', ''),
      allows: ({ part }) => ['any', part].includes(usePreferences().stageHabit('fb', 'side', 'any')),
    },
    { undone: 'no block' },
  ),
];
