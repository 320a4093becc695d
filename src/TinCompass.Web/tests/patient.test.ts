import { afterEach, describe, expect, it, vi } from 'vitest';
import { heard, patient } from '@/shared/api/client';

function refusal(code: string) {
  const body = JSON.stringify({ code, detail: 'The club is on its way.' });
  return new Response(body, { status: 503, headers: { 'Retry-After': '1' } });
}

/** Asks while the server refuses so many times by the code, and tells what came and what was said meanwhile. */
async function asked(code: string, refusals: number) {
  vi.useFakeTimers();
  let count = 0;
  vi.stubGlobal('fetch', () => Promise.resolve(count++ < refusals ? refusal(code) : new Response('{}')));
  const said: [boolean, string | undefined][] = [];
  heard.busy = (isBusy, why) => said.push([isBusy, why]);
  const answer = patient(new Request('http://here/api/solvers'));
  await vi.advanceTimersByTimeAsync(60_000);
  return { answer: await answer, count, said };
}

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('who asks a server that is not ready', () => {
  it('waits for a start to its end and tells its sentence', async () => {
    const { answer, count, said } = await asked('moving-in', 20);
    expect([answer.status, count]).toEqual([200, 21]);
    expect(said[0]).toEqual([true, 'The club is on its way.']);
    expect(said[20]).toEqual([false, undefined]);
  });

  it('waits for data in use by something else for a while only', async () => {
    const { answer, count, said } = await asked('storage-busy', 20);
    expect([answer.status, count]).toEqual([503, 8]);
    expect(said[0]).toEqual([true, undefined]);
    expect(said[7]).toEqual([false, undefined]);
  });
});
