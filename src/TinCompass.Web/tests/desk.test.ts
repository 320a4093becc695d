import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { addFaces, type StageFace } from '@/desk/faces';
import { api, Problem, type Course, type Sequence, type Stop } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';

function sequence(text: string, name = ''): Sequence {
  return {
    text,
    rotation: '',
    hold: 'yellow up, green front',
    facelets: `before ${name}`,
    turns: text
      .split(' ')
      .map((turn) => ({ turn, axis: 'x', layers: [1], quarters: 1, facelets: `after ${name} ${turn}` })),
    notes: [],
    lengths: { htm: text.split(' ').length, stm: 0, qtm: 0, etm: 0 },
    time: 3,
    regrips: 0,
    quicker: null,
  };
}

function stop(stage: string, title: string, text: string): Stop {
  return {
    stage,
    title,
    colors: title.split('-'),
    case: stage === 'f2l' ? 'right-back-f' : '',
    caseTitle: '',
    stand: '',
    length: text.split(' ').length,
    time: 3,
    way: '',
    why: '',
    look: null,
    isChosen: false,
    facelets: '',
    points: [],
    made: text,
    madeLength: text.split(' ').length,
    joined: [],
    sequence: sequence(text, title),
  };
}

const planned: Course = {
  method: 'cfop',
  scramble: 'R U F',
  color: 'white',
  stops: [
    stop('cross', 'white cross', 'x2 F D'),
    stop('f2l', 'green-red', "R U R'"),
    stop('f2l', 'blue-red', "L U L'"),
    stop('f2l', 'blue-orange', "R U2 R'"),
    stop('f2l', 'green-orange', "F' U F"),
  ],
  total: 15,
  time: 11.5,
  orders: [],
  isCut: false,
  isDone: true,
  facelets: 'end',
};

const figures = { isDone: true, turns: 3, best: 3, overBest: 0, firstMistake: null, verdict: 'fine' };

const method = (id: string, stages: string[]) => ({ id, title: id, stages, metric: 'HTM' });

/** A stage of the tests' own: it shows one way and judges everything well. */
function face(id: string): StageFace {
  return {
    id,
    plan: {},
    instead: {},
    verdict: {},
    own: { label: () => id, placeholder: '' },
    forCourse: () => (id === 'f2l' ? { beam: Number(usePreferences().stageHabit('f2l', 'beam', '16')) } : {}),
    actions: () => ({}) as never,
    begin: vi.fn((text: string) => {
      const desk = useDesk();
      desk.scramble = text;
      desk.showFirst('x2 F D', sequence('F D'));
      return Promise.resolve({ scramble: text, facelets: 'scrambled' });
    }),
    enter: vi.fn(() => Promise.resolve()),
    judge: vi.fn((own: { text: string }) =>
      Promise.resolve({ read: own.text, figures, sequence: sequence(own.text), isBroken: false }),
    ),
    forget: vi.fn(),
    explain: () => ({}),
  };
}

