import { watch, type Ref } from 'vue';
import { api } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { usePreferences } from '@/shared/preferences';
import { useDesk } from './deskStore';
import { useStops } from './stopStore';

/**
 * What first stages of the common contract have in common: the ways of the stop, the one that is shown, and that the last thing asked
 * for is what is seen. `part` is sent with what is drawn, where the stage is about one part alone.
 */
export function useFirstStop(stage: string, method: string, compared: Ref<unknown>, part: () => string) {
  const preferences = usePreferences();
  const desk = useDesk();
  const stops = useStops();
  let running = new AbortController();
  let asked = '';

  /** What was under way is given up. */
  function restart(): AbortSignal {
    running.abort();
    running = new AbortController();
    return running.signal;
  }

  async function listWays(signal: AbortSignal = running.signal) {
    stops.groups = await api.ways(
      {
        stage,
        scramble: desk.scramble,
        made: '',
        color: desk.color,
        part: stops.part,
        by: desk.by,
        slack: stops.slack,
        wishes: desk.allWishes,
        ...preferences.forHands,
      },
      signal,
    );
  }

  /** Shows a way. Keys come faster than answers: only the last one asked for is shown. */
  async function show(text: string, signal: AbortSignal = running.signal) {
    asked = text;
    const drawn = await api.drawn(
      { stage, scramble: desk.scramble, plan: text, color: desk.color, part: part(), ...preferences.forHands },
      signal,
    );
    if (asked !== text) return;
    desk.showFirst(text, drawn.sequence, stops.part, drawn.isDone);
  }

  /** Makes a part of it, on a base, what the stop is about. */
  function turnTo(base: string, name: string) {
    if (base !== desk.color || name !== stops.part) desk.holdCourse();
    desk.color = base;
    stops.part = name;
  }

  async function attempt(work: () => Promise<void>) {
    try {
      await work();
    } catch (cause) {
      take(cause, (problem) => (desk.failure = problem));
    }
  }

  /** The n-th way of all. */
  async function choose(n: number) {
    const way = stops.flat[n];
    if (way && !desk.covered) await attempt(() => show(way.turns));
  }

  /** What was read is about a new scramble. */
  function begun(scramble: string) {
    desk.holdCourse();
    desk.known = '';
    desk.plainHold = '';
    desk.scramble = scramble;
    stops.judgement = null;
  }

  // Another cube: every colour has another name. The texts are read anew, the position is the same.
  watch(
    () => preferences.habits.scheme.join(),
    () => compared.value && desk.method.id === method && desk.scramble && void desk.open(desk.scramble),
  );

  return { restart, listWays, show, turnTo, attempt, choose, begun };
}
