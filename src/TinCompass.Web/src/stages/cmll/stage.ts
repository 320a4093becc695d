import { stopFace } from '@/desk/stopFace';
import { usePreferences } from '@/shared/preferences';
import { cornersPicture } from '../lastLayer/cornersPicture';

/** The corners of the top at the desk. */
export const faces = [
  stopFace('cmll', 'roux', {
    picture: cornersPicture,
    wishes: () => (usePreferences().stageHabit('cmll', 'looks', 'one') === 'two' ? ['cmll.two-looks'] : []),
  }),
];
