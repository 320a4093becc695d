import { useEventListener } from '@vueuse/core';
import { onScopeDispose, shallowReactive } from 'vue';

/** One key of the product: large, single, no chords. `shown` is what the control and the list print. */
export interface KeyBinding {
  keys: string[];
  shown: string;
  does: string;
  run: () => void;
  /** May be held down: the key repeats. */
  repeats?: boolean;
}

export interface KeyGroup {
  title: string;
  bindings: KeyBinding[];
}

/** All groups that are active now, in the order in which they were added. `?` lists them. */
export const keyGroups = shallowReactive<KeyGroup[]>([]);

/** Adds keys for as long as the calling component lives. */
export function useKeys(title: string, bindings: KeyBinding[]) {
  const group = { title, bindings };
  keyGroups.push(group);
  onScopeDispose(() => keyGroups.splice(keyGroups.indexOf(group), 1));
}

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return target.type !== 'range' && target.type !== 'checkbox';
  return target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement || target.isContentEditable;
}

/** Space and Enter belong to a button or link that has the focus. */
function belongsToControl(event: KeyboardEvent): boolean {
  return (
    (event.key === ' ' || event.key === 'Enter') &&
    event.target instanceof HTMLElement &&
    event.target.closest('button, a, summary, [role="combobox"], [role="option"]') !== null
  );
}

/**
 * Listens once, at the top of the app. Letters, digits and signs are heard only as long as single keys are wanted;
 * arrows, space and the like always.
 */
export function useKeyListener(hearsSingleKeys: () => boolean) {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    if (isTyping(event.target)) {
      if (event.key === 'Escape' && event.target instanceof HTMLElement) event.target.blur();
      return;
    }
    if (belongsToControl(event) || document.querySelector('.el-overlay-dialog[aria-modal="true"]')?.checkVisibility())
      return;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (key.length === 1 && key !== ' ' && !hearsSingleKeys()) return;
    for (const group of [...keyGroups].reverse()) {
      const binding = group.bindings.find((b) => b.keys.includes(key));
      if (!binding) continue;
      event.preventDefault();
      if (!event.repeat || binding.repeats) binding.run();
      return;
    }
  });
}
