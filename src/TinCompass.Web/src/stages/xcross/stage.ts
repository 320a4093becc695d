import { useCross } from '../cross/crossStore';
import { joinCross } from '../cross/joins';
import PairPlans from './PairPlans.vue';
import PairRow from './PairRow.vue';
import PairsAfter from './PairsAfter.vue';
import { useXCross } from './xcrossStore';

/** Cross and a pair stand at the place of the cross. */
export function join() {
  joinCross({
    load: (wanted, signal) => useXCross().load(wanted, signal),
    row: PairRow,
    plans: PairPlans,
    tab: { id: 'pairs', title: 'Pairs after', component: PairsAfter },
    facts: () => {
      const [cross, xcross] = [useCross(), useXCross()];
      const alone = xcross.found?.crossLength ?? 0;
      return {
        words: `with the ${cross.part} pair · ${alone} for the cross alone`,
        foresight: xcross.current?.foresight ?? null,
      };
    },
    other: (by) => useXCross().other(by),
    next: () => useXCross().next(),
  });
}
