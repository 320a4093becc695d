import { h, type FunctionalComponent } from 'vue';
import { stopFace } from '@/desk/stopFace';
import { usePreferences } from '@/shared/preferences';
import Lid from '../lastLayer/Lid.vue';

/** The corners on the lid, edges left out. */
const picture: FunctionalComponent<{ facelets: string; marked: boolean; view: string }> = ({ facelets, marked }) =>
  h(Lid, { facelets, marked, shows: 'corners' });

/** The corners of the top at the desk. */
export const cmllFace = stopFace('cmll', 'roux', {
  picture,
  wishes: () => (usePreferences().stageHabit('cmll', 'looks', 'one') === 'two' ? ['cmll.two-looks'] : []),
});
