import { useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { api, Problem, type Schemas, type Solve } from '@/shared/api/client';

type Request = Schemas['NewSolveRequest'];

/** A solve that is not yet on the server's disk, and when it ended by this machine's clock. */
interface Waiting {
  request: Request;
  endedAt: number;
}

const everyMs = 3_000;

/**
 * Solves on their way: each is written down in this browser before it is sent, and crossed out when the server has it on its disk. What
 * is left, because the server was gone or the page was closed, is sent again by itself; its key keeps it from being kept twice.
 */
export const useSolveQueue = defineStore('solve-queue', () => {
  const waiting = useStorage<Waiting[]>('tin-compass.solves-waiting', [], undefined, { flush: 'sync' });
  /** Why the first of them is not taken; null while all goes well. */
  const problem = shallowRef<Problem | null>(null);
  const count = computed(() => waiting.value.length);
  let again = 0;

  /** Keeps a solve; gives it as the server has it, or null when it waits here. */
  async function add(request: Request): Promise<Solve | null> {
    const entry = { request, endedAt: Date.now() };
    waiting.value = [...waiting.value, entry];
    return send(entry, false);
  }

  async function send(entry: Waiting, isLate: boolean): Promise<Solve | null> {
    try {
      const body = isLate ? { ...entry.request, agoMs: Math.max(0, Date.now() - entry.endedAt) } : entry.request;
      const kept = await api.addSolve(body);
      forget(entry.request.key);
      return kept;
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
      problem.value = cause;
      if (cause.code === 'unreachable') later();
      return null;
    }
  }

  /** Sends all that is left, oldest first; true when nothing is. */
  async function flush(): Promise<boolean> {
    for (const entry of [...waiting.value]) if ((await send(entry, true)) === null) return false;
    return true;
  }

  function later() {
    clearTimeout(again);
    again = window.setTimeout(() => void flush(), everyMs);
  }

  /** Crosses one out. */
  function forget(key: string) {
    waiting.value = waiting.value.filter((w) => w.request.key !== key);
    problem.value = null;
  }

  /** Gives up those that the server refuses. */
  function forgetAll() {
    waiting.value = [];
    problem.value = null;
  }

  return { waiting, count, problem, add, flush, forgetAll };
});
