import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { api, type StopJudgement, type Way, type WayGroup } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { useDesk } from './deskStore';
import type { Judged, Own } from './faces';

/** What stands at the right of the stop. */
export type Beside = 'ways' | 'kept';

/** A stop of any stage that tells its ways and its judgement by the common contract. */
export const useStops = defineStore('stops', () => {
  const preferences = usePreferences();
  const desk = useDesk();

  const groups = shallowRef<readonly WayGroup[]>([]);
  const judgement = shallowRef<StopJudgement | null>(null);
  const beside = ref<Beside>('ways');
  const slack = ref(0);
  /** The part of the stage that is looked at, where it has some: the side of a block. */
  const part = ref('');

  const flat = computed<readonly Way[]>(() => groups.value.flatMap((g) => g.ways));
  const shownText = computed(() => (desk.stop === 0 ? (desk.first?.text ?? '') : (desk.current?.sequence.text ?? '')));
  const at = computed(() => flat.value.findIndex((w) => w.turns === shownText.value));

  /** Turns of a way, in what the method counts them in. */
  const lengthOf = (way: Way) => (desk.method.metric === 'STM' ? way.sliceLength : way.length);

  const enter = (signal: AbortSignal) => list(desk.stage, desk.made, desk.stop === 0 ? part.value : '', signal);

  /** Looks for the ways of a stage after some turns. */
  async function list(stage: string, made: string, of: string, signal: AbortSignal) {
    groups.value = await api.ways(
      {
        stage,
        scramble: desk.scramble,
        made,
        color: desk.color,
        part: of,
        by: desk.by,
        slack: slack.value,
        wishes: desk.allWishes,
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

  const nextBeside = () => setBeside(beside.value === 'ways' ? 'kept' : 'ways');

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    await desk.replan();
  }

  /** Ways up to one, two, no turns longer. */
  async function nextSlack() {
    slack.value = (slack.value + 1) % 3;
    await desk.enter();
  }

  /** The n-th way of all. */
  async function choose(n: number) {
    const way = flat.value[n];
    if (way) await desk.choose(way.turns);
  }

  /** The best way of the next group. */
  function nextGroup(): Way | undefined {
    const here = groups.value.findIndex((g) => g.ways.some((w) => w.turns === shownText.value));
    return groups.value[(here + 1) % groups.value.length]?.ways[0];
  }

  async function judge(own: Own): Promise<Judged> {
    const found = await api.judgeStop({
      stage: desk.stage,
      scramble: own.scramble,
      made: own.made,
      color: own.color,
      part: desk.stop === 0 ? part.value : '',
      hold: own.hold,
      plan: own.text,
      ...own.hands,
      by: desk.by,
      wishes: desk.allWishes,
      method: desk.method.id,
    });
    judgement.value = found;
    return { read: found.read, figures: found.figures, sequence: found.sequence, isBroken: found.isBroken };
  }

  return {
    groups,
    judgement,
    beside,
    slack,
    part,
    flat,
    shownText,
    lengthOf,
    at,
    enter,
    list,
    setBeside,
    nextBeside,
    nextMeasure,
    nextSlack,
    choose,
    nextGroup,
    judge,
  };
});