describe('the desk', () => {
  let cross: StageFace;
  let f2l: StageFace;

  beforeEach(() => {
    vi.restoreAllMocks();
    // The little of a page that the preferences touch.
    vi.stubGlobal('document', { documentElement: { dataset: {} } });
    setActivePinia(createPinia());
    vi.spyOn(api, 'course').mockResolvedValue(planned);
    [cross, f2l] = [face('cross'), face('f2l')];
    addFaces([cross, f2l]);
  });

  it('shows the first stop and plans what follows at once', async () => {
    const desk = useDesk();
    await desk.open('R U F');
    expect([desk.stage, desk.stop]).toEqual(['cross', 0]);
    expect(desk.shown?.text).toBe('F D');
    await vi.waitFor(() => expect(desk.course).not.toBeNull());
    expect(api.course).toHaveBeenCalledTimes(1);
    expect(vi.mocked(api.course).mock.lastCall?.[0]).toMatchObject({ scramble: 'R U F', made: 'x2 F D', by: 'time' });
  });

  it('goes on and back along the course, and each stop begins where the one before ended', async () => {
    const desk = useDesk();
    await desk.open('R U F', { stop: 1 });
    expect([desk.stage, desk.stop, desk.made]).toEqual(['f2l', 1, 'x2 F D']);
    expect(f2l.enter).toHaveBeenCalledTimes(1);
    await desk.onward();
    await desk.onward();
    expect(desk.made).toBe("x2 F D R U R' L U L'");
    expect(desk.shown?.facelets).toBe('before blue-orange');
    await desk.back();
    expect([desk.stop, desk.turn]).toEqual([2, 0]);
  });

  it('takes another way at a stop, keeps the stops before it and plans the rest anew', async () => {
    const desk = useDesk();
    await desk.open('R U F', { stop: 3 });
    await desk.choose("F U F'");
    expect(desk.chosen).toEqual(["R U R'", "L U L'", "F U F'"]);
    expect(vi.mocked(api.course).mock.lastCall?.[0].chosen).toBe("R U R';L U L';F U F'");
    expect(desk.stop).toBe(3);
    await desk.show(2);
    await desk.release();
    expect(desk.chosen).toEqual(["R U R'"]);
  });

  it('keeps what it shows when a choice is refused, and forgets the choice', async () => {
    const desk = useDesk();
    await desk.open('R U F', { stop: 1 });
    vi.mocked(api.course).mockRejectedValueOnce(
      new Problem({ code: 'breaks-solved', field: 'chosen', detail: 'Stop 1 breaks the cross.' }),
    );
    await desk.choose('R');
    expect(desk.courseProblem?.message).toBe('Stop 1 breaks the cross.');
    expect(desk.chosen).toEqual([]);
    expect(desk.stops).toHaveLength(5);
  });

  it('reads the stops of an address and forgets the sequence of the position before', async () => {
    const desk = useDesk();
    await desk.open('R U F');
    desk.own = 'R';
    await desk.open('R U F', { chosen: " L U L' ; ;R ", stop: 9 });
    expect(desk.chosen).toEqual([" L U L' ", 'R ']);
    expect([desk.own, desk.stop]).toEqual(['', 4]);
  });

  it('a judgement that is on its way is not lost to a trial of the same text', async () => {
    const desk = useDesk();
    await desk.open('R U F');
    let answer: () => void = () => undefined;
    vi.mocked(cross.judge).mockImplementationOnce(
      (own) =>
        new Promise((resolve) => {
          answer = () => resolve({ read: own.text, figures, sequence: sequence(own.text), isBroken: false });
        }),
    );
    desk.own = "F' L";
    const judged = desk.judge();
    await desk.tryOwn();
    answer();
    await judged;
    expect([desk.judgedText, desk.turn]).toEqual(["F' L", 0]);
    expect(cross.judge).toHaveBeenCalledTimes(1);
  });

  it('a plan that was given up does not end the loading of the next', async () => {
    const desk = useDesk();
    let first: (course: Course) => void = () => undefined;
    vi.mocked(api.course)
      .mockImplementationOnce(
        (_, signal) =>
          new Promise((resolve, reject) => {
            first = resolve;
            signal?.addEventListener('abort', () => reject(new DOMException('given up', 'AbortError')));
          }),
      )
      .mockImplementationOnce(() => new Promise(() => undefined));
    await desk.open('R U F');
    void desk.planCourse();
    first(planned);
    await nextTick();
    await nextTick();
    expect(desk.planning).toBe(true);
  });

  it('judges an own sequence where it stands, plays it, and keeps it with its stage, once', async () => {
    const add = vi.spyOn(api, 'addAttempt').mockResolvedValue({} as never);
    vi.spyOn(api, 'habits').mockRejectedValue(new Problem({ code: 'unreachable' }));
    const desk = useDesk();
    usePreferences().solverId = 7;
    await desk.open('R U F', { stop: 1 });
    desk.own = "R U R'";
    await desk.judge();
    expect(f2l.judge).toHaveBeenCalledWith(expect.objectContaining({ made: 'x2 F D', text: "R U R'" }));
    expect([desk.showing, desk.shown?.turns.length]).toEqual(['own', 3]);
    // Pressed twice before the first answer: one key, so the server keeps it once.
    await Promise.all([desk.keep(), desk.keep()]);
    expect(new Set(add.mock.calls.map(([body]) => body.key)).size).toBe(1);
    expect(add.mock.lastCall?.[0]).toMatchObject({ stage: 'f2l', made: 'x2 F D', plan: "R U R'", solverId: 7 });
    expect(desk.kept).toBe(true);
    await desk.keep();
    expect(new Set(add.mock.calls.map(([body]) => body.key)).size).toBe(1);
  });

  it('tells what cannot be read beside the field and loses nothing', async () => {
    const desk = useDesk();
    await desk.open('R U F');
    vi.mocked(cross.judge).mockRejectedValueOnce(
      new Problem({ code: 'unknown-turn', field: 'plan', detail: "Column 1: 'Q' is no turn." }),
    );
    desk.own = 'Q';
    await desk.judge();
    expect(desk.ownProblem?.message).toContain("'Q' is no turn");
    expect(desk.own).toBe('Q');
  });

  it('keeps a course for somebody, with one key however often, and says so when nobody is there', async () => {
    const add = vi.spyOn(api, 'addCourse').mockResolvedValue({} as never);
    vi.spyOn(api, 'courses').mockResolvedValue([]);
    vi.spyOn(api, 'habits').mockRejectedValue(new Problem({ code: 'unreachable' }));
    const desk = useDesk();
    await desk.open('R U F', { stop: 1 });
    await desk.keep();
    expect(add).not.toHaveBeenCalled();
    expect(desk.courseProblem?.message).toContain('Choose or add a solver');
    usePreferences().solverId = 7;
    await nextTick();
    await Promise.all([desk.keep(), desk.keep()]);
    expect(new Set(add.mock.calls.map(([body]) => body.key)).size).toBe(1);
    expect(add.mock.lastCall?.[0]).toMatchObject({ made: 'x2 F D', stops: "R U R';L U L';R U2 R';F' U F" });
    expect(desk.isCourseKept).toBe(true);
  });

  it('never asks for the course of a method from the first stop of another', async () => {
    const desk = useDesk();
    desk.status = { methods: [method('cfop', ['cross', 'f2l']), method('edges', ['f2l', 'cross'])] } as never;
    f2l.begin = vi.fn((text: string, _, signal: AbortSignal) => {
      // Its answer is not there before the course of the first stop is due.
      return new Promise<{ scramble: string; facelets: string }>((resolve) => {
        setTimeout(() => {
          if (!signal.aborted) desk.showFirst('U F', sequence('U F'));
          resolve({ scramble: text, facelets: 'scrambled' });
        }, 400);
      });
    });
    await desk.open('R U F');
    await desk.nextMethod();
    await vi.waitFor(() => expect(vi.mocked(api.course).mock.lastCall?.[0].method).toBe('edges'));
    const asked = vi.mocked(api.course).mock.calls.map(([query]) => query);
    expect(asked.filter((query) => query.method === 'edges').map((query) => query.made)).toEqual(['U F']);
  });

  it('plans once for a first stop that changes as long as a key is held down', async () => {
    const desk = useDesk();
    await desk.open('R U F');
    for (const text of ['U', 'U F', 'U F D', 'F', 'F D F']) desk.showFirst(text, sequence(text));
    const before = vi.mocked(api.course).mock.calls.length;
    await vi.waitFor(() => expect(vi.mocked(api.course).mock.lastCall?.[0].made).toBe('F D F'));
    expect(vi.mocked(api.course).mock.calls.length).toBe(before + 1);
  });

  it('plans a course while its first stop is drawn, and asks for it once', async () => {
    const desk = useDesk();
    const draw =
      (text: string, isDone = true) =>
      (scramble: string) => {
        desk.scramble = scramble;
        desk.planEarly(text);
        desk.showFirst(text, sequence(text), '', isDone);
        return Promise.resolve({ scramble, facelets: 'scrambled' });
      };
    vi.mocked(cross.begin!).mockImplementationOnce(draw('U D'));
    await desk.open('R U F');
    await vi.waitFor(() => expect(desk.course).not.toBeNull());
    expect(vi.mocked(api.course).mock.calls.map(([query]) => query.made)).toEqual(['U D']);
    // What was asked for is of no use where it is not what is shown.
    vi.mocked(api.course).mockClear();
    await new Promise((rest) => setTimeout(rest, 220));
    let signal: AbortSignal | null | undefined;
    vi.mocked(api.course).mockImplementationOnce((_, given) => {
      signal = given;
      return new Promise(() => undefined);
    });
    vi.mocked(cross.begin!).mockImplementationOnce(draw('F', false));
    await desk.open('R U F D');
    await vi.waitFor(() => expect(desk.course).not.toBeNull());
    expect(vi.mocked(api.course).mock.calls.map(([query]) => query.made)).toEqual(['F', '']);
    expect(signal?.aborted).toBe(true);
  });

  it('plans anew for other hands and another beam', async () => {
    const desk = useDesk();
    await desk.open('R U F', { stop: 1 });
    const preferences = usePreferences();
    const before = vi.mocked(api.course).mock.calls.length;
    preferences.habits = { ...preferences.habits, leftHanded: true, stages: { f2l: { beam: '40' } } };
    await vi.waitFor(() => expect(vi.mocked(api.course).mock.calls.length).toBe(before + 1));
    expect(vi.mocked(api.course).mock.lastCall?.[0]).toMatchObject({ leftHanded: true, beam: 40 });
  });
});
