import { usePreferredDark, usePreferredReducedMotion, useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, watchEffect } from 'vue';

/** What this browser remembers: look and habits. Attempts are kept by the server. */
export const usePreferences = defineStore('preferences', () => {
  const theme = useStorage<'light' | 'dark' | 'auto'>('tin-compass.theme', 'auto');
  const marks = useStorage('tin-compass.marks', false);
  const covered = useStorage('tin-compass.covered', false);
  const solverId = useStorage<number>('tin-compass.solver', 0);
  const turnMs = useStorage('tin-compass.turn-ms', 320);
  const prefersDark = usePreferredDark();
  const reduced = usePreferredReducedMotion();

  const isDark = computed(() => (theme.value === 'auto' ? prefersDark.value : theme.value === 'dark'));
  /** How long one quarter turn is shown, in ms; 0 shows end positions only. */
  const motionMs = computed(() => (reduced.value === 'reduce' ? 0 : turnMs.value));

  watchEffect(() => {
    document.documentElement.dataset['theme'] = isDark.value ? 'dark' : 'light';
  });

  function toggleTheme() {
    theme.value = isDark.value ? 'light' : 'dark';
  }

  return { theme, marks, covered, solverId, turnMs, isDark, motionMs, toggleTheme };
});
