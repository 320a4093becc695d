import { h, type FunctionalComponent } from 'vue';
import Lid from './Lid.vue';

/** The corners on the lid, edges left out. */
export const cornersPicture: FunctionalComponent<{ facelets: string; marked: boolean; view: string }> = ({
  facelets,
  marked,
}) => h(Lid, { facelets, marked, shows: 'corners' });
