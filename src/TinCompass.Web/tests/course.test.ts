import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { useCourse, type CourseAddress } from '@/features/pairs/courseStore';
import { api, Problem, type Course, type Slots, type Stop } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';

function stop(name: string, text: string, more: Partial<Stop> = {}): Stop {
  return {
    name,
    colors: name.split('-'),
    case: name.includes('cross') ? '' : 'right-back-f',
    caseWords: '',
    stand: '',
    text,
    length: text.split(' ').length,
    time: 3,
    way: '',
    why: '',
    look: null,
    groups: [],
    isChosen: name.includes('cross'),
    hold: 'yellow up, green front',
    facelets: `before ${name}`,
    turns: text
      .split(' ')
      .map((turn) => ({ turn, axis: 'x', layers: [1], quarters: 1, facelets: `after ${name} ${turn}` })),
    ...more,
  };
}

const planned: Course = {
  scramble: 'R U F',
  color: 'white',
  stops: [
    stop('white cross', 'x2 F D'),
    stop('green-red', "R U R'"),
    stop('blue-red', "L U L'"),
    stop('blue-orange', "R U2 R'"),
    stop('green-orange', "F' U F"),
  ],
  total: 12,
  time: 11.5,
  orders: [{ order: 'planned', total: 12, time: 11.5 }],
  isCut: false,
  facelets: 'end',
};
const slots: Slots = {
  color: 'white',
  rotation: '',
  hold: '',
  facelets: '',
  solved: [],
  slots: [],
  note: null,
};
const address: CourseAddress = { scramble: 'R U F', made: 'x2 F D', color: 'white', chosen: '', stop: 1 };

