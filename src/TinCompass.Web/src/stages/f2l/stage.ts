import { useDesk } from '@/desk/deskStore';
import { rotationsOf } from '@/shared/text';
import type { StageFace } from '@/desk/faces';
import { usePreferences } from '@/shared/preferences';
import F2lInstead from './F2lInstead.vue';
import F2lPicture from './F2lPicture.vue';
import F2lPlan from './F2lPlan.vue';
import F2lVerdict from './F2lVerdict.vue';
import { useF2l } from './f2lStore';

/** The pairs at the desk: a stop for each. */
export const f2lFace: StageFace = {
  id: 'f2l',
  plan: F2lPlan,
  instead: F2lInstead,
  verdict: F2lVerdict,
  own: {
    label: () => `Your sequence after stop ${useDesk().stop}`,
    placeholder: 'for one pair or all, then Enter',
  },
  forCourse: () => ({ beam: Number(usePreferences().stageHabit('f2l', 'beam', '16')) }),
  enter: (signal) => useF2l().enter(signal),
  judge: (own) => useF2l().judge(own),
  forget: () => (useF2l().judgement = null),
  // The cross of such a task stands already: the first stop of its course is the hold in which it was shown.
  explain: ({ color, plan }) => ({ color, plan: rotationsOf(plan), stop: 1 }),
  picture: F2lPicture,
  actions: () => {
    const f2l = useF2l();
    return {
      other: f2l.other,
      group: () => f2l.choose(1),
      choose: f2l.choose,
      more: f2l.nextSlack,
      order: f2l.nextMeasure,
      tab: f2l.nextBeside,
      join: () => Promise.resolve(),
    };
  },
};
