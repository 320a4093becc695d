import { useTimeoutFn } from '@vueuse/core';
import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import type { Pose } from '@/cube/facelets';

/** A sequence with the position before it and after each turn. */
export interface Played {
  facelets: string;
  turns: readonly { facelets: string; axis: string; layers: number[]; quarters: number }[];
}

/** Turns that are played again and again: from the position after one of them to that after another. */
export interface Loop {
  from: number;
  to: number;
}

/**
 * Plays, steps and scrubs a sequence, a part of it again and again, at some pace. The position after each turn comes from the server;
 * here it is only shown.
 */
export function usePlayback(
  shown: Ref<Played | null>,
  turn: Ref<number>,
  motionMs: Ref<number>,
  facelets: Ref<string>,
  loop: Ref<Loop | null> = ref(null),
) {
  const playing = ref(false);
  const pose = shallowRef<Pose>({ facelets: facelets.value, motion: null });
  const count = computed(() => shown.value?.turns.length ?? 0);

  function faceletsAfter(n: number): string {
    return (n === 0 ? shown.value?.facelets : shown.value?.turns[n - 1]?.facelets) ?? facelets.value;
  }

  const { start, stop } = useTimeoutFn(
    () => {
      if (loop.value && turn.value >= loop.value.to) {
        // After a rest it begins again.
        turn.value = loop.value.from;
        start();
      } else if (turn.value < count.value) {
        turn.value++;
        start();
      } else playing.value = false;
    },
    () => Math.max(motionMs.value * 1.8, 450),
    { immediate: false },
  );

  watch([shown, facelets], () => {
    pause();
    pose.value = { facelets: faceletsAfter(turn.value), motion: null };
  });

  watch(loop, (part) => {
    // A part that is chosen is played at once; without one it goes on to the end.
    if (!part) return;
    go(part.from);
    if (count.value > 0) toggle();
  });

  watch(turn, (now, before) => {
    const step = shown.value?.turns[Math.max(now, before) - 1];
    const neighbour = Math.abs(now - before) === 1 && step !== undefined;
    const back = now < before;
    pose.value = {
      facelets: faceletsAfter(now),
      motion: neighbour
        ? {
            from: faceletsAfter(before),
            axis: step.axis,
            layers: step.layers,
            quarters: back ? -step.quarters : step.quarters,
            ms: motionMs.value,
          }
        : null,
    };
  });

  function go(to: number) {
    pause();
    turn.value = Math.max(0, Math.min(count.value, to));
  }

  function pause() {
    playing.value = false;
    stop();
  }

  function toggle() {
    if (playing.value) {
      pause();
      return;
    }
    const part = loop.value;
    if (part && (turn.value < part.from || turn.value >= part.to)) turn.value = part.from;
    else if (turn.value >= count.value) turn.value = 0;
    playing.value = true;
    start();
  }

  return { pose, playing, count, go, pause, toggle };
}