describe('the course', () => {
  beforeEach(() => {
    vi.restoreAllMocks();
    // The little of a page that the preferences touch.
    vi.stubGlobal('document', { documentElement: { dataset: {} } });
    setActivePinia(createPinia());
    vi.spyOn(api, 'course').mockResolvedValue(planned);
    vi.spyOn(api, 'slots').mockResolvedValue(slots);
  });

  it('is planned from the cross and shown from its first pair', async () => {
    const course = useCourse();
    await course.open(address);
    expect(api.course).toHaveBeenCalledWith(
      expect.objectContaining({ scramble: 'R U F', made: 'x2 F D', by: 'time', chosen: '', beam: 16 }),
      expect.anything(),
    );
    expect(course.starts).toEqual([0, 3, 6, 9, 12, 15]);
    expect([course.stop, course.turn]).toEqual([1, 3]);
    expect(course.current?.name).toBe('green-red');
    expect(course.played?.facelets).toBe('before white cross');
    expect(course.played?.steps).toHaveLength(15);
  });

  it('looks at what is open before the stop that is shown', async () => {
    const course = useCourse();
    await course.open(address);
    await course.show(3);
    expect(course.turn).toBe(9);
    expect(vi.mocked(api.slots).mock.lastCall?.[0]).toMatchObject({ made: "x2 F D R U R' L U L'", slack: 1, most: 4 });
    await course.show(0);
    expect(course.slots).toBeNull();
  });

  it('takes another way at a stop, keeps the stops before it and plans the rest anew', async () => {
    const course = useCourse();
    await course.open({ ...address, stop: 3 });
    await course.choose("F U F'");
    expect(course.chosen).toEqual(["R U R'", "L U L'", "F U F'"]);
    expect(vi.mocked(api.course).mock.lastCall?.[0].chosen).toBe("R U R';L U L';F U F'");
    expect(course.stop).toBe(3);
    await course.show(2);
    await course.release();
    expect(course.chosen).toEqual(["R U R'"]);
  });

  it('keeps what it shows when a choice is refused, and forgets the choice', async () => {
    const course = useCourse();
    await course.open(address);
    vi.mocked(api.course).mockRejectedValueOnce(
      new Problem({ code: 'breaks-solved', field: 'chosen', detail: 'Stop 1 breaks the cross.' }),
    );
    await course.choose('R');
    expect(course.problem?.message).toBe('Stop 1 breaks the cross.');
    expect(course.chosen).toEqual([]);
    expect(course.stops).toHaveLength(5);
  });

  it('reads the stops of an address and forgets the sequence of the one before', async () => {
    const course = useCourse();
    await course.open(address);
    course.own = 'R';
    await course.open({ ...address, chosen: " L U L' ; ;R ", stop: 9 });
    expect(course.chosen).toEqual([" L U L' ", 'R ']);
    expect(course.own).toBe('');
    expect(course.stop).toBe(4);
  });

  it('asks for the filters beside the stop, and for all faces in the plan', async () => {
    const course = useCourse();
    await course.open(address);
    await course.setFilter({ faces: 'RU', noRotation: true });
    expect(vi.mocked(api.slots).mock.lastCall?.[0]).toMatchObject({ faces: 'RU', noRotation: true, keepHalves: false });
    await course.nextSlack();
    expect(vi.mocked(api.slots).mock.lastCall?.[0]).toMatchObject({ slack: 2 });
    await course.nextMeasure();
    expect(vi.mocked(api.course).mock.lastCall?.[0]).toMatchObject({ faces: '', by: 'turns' });
  });

  it('compares the schools of the pair that is shown, once', async () => {
    const schools = vi.spyOn(api, 'schools').mockResolvedValue([{ school: 'byRule', name: 'by rule', solution: null }]);
    const course = useCourse();
    await course.open(address);
    await course.setBeside('schools');
    await course.setBeside('schools');
    expect(schools).toHaveBeenCalledTimes(1);
    expect(schools.mock.lastCall?.[0]).toMatchObject({ slot: 'green-red', made: 'x2 F D' });
    await course.show(2);
    expect(schools.mock.lastCall?.[0]).toMatchObject({ slot: 'blue-red', made: "x2 F D R U R'" });
  });

  it('judges an own sequence, plays it, and tells what cannot be read beside the field', async () => {
    const judged = { verdict: 'fine', facelets: 'held', turns: planned.stops[1]!.turns } as never;
    const judge = vi.spyOn(api, 'judgePairs').mockResolvedValue(judged);
    const course = useCourse();
    await course.open(address);
    await course.judge();
    expect(judge).not.toHaveBeenCalled();
    course.own = "R U R'";
    await course.judge();
    expect(course.showing).toBe('own');
    expect(course.played?.steps).toHaveLength(3);
    judge.mockRejectedValueOnce(
      new Problem({ code: 'unknown-turn', field: 'plan', detail: "Column 1: 'Q' is no turn." }),
    );
    course.own = 'Q';
    await course.judge();
    expect(course.ownProblem?.message).toContain("'Q' is no turn");
    expect(course.own).toBe('Q');
    await course.show(1);
    expect(course.showing).toBe('course');
  });

  it('keeps a course for somebody, and says so when nobody is there', async () => {
    const add = vi.spyOn(api, 'addCourse').mockResolvedValue({} as never);
    const list = vi.spyOn(api, 'courses').mockResolvedValue([]);
    vi.spyOn(api, 'habits').mockRejectedValue(new Problem({ code: 'unreachable' }));
    const course = useCourse();
    await course.open(address);
    await course.keep();
    expect(add).not.toHaveBeenCalled();
    expect(course.problem?.message).toContain('Choose or add a solver');
    usePreferences().solverId = 7;
    await nextTick();
    await course.keep();
    expect(add.mock.lastCall?.[0]).toMatchObject({
      solverId: 7,
      made: 'x2 F D',
      stops: "R U R';L U L';R U2 R';F' U F",
    });
    expect(course.kept).toBe('Kept.');
    expect(list).toHaveBeenCalled();
  });

  it('plans anew for other hands and another beam', async () => {
    const course = useCourse();
    await course.open(address);
    const preferences = usePreferences();
    const before = vi.mocked(api.course).mock.calls.length;
    preferences.habits = { ...preferences.habits, leftHanded: true, beam: 40 };
    await nextTick();
    await vi.waitFor(() => expect(vi.mocked(api.course).mock.calls.length).toBe(before + 1));
    expect(vi.mocked(api.course).mock.lastCall?.[0]).toMatchObject({ leftHanded: true, beam: 40 });
  });
});
