import { stopFace } from '@/desk/stopFace';
import { usePreferences } from '@/shared/preferences';
import { cornersPicture } from '../lastLayer/cornersPicture';
import EndingPicture from './EndingPicture.vue';

/** What is wished of the planner by a school of the last five edges, one by one series or with pairs first. */
const schools: Record<string, string[]> = {
  one: ['lastfive.one-series'],
  pairs: ['middle.three-pairs', 'lastfive.keep-pairs'],
};

/** Edges first at the desk, after its cross: a stop for each middle edge, for each series of the last five, for each cycle. */
export const faces = [
  stopFace('middle', 'edges'),
  stopFace('lastfive', 'edges', {
    picture: EndingPicture,
    wishes: () => schools[usePreferences().stageHabit('lastfive', 'series', 'six')] ?? [],
  }),
  stopFace('corners', 'edges', { picture: cornersPicture }),
];
