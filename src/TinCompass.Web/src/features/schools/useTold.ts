import { computed, ref, shallowRef, watch } from 'vue';
import { Problem } from '@/shared/api/client';
import { latest } from '@/shared/latest';

/**
 * What the server tells of what is asked, asked anew when that changes. While the answer to the newest is not there `isCurrent` is false:
 * what stands there is about something else, and nothing of it may be made.
 */
export function useTold<T>(asked: () => readonly unknown[], ask: () => Promise<T>) {
  const told = shallowRef<T | null>(null);
  const problem = shallowRef<Problem | null>(null);
  const key = computed(() => JSON.stringify(asked()));
  const toldOf = ref('');
  const isCurrent = computed(() => told.value !== null && toldOf.value === key.value);
  const newest = latest();

  watch(
    key,
    async (now) => {
      const isNewest = newest();
      try {
        const found = await ask();
        if (isNewest()) [told.value, problem.value, toldOf.value] = [found, null, now];
      } catch (cause) {
        if (!(cause instanceof Problem)) throw cause;
        if (isNewest()) problem.value = cause;
      }
    },
    { immediate: true },
  );

  return { told, problem, isCurrent };
}
