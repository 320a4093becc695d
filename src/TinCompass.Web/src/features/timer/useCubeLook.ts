import { computed, watch, type Ref } from 'vue';
import { api, Problem, type LiveCube } from '@/shared/api/client';
import type { useTimer } from './useTimer';
import { usePresses } from './usePresses';

/**
 * Where a cube reports its turns, a press begins the inspection and its first turn ends it, by the server's clock; the solve is kept with
 * what that costs. Without such a cube presses are the hand's timer's. `failed` hears of what the server refuses, and null when it
 * does not.
 */
export function useCubeLook(
  timer: ReturnType<typeof useTimer>,
  cube: Readonly<Ref<LiveCube | null>>,
  solverId: Readonly<Ref<number | null>>,
  inspects: Readonly<Ref<boolean>>,
  failed: (problem: Problem | null) => void,
) {
  const { phase, isLooking } = timer;
  const isFed = computed(() => cube.value?.connected === true);
  const isReady = computed(() => cube.value?.phase === 'ready' && !cube.value.isSimulated);

  // What was begun by hand ends where a cube begins to report.
  watch(isFed, (fed) => fed && timer.cancel());
  watch(
    () => (isFed.value ? (cube.value?.lookedMs ?? null) : null),
    (ms, before) => {
      if (ms !== null && before === null) timer.look(performance.now() - ms);
      else if (ms === null && before !== null) timer.cancel();
    },
  );

  async function look(looks: boolean) {
    const canLook = isFed.value && isReady.value && inspects.value;
    if (!canLook || isLooking.value === looks || !solverId.value) return;
    try {
      await api.lookAtCube(solverId.value, looks);
      failed(null);
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
      failed(cause);
    }
  }

  const isByHand = () => !isFed.value || phase.value === 'running';
  usePresses(
    {
      press: (at) => (isByHand() ? timer.press(at) : void look(true)),
      release: (at) => {
        if (isByHand()) timer.release(at);
      },
    },
    () => phase.value === 'running',
    () => isByHand() || isReady.value,
  );

  return { isFed, giveUp: () => (isFed.value ? void look(false) : timer.cancel()) };
}
