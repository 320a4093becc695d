import { defineStore } from 'pinia';
import { computed, reactive, ref, shallowRef } from 'vue';
import { api, type StopJudgement, type Way, type WayGroup } from '@/shared/api/client';
import { take as taken } from '@/shared/api/take';
import { usePreferences } from '@/shared/preferences';
import { useDesk } from './deskStore';
import { faceOf, type Judged, type Own } from './faces';

/** What stands at the right of the stop. */
export type Beside = 'ways' | 'schools' | 'kept';

/** A stop of any stage that tells its ways and its judgement by the common contract. */
export const useStops = defineStore('stops', () => {
  const preferences = usePreferences();
  const desk = useDesk();

  const listed = shallowRef<readonly WayGroup[]>([]);
  const schools = shallowRef<readonly WayGroup[]>([]);
  const judgement = shallowRef<StopJudgement | null>(null);
  const wanted = ref<Beside>('ways');
  const slacks = reactive<Record<string, number>>({});
  /** Wishes for the ways alone: no course is planned by them. */
  const filters = ref<readonly string[]>([]);
  /** The part of the stage that is looked at, where it has some: the side of a block. */
  const part = ref('');

  /** How the stage of the stop lists its ways. */
  const face = computed(() => faceOf(desk.stage)?.ways ?? {});
  const besides = computed<Beside[]>(() => (face.value.hasSchools ? ['ways', 'schools', 'kept'] : ['ways', 'kept']));
  const beside = computed(() => (besides.value.includes(wanted.value) ? wanted.value : 'ways'));
  const slack = computed({
    get: () => slacks[desk.stage] ?? face.value.slack ?? 0,
    set: (longer: number) => (slacks[desk.stage] = longer),
  });
  const isOfStop = (group: WayGroup) => group.title === desk.current?.title;
  /** Where they are parts, that of the stop first. */
  const groups = computed(() =>
    face.value.areParts ? [...listed.value].sort((a, b) => Number(isOfStop(b)) - Number(isOfStop(a))) : listed.value,
  );

  const flat = computed<readonly Way[]>(() => groups.value.flatMap((g) => g.ways));
  const shownText = computed(() => (desk.stop === 0 ? (desk.first?.text ?? '') : (desk.current?.sequence.text ?? '')));
  const at = computed(() => flat.value.findIndex((w) => w.turns === shownText.value));

  /** Turns of a way, in what the method counts them in. */
  const lengthOf = (way: Way) => (desk.method.metric === 'STM' ? way.sliceLength : way.length);

  async function enter(signal: AbortSignal) {
    schools.value = [];
    await list(desk.stage, desk.made, desk.stop === 0 ? part.value : '', signal);
    if (beside.value === 'schools') await compareSchools(signal);
  }

  const query = (stage: string, made: string, of: string) => ({
    stage,
    scramble: desk.scramble,
    made,
    color: desk.color,
    part: of,
    by: desk.by,
    slack: slack.value,
    wishes: [desk.allWishes, ...filters.value].filter(Boolean).join(','),
    noRotation: desk.noRotation,
    ...preferences.forHands,
    ...preferences.forSolver,
  });

  /** Looks for the ways of a stage after some turns. */
  async function list(stage: string, made: string, of: string, signal: AbortSignal) {
    listed.value = await api.ways(query(stage, made, of), signal);
  }

  /** The part of the stop as it is taught. */
  async function compareSchools(signal: AbortSignal | null) {
    schools.value = await api.schools(query(desk.stage, desk.made, desk.current?.title ?? ''), signal);
  }

  async function setBeside(next: Beside) {
    wanted.value = next;
    try {
      if (next === 'schools' && schools.value.length === 0) await compareSchools(null);
    } catch (cause) {
      taken(cause, (told) => (desk.courseProblem = told));
    }
    if (next === 'kept') await desk.listCourses();
  }

  const nextBeside = () => setBeside(besides.value[(besides.value.indexOf(beside.value) + 1) % besides.value.length]!);

  async function nextMeasure() {
    desk.by = desk.by === 'time' ? 'turns' : 'time';
    await desk.replan();
  }

  /** Ways up to one, two, no turns longer. */
  async function nextSlack() {
    slack.value = (slack.value + 1) % 3;
    await desk.enter();
  }

  async function turn(way: Way | undefined) {
    if (way) await desk.choose(way.turns);
  }

  /** The n-th way of all. */
  const take = (n: number) => turn(flat.value[n]);

  /** The best way of the n-th part; the n-th way where groups are none. */
  const choose = (n: number) => (face.value.areParts ? turn(groups.value[n]?.ways[0]) : take(n));

  /** The way after or before the one shown; of the same part where groups are parts. */
  function other(by: 1 | -1) {
    const ways = face.value.areParts ? (groups.value.find(isOfStop)?.ways ?? []) : flat.value;
    return turn(ways[ways.findIndex((w) => w.turns === shownText.value) + by]);
  }

  /** The best way of the next group. */
  function nextGroup(): Way | undefined {
    const here = groups.value.findIndex((g) =>
      face.value.areParts ? isOfStop(g) : g.ways.some((w) => w.turns === shownText.value),
    );
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
      solverId: preferences.solverId || null,
    });
    judgement.value = found;
    return { read: found.read, figures: found.figures, sequence: found.sequence, isBroken: found.isBroken };
  }

  return {
    groups,
    schools,
    judgement,
    besides,
    beside,
    slack,
    filters,
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
    take,
    choose,
    other,
    nextGroup,
    judge,
  };
});
