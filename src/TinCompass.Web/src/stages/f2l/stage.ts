import { stopFace } from '@/desk/stopFace';
import { usePreferences } from '@/shared/preferences';
import F2lFilters from './F2lFilters.vue';
import F2lPicture from './F2lPicture.vue';

/** The pairs at the desk: a stop for each. */
export const faces = [
  stopFace('f2l', 'cfop', {
    own: { placeholder: 'for one pair or all, then Enter' },
    forCourse: () => ({ beam: Number(usePreferences().stageHabit('f2l', 'beam', '16')) }),
    picture: F2lPicture,
    drawsSlots: true,
    ways: { title: 'Open pairs', areParts: true, hasSchools: true, slack: 1, filters: F2lFilters },
  }),
];
