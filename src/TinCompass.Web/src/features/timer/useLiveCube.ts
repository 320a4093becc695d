import { useRafFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import { api, Problem, type LiveCube, type Solve } from '@/shared/api/client';

const againMs = 2_000;

/**
 * The cube of a solver that reports its turns. Looking on goes on by itself when it drops; `finished` hears of each solve that was kept.
 */
export function useLiveCube(solverId: Ref<number | null>, finished: (solve: Solve) => void) {
  const cube = shallowRef<LiveCube | null>(null);
  const now = ref(0);
  /** When the solve began, by the clock of this page. */
  let began = 0;
  let looking = new AbortController();
  let again = 0;

  const { pause, resume } = useRafFn(() => (now.value = performance.now()), { immediate: false });
  const isSolving = computed(() => cube.value?.connected === true && cube.value.phase === 'solving');
  const runningMs = computed(() => (isSolving.value ? Math.max(0, now.value - began) : 0));

  function heard(next: LiveCube) {
    const before = cube.value;
    cube.value = next;
    if (next.phase === 'solving') {
      // The cube's own clock counts: the page's follows it.
      began = performance.now() - next.ms;
      resume();
    } else pause();
    // What was kept before this page was opened is no news.
    if (before && next.kept && next.kept.id !== before.kept?.id) finished(next.kept);
  }

  async function look(id: number) {
    looking.abort();
    looking = new AbortController();
    const { signal } = looking;
    clearTimeout(again);
    try {
      await api.live(id, heard, signal);
    } catch (cause) {
      if (signal.aborted) return;
      if (!(cause instanceof Problem) && !(cause instanceof TypeError)) throw cause;
    }
    if (signal.aborted) return;
    if (cube.value) cube.value = { ...cube.value, connected: false };
    again = window.setTimeout(() => void look(id), againMs);
  }

  function leave() {
    looking.abort();
    clearTimeout(again);
    pause();
    cube.value = null;
  }

  watch(
    solverId,
    (id) => {
      leave();
      if (id) void look(id);
    },
    { immediate: true },
  );
  onScopeDispose(leave);

  return { cube, isSolving, runningMs };
}
