import { useRafFn } from '@vueuse/core';
import { computed, ref } from 'vue';

const leastMs = 200;

/** A span of time between the release of a key and the next press of any; `stopped` hears of it. */
export function useSpan(stopped: (ms: number) => void) {
  const began = ref<number | null>(null);
  const now = ref(0);
  let isHeld = false;
  const { pause, resume } = useRafFn(() => (now.value = performance.now()), { immediate: false });
  const isRunning = computed(() => began.value !== null);
  const ms = computed(() => (began.value === null ? 0 : Math.max(0, now.value - began.value)));

  function cancel() {
    began.value = null;
    isHeld = false;
    pause();
  }

  /** A key goes down, at a time of the page's clock: it is held to start, or it stops. */
  function press(at: number) {
    if (began.value === null) {
      isHeld = true;
      return;
    }
    const span = Math.round(at - began.value);
    // A key that bounces starts nothing that is over at once.
    if (span < leastMs) return;
    cancel();
    stopped(span);
  }

  /** The key that was held is let go: from here it counts. */
  function release(at: number) {
    if (!isHeld) return;
    isHeld = false;
    [began.value, now.value] = [at, at];
    resume();
  }

  return { isRunning, ms, press, release, cancel };
}
