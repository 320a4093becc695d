import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { api, Problem, type PlanLine, type Review, type WholePlan } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { useDesk } from './deskStore';
import { faceOf } from './faces';

/** How long each method is looked through when one looks deeper, in seconds. */
const deepSeconds = 5;

/** A method's plan beside the others: the best of each stage, or what was found over all stages together. */
export interface Planned {
  method: string;
  title: string;
  /** The one stage by stage. */
  plain: WholePlan | null;
  /** A better one; null when none was found. */
  deep: WholePlan | null;
}

/** Whole solves of the scramble, method beside method, as they come. */
export const useWholePlans = defineStore('wholePlans', () => {
  const desk = useDesk();
  const preferences = usePreferences();

  const isOpen = ref(false);
  const plans = shallowRef<readonly Planned[]>([]);
  /** The solver's own solve of this scramble, where its turns are known. */
  const mine = shallowRef<Review | null>(null);
  const searching = ref<'' | 'plain' | 'deep'>('');
  /** The method that is looked through just now. */
  const at = ref('');
  const ended = ref<'no' | 'whole' | 'cut'>('no');
  const problem = shallowRef<Problem | null>(null);
  let running = new AbortController();
  /** What the plans are of. */
  let of = '';

  const wishes = computed(() =>
    desk.methods
      .flatMap((m) => m.stages)
      .flatMap((id) => faceOf(id)?.wishes?.() ?? [])
      .join(','),
  );
  /** The only part of a first stage that the solver's habits allow; empty for any. */
  const part = computed(
    () => desk.methods.map((m) => faceOf(m.stages[0] ?? '')?.opening?.onlyPart?.()).find(Boolean) ?? '',
  );
  const asked = computed(() =>
    JSON.stringify([
      desk.scramble,
      desk.by,
      wishes.value,
      preferences.habits.colors,
      part.value,
      preferences.forHands,
      preferences.forSolver,
    ]),
  );

  function heard(line: PlanLine) {
    if (line.kind === 'end') ended.value = 'whole';
    const next = desk.methods.findIndex((m) => m.id === line.method) + 1;
    if (line.kind === 'looked') at.value = desk.methods[next]?.id ?? desk.methods[0]?.id ?? '';
    if (!line.plan) return;
    const plan = line.plan;
    plans.value = plans.value.map((p) =>
      p.method !== line.method ? p : line.isDeep ? { ...p, deep: plan } : { ...p, plain: plan },
    );
  }

  /** Looks for the solver's own solve; without it the plans stand by themselves. */
  async function lookForMine(signal: AbortSignal) {
    const own = preferences.solverId
      ? await api.ownSolve(preferences.solverId, desk.scramble, signal).catch(() => null)
      : null;
    if (!signal.aborted) mine.value = own?.review ?? null;
  }

  /** Plans every method; for some seconds over all stages together, where that is asked. */
  async function look(deep: boolean) {
    running.abort();
    running = new AbortController();
    const { signal } = running;
    if (of !== asked.value) mine.value = null;
    if (of !== asked.value || !deep) void lookForMine(signal);
    if (of !== asked.value || !deep)
      plans.value = desk.methods.map((m) => ({ method: m.id, title: m.title, plain: null, deep: null }));
    of = asked.value;
    [problem.value, ended.value, searching.value] = [null, 'no', deep ? 'deep' : 'plain'];
    at.value = desk.methods[0]?.id ?? '';
    try {
      await api.wholePlans(
        {
          scramble: desk.scramble,
          colors: preferences.habits.colors.join(','),
          part: part.value,
          by: desk.by,
          deep: deep ? deepSeconds : 0,
          wishes: wishes.value,
          ...preferences.forHands,
          ...preferences.forSolver,
        },
        (line) => !signal.aborted && heard(line),
        signal,
      );
      if (!signal.aborted && ended.value === 'no') ended.value = 'cut';
    } catch (cause) {
      if (signal.aborted) return;
      if (cause instanceof Problem) problem.value = cause;
      // The lines broke off: what came stays.
      else ended.value = 'cut';
    } finally {
      if (signal === running.signal) searching.value = '';
    }
  }

  /** What was found so far stays. */
  function stop() {
    if (searching.value === '') return;
    running.abort();
    [searching.value, ended.value] = ['', 'cut'];
  }

  /** Plans what is on the desk; of a position that is known in part no whole solve is told. */
  async function begin() {
    if (desk.scramble && desk.known === '') return look(false);
    stop();
    [plans.value, mine.value, of] = [[], null, ''];
  }

  async function toggle() {
    isOpen.value = !isOpen.value;
    if (!isOpen.value) stop();
    else if (of !== asked.value || plans.value.some((p) => !p.plain)) await begin();
  }

  /** A plan on the desk, its stops as they are. */
  async function take(planned: Planned) {
    const plan = planned.deep ?? planned.plain;
    if (!plan) return;
    stop();
    isOpen.value = false;
    const [first = '', ...chosen] = plan.stops;
    await desk.open(desk.scramble, {
      method: planned.method,
      color: plan.color,
      pair: plan.part,
      plan: first,
      chosen: chosen.join(';'),
    });
  }

  // Another scramble or other habits: what is shown is planned anew.
  watch([asked, () => desk.known], () => isOpen.value && void begin());

  return { isOpen, plans, mine, searching, at, ended, problem, look, stop, toggle, take, deepSeconds };
});
