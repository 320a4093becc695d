import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { useDesk } from '@/desk/deskStore';
import type { Judged, Own } from '@/desk/faces';
import { api, type F2lJudgement, type F2lQuery, type School, type Slots } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { usePreferences } from '@/shared/preferences';

/** What stands at the right of the stop. */
export type Beside = 'pairs' | 'schools' | 'kept';
const besides: Beside[] = ['pairs', 'schools', 'kept'];

/** The wish that halves that are joined already stay together. */
export const keepHalvesWish = 'f2l.keep-halves';

/** The pairs at the desk: the open pairs of the stop with their ways, as schools teach them, and what the judge says. */
export const useF2l = defineStore('f2l', () => {
  const preferences = usePreferences();
  const desk = useDesk();

  const slots = shallowRef<Slots | null>(null);
  const schools = shallowRef<School[]>([]);
  const judgement = shallowRef<F2lJudgement | null>(null);
  const beside = ref<Beside>('pairs');
  const slack = ref(1);
  const faces = ref('');
  const keepHalves = computed(() => desk.wishes.includes(keepHalvesWish));

  const query = computed<F2lQuery>(() => ({
    scramble: desk.scramble,
    made: desk.made,
    color: desk.color,
    by: desk.by,
    faces: faces.value,
    noRotation: desk.noRotation,
    keepHalves: keepHalves.value,
    ...preferences.forHands,
  }));
  /** The pair of the stop first. */
  const open = computed(() =>
    [...(slots.value?.slots ?? [])].sort(
      (a, b) => Number(b.slot === desk.current?.title) - Number(a.slot === desk.current?.title),
    ),
  );

  async function enter(signal: AbortSignal) {
    schools.value = [];
    slots.value = await api.slots({ ...query.value, slack: slack.value, most: 4 }, signal);
    if (beside.value === 'schools') await compareSchools(signal);
  }

  async function compareSchools(signal: AbortSignal | null) {
    const slot = desk.current?.title ?? '';
    if (!slot) return;
    schools.value = await api.schools({ ...query.value, slot }, signal);
  }

  async function setBeside(next: Beside) {
    beside.value = next;
    try {
      if (next === 'schools' && schools.value.length === 0) await compareSchools(null);
    } catch (cause) {
      take(cause, (told) => (desk.courseProblem = told));
    }
    if (next === 'kept') await desk.listCourses();
  }

  const nextBeside = () => setBeside(besides[(besides.indexOf(beside.value) + 1) % besides.length]!);

  /** Filters of what is looked at beside the stop; the plan of the course follows them when it is planned anew. */
  async function setFilter(change: Partial<{ noRotation: boolean; keepHalves: boolean; faces: string }>) {
    if (change.noRotation !== undefined) desk.noRotation = change.noRotation;
    if (change.keepHalves !== undefined) desk.wishes = change.keepHalves ? [keepHalvesWish] : [];
    if (change.faces !== undefined) faces.value = change.faces;
    await desk.enter();
  }

  async function nextSlack() {
    slack.value = (slack.value + 1) % 3;
    await desk.enter();
  }

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    await desk.replan();
  }

  /** The n-th open pair as it is cheapest. */
  async function choose(n: number) {
    const solution = open.value[n]?.solutions[0];
    if (solution) await desk.choose(solution.asTurned);
  }

  /** The way after or before the one that is taken, within the pair of the stop. */
  async function other(by: 1 | -1) {
    const ways = open.value.find((s) => s.slot === desk.current?.title)?.solutions ?? [];
    const next = ways[ways.findIndex((w) => w.asTurned === desk.current?.sequence.text) + by];
    if (next) await desk.choose(next.asTurned);
  }

  async function judge(own: Own): Promise<Judged> {
    const found = await api.judgeF2l({
      scramble: own.scramble,
      made: own.made,
      color: own.color,
      plan: own.text,
      ...own.hands,
      by: desk.by,
      wishes: desk.allWishes,
    });
    judgement.value = found;
    return { read: found.read, figures: found.figures, sequence: found.sequence, isBroken: found.isBroken };
  }

  return {
    slots,
    schools,
    judgement,
    beside,
    slack,
    faces,
    keepHalves,
    open,
    enter,
    setBeside,
    nextBeside,
    setFilter,
    nextSlack,
    nextMeasure,
    choose,
    other,
    judge,
  };
});
