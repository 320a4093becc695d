import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { api, Problem, type Comparison, type Explanation, type Plans } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { useCross } from '@/stages/cross/crossStore';

const outlook = (color: string, length: number) => ({ color, length, rotation: '' });
const compared = {
  scramble: 'R U',
  facelets: '',
  outlooks: [outlook('white', 6), outlook('red', 5), outlook('orange', 4)],
} as unknown as Comparison;
const plansOf = (color: string) =>
  ({ outlook: outlook(color, 4), groups: [{ plans: [{ text: `D ${color}` }] }] }) as unknown as Plans;
const told = { sequence: { turns: [], notes: [] }, moments: [{ remaining: 0 }] } as unknown as Explanation;

/** Answers of the planner that come when the test says so; one that was given up never comes. */
const waiting: { color: string; answer: () => void }[] = [];

beforeEach(() => {
  vi.stubGlobal('document', { documentElement: { dataset: {} } });
  setActivePinia(createPinia());
  waiting.length = 0;
  vi.spyOn(api, 'compare').mockResolvedValue(compared);
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

describe('the cross at the desk', () => {
  async function begun() {
    const [cross, desk] = [useCross(), useDesk()];
    const begin = cross.begin('R U', { color: 'white' }, new AbortController().signal);
    await settle();
    await begin;
    expect(desk.color).toBe('white');
    return { cross, desk };
  }

  it('keeps a colour that is on its way when the order of plans changes meanwhile', async () => {
    const { cross, desk } = await begun();
    void cross.chooseColor('orange');
    await nextTick();
    expect(waiting.map((w) => w.color)).toEqual(['orange']);
    // Another order before the colour is there: its plans are asked for anew, not those of the one still shown.
    usePreferences().habits.order = 'time';
    await nextTick();
    await settle();
    expect(desk.color).toBe('orange');
    expect(cross.chosen).toBe('D orange');
  });

  it('takes the colour that is still shown back while another one is on its way', async () => {
    const { cross, desk } = await begun();
    void cross.chooseColor('red');
    await nextTick();
    void cross.chooseColor('white');
    await settle();
    expect(desk.color).toBe('white');
    expect(cross.chosen).toBe('D white');
  });

  it('means the colour that is shown again when another one could not be had', async () => {
    const { cross, desk } = await begun();
    vi.spyOn(api, 'plans').mockRejectedValueOnce(new Problem({ code: 'unreachable' }));
    await cross.chooseColor('red');
    expect(desk.color).toBe('white');
    void cross.chooseColor('red');
    await settle();
    expect(desk.color).toBe('red');
  });
});
