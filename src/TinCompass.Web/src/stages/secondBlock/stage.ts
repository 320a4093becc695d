import { stopFace } from '@/desk/stopFace';
import { usePreferences } from '@/shared/preferences';

/** The second block at the desk: a stop for each of its parts. */
export const faces = [
  stopFace('sb', 'roux', {
    wishes: () => (usePreferences().stageHabit('sb', 'faces', 'four') === 'six' ? ['sb.all-faces'] : []),
  }),
];
