import { Problem } from '@/shared/api/client';

/** Shows what was refused; what was only given up for something newer is nobody's concern. */
export function take(cause: unknown, show: (problem: Problem) => void) {
  if (cause instanceof DOMException && cause.name === 'AbortError') return;
  if (cause instanceof Problem) show(cause);
  else throw cause;
}
