import { rotationsOf } from '@/shared/text';
import { useDesk } from './deskStore';
import type { StageFace } from './faces';
import StopInstead from './StopInstead.vue';
import StopPlan from './StopPlan.vue';
import StopVerdict from './StopVerdict.vue';
import { useStops } from './stopStore';

/** A stage that fills the desk's places by the common contract: ways by idea, one plan panel, one verdict. */
export function stopFace(id: string, method: string, more: Partial<StageFace> = {}): StageFace {
  return {
    id,
    plan: StopPlan,
    instead: StopInstead,
    verdict: StopVerdict,
    own: {
      label: () => `Your sequence after stop ${useDesk().stop}`,
      placeholder: 'one part or all, then Enter',
    },
    enter: (signal) => useStops().enter(signal),
    judge: (own) => useStops().judge(own),
    forget: () => (useStops().judgement = null),
    // What comes before stands already: the first stop of its course is the hold in which it was shown.
    explain: ({ color, plan }) => ({ method, color, plan: rotationsOf(plan), stop: 1 }),
    actions: () => {
      const stops = useStops();
      return {
        other: (by) => stops.choose(stops.at + by),
        group: async () => {
          const way = stops.nextGroup();
          if (way) await useDesk().choose(way.turns);
        },
        choose: stops.choose,
        more: stops.nextSlack,
        order: stops.nextMeasure,
        tab: () => stops.setBeside(stops.beside === 'ways' ? 'kept' : 'ways'),
        join: () => Promise.resolve(),
      };
    },
    ...more,
  };
}
