import { rotationsOf } from '@/shared/text';
import { useDesk } from './deskStore';
import type { OpeningFace, StageFace } from './faces';
import OpeningRow from './OpeningRow.vue';
import { useOpenings } from './openingStore';
import StopInstead from './StopInstead.vue';
import StopPlan from './StopPlan.vue';
import StopVerdict from './StopVerdict.vue';
import { useStops } from './stopStore';

/** What the first stage of a method adds: openings compared above the desk, of which one is begun with. */
export const beginsWith = (opening: OpeningFace): Partial<StageFace> => ({
  above: OpeningRow,
  opening,
  begin: (text, wanted, signal) => useOpenings().begin(text, wanted, signal),
});

/** The first stage of a method that fills the desk's places by the common contract. */
export function firstFace(
  id: string,
  method: string,
  own: () => string,
  opening: OpeningFace,
  more: Partial<StageFace> = {},
): StageFace {
  return stopFace(id, method, {
    ...beginsWith(opening),
    own: { label: own, placeholder: 'your turns, then Enter' },
    // Where nothing was turned the best way is shown.
    explain: ({ color, plan, isOwn }) => ({
      method,
      color,
      ...(isOwn ? { own: plan } : rotationsOf(plan) === plan ? {} : { plan }),
    }),
    actions: () => {
      const [openings, stops] = [useOpenings(), useStops()];
      return {
        other: (by) => openings.chooseWay(stops.at + by),
        group: openings.nextGroup,
        choose: (n) => openings.choose(openings.keyed(n)),
        more: openings.nextSlack,
        order: openings.nextMeasure,
        tab: stops.nextBeside,
        join: () => Promise.resolve(),
      };
    },
    take: (n) => useOpenings().chooseWay(n),
    ...more,
  });
}

/** A stage that fills the desk's places by the common contract: ways by idea, one plan panel, one verdict. */
export function stopFace(id: string, method: string, more: Partial<StageFace> = {}): StageFace {
  return {
    id,
    plan: StopPlan,
    instead: StopInstead,
    verdict: StopVerdict,
    own: { placeholder: 'one part or all, then Enter' },
    enter: (signal) => useStops().enter(signal),
    judge: (own) => useStops().judge(own),
    forget: () => (useStops().judgement = null),
    // What comes before stands already: the first stop of its course is the hold in which it was shown.
    explain: ({ color, plan }) => ({ method, color, plan: rotationsOf(plan), stop: 1 }),
    actions: () => {
      const stops = useStops();
      return {
        other: stops.other,
        group: async () => {
          const way = stops.nextGroup();
          if (way) await useDesk().choose(way.turns);
        },
        choose: stops.choose,
        more: stops.nextSlack,
        order: stops.nextMeasure,
        tab: stops.nextBeside,
        join: () => Promise.resolve(),
      };
    },
    take: (n) => useStops().take(n),
    ...more,
  };
}
