import { useRouter } from 'vue-router';
import type { Problem } from '@/shared/api/client';
import { useDrill } from './drillStore';

const tasks = 10;

/** Begins ten tasks of a drill; why it cannot is handed over. */
export function usePractise(refused: (problem: Problem) => void) {
  const router = useRouter();
  const drill = useDrill();
  return async (id: string) => {
    await drill.start(id, { tasks });
    if (drill.problem) refused(drill.problem);
    else void router.push({ name: 'drill' });
  };
}
