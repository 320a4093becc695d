import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { useDesk } from '@/desk/deskStore';
import type { Judged, Own } from '@/desk/faces';
import { api, type LlJudgement, type LlLook, type LlWay } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';

/** What stands at the right of the stop. */
export type Beside = 'ways' | 'kept';

/** The last layer at the desk: what it needs at the stop, the sequences by what comes after them, and what the judge says. */
export const useLastLayer = defineStore('lastLayer', () => {
  const preferences = usePreferences();
  const desk = useDesk();

  const look = shallowRef<LlLook | null>(null);
  const judgement = shallowRef<LlJudgement | null>(null);
  const beside = ref<Beside>('ways');

  const looks = computed(() => preferences.stageHabit('oll', 'looks', 'one'));
  const asKnown = computed(() => looks.value === 'known');
  const topInTwo = computed(() => looks.value === 'two' || looks.value === 'top');
  const sidesInTwo = computed(() => looks.value === 'two');
  const ways = computed<readonly LlWay[]>(() => look.value?.ways ?? []);
  const at = computed(() => ways.value.findIndex((w) => w.asTurned === desk.current?.sequence.text));

  async function enter(signal: AbortSignal) {
    look.value = await api.lookAtLastLayer(
      {
        scramble: desk.scramble,
        made: desk.made,
        color: desk.color,
        by: desk.by,
        topInTwo: topInTwo.value,
        sidesInTwo: sidesInTwo.value,
        asKnown: asKnown.value,
        ...preferences.forHands,
        ...preferences.forSolver,
      },
      signal,
    );
  }

  async function setBeside(next: Beside) {
    beside.value = next;
    if (next === 'kept') await desk.listCourses();
  }

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    await desk.replan();
  }

  /** The n-th sequence. */
  async function choose(n: number) {
    const way = ways.value[n];
    if (way) await desk.choose(way.asTurned);
  }

  async function judge(own: Own): Promise<Judged> {
    const found = await api.judgeLastLayer({
      scramble: own.scramble,
      made: own.made,
      color: own.color,
      plan: own.text,
      ...own.hands,
      solverId: preferences.solverId || null,
      by: desk.by,
      wishes: desk.allWishes,
    });
    judgement.value = found;
    return { read: found.read, figures: found.figures, sequence: found.sequence, isBroken: found.isBroken };
  }

  /** The wishes of the solver's habits for the plan of a course. */
  const wishes = computed(() => [
    ...(topInTwo.value ? ['oll.two-looks'] : []),
    ...(sidesInTwo.value ? ['pll.two-looks'] : []),
    ...(asKnown.value ? ['oll.as-known', 'pll.as-known'] : []),
  ]);

  return { look, judgement, beside, ways, at, wishes, enter, setBeside, nextMeasure, choose, judge };
});
