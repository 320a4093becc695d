import { computed, ref, watch } from 'vue';
import { useWord } from '@/shared/useAddress';

/** What has been made of a way: turns, and what they were. */
export interface Step {
  turns: string;
  told: string;
}

/** A scramble of the address and the steps made from it; another scramble begins anew. */
export function useSteps(usual: string) {
  const scramble = useWord('scramble', usual);
  const steps = ref<Step[]>([]);
  const made = computed(() => steps.value.map((s) => s.turns).join(' '));
  watch(scramble, () => (steps.value = []), { flush: 'sync' });

  return {
    scramble,
    steps,
    made,
    /** Begins anew with a scramble, also the same one. */
    ask(text: string) {
      steps.value = [];
      scramble.value = text;
    },
    take(...more: Step[]) {
      steps.value = [...steps.value, ...more.filter((s) => s.turns.trim())];
    },
    back() {
      steps.value = steps.value.slice(0, -1);
    },
  };
}
