import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import { api, Problem, type BigBeside, type BigPlan, type BigStop } from '@/shared/api/client';

/**
 * A whole solve of a 4x4 or 5x5, planned from what was chosen on. It comes with how far it is, can be stopped, and begins anew when
 * another position is shown or another way is chosen.
 */
export function useBigPlan(
  size: Ref<number>,
  scramble: Ref<string>,
  facelets: Ref<string>,
  method: Ref<string>,
  school: Ref<string>,
) {
  const chosen = shallowRef<readonly BigStop[]>([]);
  const plan = shallowRef<BigPlan | null>(null);
  /** What less foresight costs, from the position itself: it comes after the plan. */
  const beside = shallowRef<BigBeside | null>(null);
  const problem = shallowRef<Problem | null>(null);
  const far = ref<{ stage: string; done: number; all: number } | null>(null);
  const isStopped = ref(false);
  let running = new AbortController();

  const made = computed(() => chosen.value.map((s) => s.text).join(' '));
  /** Those chosen, then those planned: what stands already is no stop of its own, nor is a solved cube. */
  const stops = computed<readonly BigStop[]>(() => {
    const planned = plan.value?.stops.filter((s) => s.turns.length > 0) ?? [];
    return [...chosen.value, ...(planned.some((s) => s.length > 0) ? planned : [])];
  });
  const total = computed(() => stops.value.reduce((sum, s) => sum + s.length, 0));

  async function look() {
    running.abort();
    running = new AbortController();
    const { signal } = running;
    [plan.value, beside.value, problem.value, isStopped.value] = [null, null, null, false];
    if (!scramble.value && !facelets.value) return;
    far.value = { stage: 'centre', done: 0, all: 5 };
    try {
      await api.bigPlan(
        {
          size: size.value,
          scramble: scramble.value,
          facelets: facelets.value,
          made: made.value,
          method: method.value,
          school: school.value,
        },
        (line) => {
          if (signal.aborted) return;
          if (line.plan) {
            plan.value = line.plan;
            far.value = null;
          } else if (line.beside) beside.value = made.value === '' ? line.beside : null;
          else far.value = line;
        },
        signal,
      );
      if (!signal.aborted && !plan.value) isStopped.value = true;
    } catch (cause) {
      if (signal.aborted) return;
      if (cause instanceof Problem) problem.value = cause;
      else isStopped.value = true;
    } finally {
      if (signal === running.signal) far.value = null;
    }
  }

  function stop() {
    running.abort();
    [far.value, isStopped.value] = [null, true];
  }

  /** The stops before this one stay; these are taken, and what follows is planned anew. */
  function choose(at: number, ...taken: readonly BigStop[]) {
    chosen.value = [...stops.value.slice(0, at), ...taken];
    void look();
  }

  /** Gives up what was chosen. */
  function release() {
    chosen.value = [];
    void look();
  }

  watch(
    [size, scramble, facelets],
    () => {
      chosen.value = [];
      void look();
    },
    { immediate: true },
  );
  watch([method, school], () => void look());
  onScopeDispose(() => running.abort());

  return { chosen, plan, beside, problem, far, isStopped, stops, total, look, stop, choose, release };
}
