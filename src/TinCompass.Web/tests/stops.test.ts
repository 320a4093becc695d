import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useDesk } from '@/desk/deskStore';
import { addFaces, type StageFace } from '@/desk/faces';
import { useStops } from '@/desk/stopStore';
import { api, type Course, type StopQuery, type Way, type WayGroup } from '@/shared/api/client';

const way = (turns: string): Way => ({ turns, length: 3, sliceLength: 3, time: 3, regrips: 0, words: '' });
const group = (title: string, ...ways: string[]): WayGroup => ({
  id: title,
  title,
  colors: [],
  words: '',
  least: 3,
  ways: ways.map(way),
});
const course = {
  stops: [
    { stage: 'cross', title: 'white cross', sequence: { text: 'F D' } },
    { stage: 'f2l', title: 'green-red', sequence: { text: "R U R'" } },
    { stage: 'oll', title: 'top', sequence: { text: 'F R' } },
  ],
} as unknown as Course;
const asked: StopQuery[] = [];
const chosen: string[] = [];

beforeEach(() => {
  vi.stubGlobal('document', { documentElement: { dataset: {} } });
  setActivePinia(createPinia());
  asked.length = chosen.length = 0;
  addFaces([
    { id: 'f2l', ways: { areParts: true, hasSchools: true, slack: 1 } } as unknown as StageFace,
    { id: 'oll' } as unknown as StageFace,
  ]);
  vi.spyOn(api, 'ways').mockImplementation((query) => {
    asked.push(query);
    return Promise.resolve([group('blue-red', 'L', 'L2'), group('green-red', "R U R'", 'R2', 'R')]);
  });
  vi.spyOn(api, 'schools').mockResolvedValue([group('by rule', 'U')]);
});

async function at(stop: number) {
  const [desk, stops] = [useDesk(), useStops()];
  desk.course = course;
  desk.stop = stop;
  vi.spyOn(desk, 'choose').mockImplementation((turns) => {
    chosen.push(turns);
    return Promise.resolve();
  });
  await stops.enter(new AbortController().signal);
  return { desk, stops };
}

describe('the ways of a stop', () => {
  it('has the pair of the stop first, and its ways alone change by the arrows', async () => {
    const { stops } = await at(1);
    expect(stops.groups.map((g) => g.title)).toEqual(['green-red', 'blue-red']);
    await stops.other(-1);
    await stops.other(1);
    await stops.choose(1);
    expect(chosen).toEqual(['R2', 'L']);
    expect(stops.nextGroup()?.turns).toBe('L');
  });

  it('goes through all ways where groups are ideas', async () => {
    const { stops } = await at(2);
    expect(stops.groups.map((g) => g.title)).toEqual(['blue-red', 'green-red']);
    await stops.choose(3);
    expect(chosen).toEqual(['R2']);
  });

  it('asks for as many moves longer as the stage begins with, and keeps what was chosen for each stage', async () => {
    const { desk, stops } = await at(1);
    expect(asked.at(-1)!.slack).toBe(1);
    stops.slack = 2;
    desk.stop = 2;
    expect(stops.slack).toBe(0);
    desk.stop = 1;
    expect(stops.slack).toBe(2);
  });

  it('asks for schools when they are looked at, of the pair of the stop, and has none elsewhere', async () => {
    const { desk, stops } = await at(1);
    expect(api.schools).not.toHaveBeenCalled();
    await stops.nextBeside();
    expect(stops.beside).toBe('schools');
    expect(vi.mocked(api.schools).mock.calls[0]![0].part).toBe('green-red');
    await stops.setBeside('schools');
    expect(api.schools).toHaveBeenCalledTimes(1);
    desk.stop = 2;
    expect(stops.beside).toBe('ways');
    expect(stops.besides).toEqual(['ways', 'kept']);
  });

  it('sends filters with the ways alone', async () => {
    const { desk, stops } = await at(1);
    desk.wishes = ['f2l.keep-halves'];
    stops.filters = ['f2l.only-RU'];
    await stops.enter(new AbortController().signal);
    expect(asked.at(-1)!.wishes).toBe('f2l.keep-halves,f2l.only-RU');
    expect(desk.allWishes).toBe('f2l.keep-halves');
  });
});
