import { stopFace } from '@/desk/stopFace';
import { usePreferences } from '@/shared/preferences';
import { cornersPicture } from '../lastLayer/cornersPicture';
import EndingPicture from './EndingPicture.vue';

/** Edges first at the desk, after its cross: a stop for each middle edge, for each series of the last five, for each cycle. */
export const edgesFirstFaces = [
  stopFace('middle', 'edges'),
  stopFace('lastfive', 'edges', {
    picture: EndingPicture,
    wishes: () => (usePreferences().stageHabit('lastfive', 'series', 'six') === 'one' ? ['lastfive.one-series'] : []),
  }),
  stopFace('corners', 'edges', { picture: cornersPicture }),
];
