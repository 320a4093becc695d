import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { useDesk } from '@/desk/deskStore';
import type { Address } from '@/desk/address';
import { addFaces, type StageFace } from '@/desk/faces';
import { useOpenings } from '@/desk/openingStore';
import { useStops } from '@/desk/stopStore';
import { api, Problem, type Explanation, type Opening, type Openings, type Plans } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { useCross } from '@/stages/cross/crossStore';

const opening = (color: string, length: number, more: Partial<Opening> = {}) =>
  ({ part: '', bases: [color], title: color, length, time: null, best: '', ...more }) as unknown as Opening;
const compared = {
  scramble: 'R U',
  facelets: '',
  openings: [opening('white', 6), opening('red', 5), opening('orange', 4)],
} as unknown as Openings;
const plansOf = (color: string) =>
  ({ outlook: { color, rotation: '' }, groups: [{ plans: [{ text: `D ${color}` }] }] }) as unknown as Plans;
const told = { sequence: { turns: [], notes: [] }, moments: [{ remaining: 0 }] } as unknown as Explanation;

/** Answers of the planner that come when the test says so; one that was given up never comes. */
const waiting: { color: string; answer: () => void }[] = [];

beforeEach(() => {
  vi.stubGlobal('document', { documentElement: { dataset: {} } });
  setActivePinia(createPinia());
  waiting.length = 0;
  addFaces([
    {
      id: 'cross',
      forget: () => undefined,
      opening: {
        label: '',
        legend: () => [],
        keepsBase: true,
        load: (color: string, wanted: Partial<Address>, signal: AbortSignal) => useCross().load(color, wanted, signal),
      },
    } as unknown as StageFace,
  ]);
  vi.spyOn(api, 'openings').mockResolvedValue(compared);
  vi.spyOn(api, 'explain').mockResolvedValue(told);
  vi.spyOn(api, 'plans').mockImplementation(
    (_scramble, color, _slack, _options, signal) =>
      new Promise((resolve, reject) => {
        signal?.addEventListener('abort', () => reject(new DOMException('given up', 'AbortError')));
        waiting.push({ color, answer: () => resolve(plansOf(color)) });
      }),
  );
});

/** What is asked for is answered until nothing is left. */
async function settle() {
  for (let i = 0; i < 12; i++) {
    waiting.splice(0).forEach((w) => w.answer());
    await nextTick();
    await new Promise((done) => setTimeout(done));
  }
}

/** The key of a colour. */
const choose = (color: string) => useOpenings().choose(useOpenings().all.find((o) => o.title === color));

describe('the cross at the desk', () => {
  async function begun() {
    const [cross, desk] = [useCross(), useDesk()];
    const begin = useOpenings().begin('R U', { color: 'white' }, new AbortController().signal);
    await settle();
    await begin;
    expect(desk.color).toBe('white');
    return { cross, desk };
  }

  it('keeps a colour that is on its way when the order of plans changes meanwhile', async () => {
    const { cross, desk } = await begun();
    void choose('orange');
    await nextTick();
    expect(waiting.map((w) => w.color)).toEqual(['orange']);
    // Another order before the colour is there: its plans are asked for, not those of the one still shown.
    usePreferences().habits.order = 'time';
    await nextTick();
    await settle();
    expect(desk.color).toBe('orange');
    expect(cross.chosen).toBe('D orange');
  });

  it('takes the colour that is still shown back while another one is on its way', async () => {
    const { cross, desk } = await begun();
    void choose('red');
    await nextTick();
    void choose('white');
    await settle();
    expect(desk.color).toBe('white');
    expect(cross.chosen).toBe('D white');
  });

  it('means the colour that is shown again when another one could not be had', async () => {
    const { desk } = await begun();
    vi.spyOn(api, 'plans').mockRejectedValueOnce(new Problem({ code: 'unreachable' }));
    await choose('red');
    expect(desk.color).toBe('white');
    void choose('red');
    await settle();
    expect(desk.color).toBe('red');
  });
});

describe('a first stage of the common contract', () => {
  const blocks = [
    opening('white', 7, { part: 'red', best: 'F', time: 9 }),
    opening('white', 6, { part: 'green', best: 'R', time: 8 }),
    opening('yellow', 5, { part: 'red', best: 'D', time: 5 }),
  ];

  beforeEach(() => {
    addFaces([
      {
        id: 'cross',
        forget: () => undefined,
        opening: { label: '', legend: () => [], allows: ({ part }: Opening) => part !== 'blue' },
      } as unknown as StageFace,
    ]);
    vi.spyOn(api, 'openings').mockResolvedValue({ ...compared, openings: blocks });
    vi.spyOn(api, 'ways').mockResolvedValue([]);
    vi.spyOn(api, 'drawn').mockImplementation(({ plan }) =>
      Promise.resolve({ isDone: true, sequence: { text: plan, turns: [], notes: [] } } as never),
    );
    vi.spyOn(api, 'course').mockRejectedValue(new Problem({ code: 'unreachable' }));
    plansFor('white');
  });

  /** The habits are others, not changed ones: stores of the tests before listen to those. */
  const plansFor = (color: string) => {
    const preferences = usePreferences();
    preferences.habits = { ...preferences.habits, colors: [color] };
  };
  const begin = (wanted = {}) => useOpenings().begin('R U', wanted, new AbortController().signal);
  const shown = () => [useDesk().color, useStops().part, useDesk().first?.text];

  it('begins with the best of those that habits allow', async () => {
    await begin();
    expect(shown()).toEqual(['white', 'green', 'R']);
  });

  it('begins with what an address asks for, on any base', async () => {
    await begin({ color: 'white', pair: 'red' });
    expect(shown()).toEqual(['white', 'red', 'F']);
    await begin({ color: 'yellow' });
    expect(shown()).toEqual(['yellow', 'red', 'D']);
    await begin({ color: 'yellow', plan: 'x U' });
    expect(shown()).toEqual(['yellow', 'red', 'x U']);
  });

  it('goes to the best of another colour when habits no longer allow what is shown', async () => {
    await begin();
    plansFor('yellow');
    await settle();
    expect(shown()).toEqual(['yellow', 'red', 'D']);
  });

  it('gives each of those that are allowed a key, and chooses what has it', async () => {
    await begin();
    const openings = useOpenings();
    expect([0, 1, 2].map((n) => openings.keyed(n)?.part)).toEqual(['red', 'green', undefined]);
    await openings.choose(openings.keyed(0));
    expect(shown()).toEqual(['white', 'red', 'F']);
  });
});
