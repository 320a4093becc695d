import { useEventListener } from '@vueuse/core';

/** A control that was reached by keyboard keeps the keys that are its own; so does a field. */
function isForControl(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.matches('input:not([type="checkbox"]), textarea, select')) return true;
  return target.matches('button, a') && target.matches(':focus-visible');
}

/**
 * What presses a timer: space and a touch of the dial; while a solve runs any key and a touch anywhere. The times are those of the events.
 */
export function usePresses(
  timer: { press: (at: number) => void; release: (at: number) => void },
  isRunning: () => boolean,
  hears: () => boolean,
) {
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (!hears() || (!isRunning() && (event.key !== ' ' || isForControl(event.target)))) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (!event.repeat) timer.press(event.timeStamp);
    },
    { capture: true },
  );
  useEventListener(
    window,
    'keyup',
    (event: KeyboardEvent) => {
      timer.release(event.timeStamp);
      if (event.key === ' ' && !isForControl(event.target)) event.preventDefault();
    },
    { capture: true },
  );
  useEventListener(
    window,
    'pointerdown',
    (event: PointerEvent) => {
      const isDial =
        event.target instanceof Element &&
        event.target.closest('[data-test="dial"]') !== null &&
        event.target.closest('button, a') === null;
      if (!hears() || (!isRunning() && !isDial)) return;
      event.preventDefault();
      timer.press(event.timeStamp);
    },
    { capture: true },
  );
  for (const name of ['pointerup', 'pointercancel'] as const)
    useEventListener(window, name, (event: PointerEvent) => timer.release(event.timeStamp), { capture: true });
}
