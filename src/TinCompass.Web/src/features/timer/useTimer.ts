import { useRafFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, type Ref } from 'vue';

/** Held for so long, a hand that is let go starts the time. */
export const holdMs = 300;

export type Phase = 'idle' | 'looking' | 'holding' | 'ready' | 'running';

/**
 * A timer that is pressed and let go, by a key or a finger; all times are of the events themselves, in ms. With inspection a first press
 * begins it; a press that is held starts the time when it is let go; any press stops it.
 */
export function useTimer(inspects: Ref<boolean>, stopped: (ms: number, inspectionMs: number | null) => void) {
  const phase = ref<Phase>('idle');
  const now = ref(0);
  let down = false;
  /** The press that stopped the time is still down: letting it go begins nothing. */
  let ended = false;
  let held: ReturnType<typeof setTimeout> | undefined;
  const lookedFrom = ref<number | null>(null);
  const startedAt = ref(0);
  let looked: number | null = null;

  const { pause, resume } = useRafFn(() => (now.value = performance.now()), { immediate: false });
  onScopeDispose(() => clearTimeout(held));

  /** Milliseconds of inspection so far; 0 when there is none. */
  const lookedMs = computed(() => (lookedFrom.value === null ? 0 : Math.max(0, now.value - lookedFrom.value)));
  /** Milliseconds of the solve so far. */
  const runningMs = computed(() => (phase.value === 'running' ? Math.max(0, now.value - startedAt.value) : 0));
  const isLooking = computed(() => lookedFrom.value !== null && phase.value !== 'running');

  function press(at: number) {
    if (down) return;
    down = true;
    if (phase.value === 'running') {
      ended = true;
      const ms = Math.max(1, Math.round(at - startedAt.value));
      reset();
      stopped(ms, looked);
    } else if (phase.value === 'looking' || !inspects.value) {
      phase.value = 'holding';
      held = setTimeout(() => {
        if (phase.value === 'holding') phase.value = 'ready';
      }, holdMs);
    }
  }

  function release(at: number) {
    if (!down) return;
    down = false;
    if (ended) {
      ended = false;
      return;
    }
    clearTimeout(held);
    if (phase.value === 'ready') {
      looked = lookedFrom.value === null ? null : Math.max(0, Math.round(at - lookedFrom.value));
      startedAt.value = now.value = at;
      phase.value = 'running';
      resume();
    } else if (phase.value === 'holding') phase.value = lookedFrom.value === null ? 'idle' : 'looking';
    else if (phase.value === 'idle') {
      lookedFrom.value = now.value = at;
      phase.value = 'looking';
      resume();
    }
  }

  /** Inspection goes on from a moment that somebody else has taken. */
  function look(from: number) {
    if (phase.value === 'running') return;
    clearTimeout(held);
    lookedFrom.value = from;
    now.value = performance.now();
    phase.value = 'looking';
    resume();
  }

  /** Gives up before the start. */
  function cancel() {
    if (phase.value === 'running') return;
    reset();
  }

  function reset() {
    clearTimeout(held);
    pause();
    phase.value = 'idle';
    lookedFrom.value = null;
  }

  return { phase, lookedMs, runningMs, isLooking, press, release, look, cancel };
}
