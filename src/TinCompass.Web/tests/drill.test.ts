import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useDrill } from '@/features/practice/drillStore';
import { api, Problem, type Session, type Task, type Verdict } from '@/shared/api/client';

function task(number: number, more: Partial<Task> = {}): Task {
  return {
    number,
    drill: 'sort-edges',
    title: 'Sort the edges',
    caseTitle: null,
    level: 1,
    question: 'Which?',
    kind: 'choice',
    options: [
      { answer: 'a', text: 'A', color: null },
      { answer: 'b', text: 'B', color: null },
    ],
    color: 'white',
    rotation: 'x2',
    hold: '',
    facelets: '',
    shown: '',
    isInspected: false,
    targetMs: 5_000,
    stage: 'cross',
    part: '',
    played: [],
    ...more,
  };
}

function session(open: Task | null, more: Partial<Session> = {}): Session {
  return {
    id: 5,
    solverId: 1,
    programme: 'today',
    minutes: null,
    tasks: 3,
    usedMs: 0,
    done: 0,
    right: 0,
    isOver: open === null,
    task: open,
    ...more,
  };
}

function verdict(next: Task | null, right = true): Verdict {
  return {
    right,
    words: '',
    reasons: [],
    saysBest: false,
    stage: 'cross',
    best: '',
    turnsOver: null,
    quick: true,
    facelets: '',
    color: 'white',
    plan: '',
    due: null,
    state: 'learning',
    session: session(next, { done: 1 }),
  };
}

describe('a practice session', () => {
  let now = 0;
  beforeEach(() => {
    vi.restoreAllMocks();
    vi.stubGlobal('document', { documentElement: { dataset: {} } });
    now = 1_000;
    vi.spyOn(performance, 'now').mockImplementation(() => now);
    setActivePinia(createPinia());
  });

  async function begun(open: Task = task(1)) {
    vi.spyOn(api, 'startSession').mockResolvedValue(session(open));
    const drill = useDrill();
    await drill.start('today', { tasks: 3 });
    return drill;
  }

  it('begins with its first task and the clock running', async () => {
    const drill = await begun();
    expect(api.startSession).toHaveBeenCalledWith({ solverId: 0, programme: 'today', minutes: null, tasks: 3 });
    expect(drill.stage).toBe('asked');
    now += 2_400;
    expect(drill.elapsed(now)).toBe(2_400);
  });

  it('sends one choice with its times, and goes on to the next task', async () => {
    const drill = await begun();
    const answer = vi.spyOn(api, 'answerTask').mockResolvedValue(verdict(task(2)));
    now += 1_500;
    await drill.choose('b');
    expect(answer).toHaveBeenCalledWith(
      5,
      expect.objectContaining({ number: 1, answer: 'b', firstMs: 1_500, totalMs: 1_500, hints: 0 }),
    );
    expect(drill.stage).toBe('judged');
    const key = answer.mock.lastCall![1].key;
    drill.next();
    expect([drill.stage, drill.task?.number, drill.chosen]).toEqual(['asked', 2, []]);
    await drill.choose('a');
    // Each task has a key of its own.
    expect(answer.mock.lastCall![1].key).not.toBe(key);
  });

  it('marks on and off, and sends all marks at once', async () => {
    const drill = await begun(task(1, { kind: 'marks' }));
    const answer = vi.spyOn(api, 'answerTask').mockResolvedValue(verdict(task(2)));
    await drill.choose('a');
    await drill.choose('b');
    await drill.choose('a');
    expect(answer).not.toHaveBeenCalled();
    await drill.submit();
    expect(answer.mock.lastCall![1].answer).toBe('b');
  });

  it('stops the planning clock when the plan is made, not when it is typed', async () => {
    const drill = await begun(task(1, { kind: 'turns', options: [] }));
    const answer = vi.spyOn(api, 'answerTask').mockResolvedValue(verdict(null));
    now += 9_000;
    drill.commit();
    expect(drill.stage).toBe('committed');
    now += 4_000;
    drill.typed = "R U R'";
    await drill.submit();
    expect(answer.mock.lastCall![1]).toMatchObject({ answer: "R U R'", firstMs: 9_000, totalMs: 13_000 });
    drill.next();
    expect(drill.stage).toBe('over');
  });

  it('does not count a pause', async () => {
    const drill = await begun();
    const answer = vi.spyOn(api, 'answerTask').mockResolvedValue(verdict(task(2)));
    now += 1_000;
    drill.pause();
    expect(drill.stage).toBe('idle');
    now += 60_000;
    await drill.choose('a');
    expect(answer).not.toHaveBeenCalled();
    drill.ask();
    now += 500;
    await drill.choose('a');
    expect(answer.mock.lastCall![1].totalMs).toBe(1_500);
  });

  it('counts hints, and shows the last one', async () => {
    const drill = await begun();
    vi.spyOn(api, 'hint').mockResolvedValue({ words: 'Look at the top.' });
    const answer = vi.spyOn(api, 'answerTask').mockResolvedValue(verdict(task(2)));
    await drill.askHint();
    expect(drill.hint).toBe('Look at the top.');
    await drill.choose('a');
    expect(answer.mock.lastCall![1].hints).toBe(1);
  });

  it('keeps the answer when the server is away, and sends it again with the same key', async () => {
    const drill = await begun();
    const answer = vi
      .spyOn(api, 'answerTask')
      .mockRejectedValueOnce(new Problem({ code: 'unreachable', detail: 'away' }));
    await drill.choose('a');
    expect([drill.problem?.code, drill.stage, drill.chosen]).toEqual(['unreachable', 'asked', ['a']]);
    const key = answer.mock.lastCall![1].key;
    answer.mockResolvedValue(verdict(task(2)));
    await drill.submit();
    expect([drill.problem, drill.stage]).toEqual([null, 'judged']);
    expect(answer.mock.lastCall![1].key).toBe(key);
  });

  it('goes on where the session is, when another window has answered', async () => {
    const drill = await begun();
    vi.spyOn(api, 'answerTask').mockRejectedValue(new Problem({ code: 'task-over', detail: 'This task is over.' }));
    vi.spyOn(api, 'session').mockResolvedValue(session(task(2), { done: 1 }));
    await drill.choose('a');
    expect([drill.task?.number, drill.stage, drill.problem?.code]).toEqual([2, 'idle', 'task-over']);
  });

  it('finds the session that was left, or that there is none', async () => {
    const drill = useDrill();
    const open = vi.spyOn(api, 'openSession').mockResolvedValue(session(task(3), { done: 2 }));
    await drill.find();
    expect([drill.stage, drill.task?.number]).toEqual(['idle', 3]);
    open.mockResolvedValue(null);
    await drill.find();
    expect([drill.session, drill.task]).toEqual([null, null]);
  });

  it('offers a break after twenty-five minutes of turning', async () => {
    const drill = await begun();
    vi.spyOn(api, 'answerTask').mockImplementation(async () => verdict(task(2)));
    for (let i = 0; i < 5; i++) {
      now += 5.1 * 60_000;
      await drill.choose('a');
      drill.next();
    }
    expect(drill.breakIsDue).toBe(true);
    drill.tookBreak();
    expect(drill.breakIsDue).toBe(false);
  });
});
