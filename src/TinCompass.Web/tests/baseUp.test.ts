import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { useBaseUp } from '@/desk/baseUp';
import { api, Problem, type BaseUp, type Sequence } from '@/shared/api/client';
import { useNotices } from '@/shared/notices';

const pairs = (text: string) =>
  text.split(', ').map((pair) => ({ down: pair.split(' = ')[0]!, up: pair.split(' = ')[1]! }));
// As the server tells them; a letter of a position is that which stood in its place from the other end.
const told: BaseUp = {
  turns: pairs(
    "R = L, L = R, R' = L', L' = R', U2 = D2, D2 = U2, U = D, D = U, F = F, r = l, l = r, M = M', M' = M, y = y', y' = y",
  ),
  holds: [{ down: 'yellow up, green front', up: 'white up, green front' }],
  rotations: pairs('x2 = y2, x2 y = z2 y'),
  stickers: Array.from({ length: 54 }, (_, i) => 53 - i),
};
const letters = Array.from({ length: 54 }, (_, i) => 'WYGBRO'[Math.floor(i / 9)]).join('');
const turn = (name: string, axis: string, layers: number[], quarters: number) => ({
  turn: name,
  axis,
  layers,
  quarters,
  facelets: letters,
});
const sequence = {
  text: "x2 R U' F",
  rotation: 'x2',
  hold: 'yellow up, green front',
  facelets: letters,
  turns: [turn('R', 'x', [1], 1), turn('U2', 'y', [1], 2), turn('F', 'z', [1], 1)],
  notes: [{ turns: 'R U2', to: 2 }],
  quicker: { text: 'M U' },
} as unknown as Sequence;

async function up() {
  const baseUp = useBaseUp();
  baseUp.wanted = true;
  await nextTick();
  await new Promise((done) => setTimeout(done));
  return baseUp;
}

describe('the base up', () => {
  beforeEach(() => {
    vi.stubGlobal('document', { documentElement: { dataset: {} } });
    setActivePinia(createPinia());
    vi.spyOn(api, 'baseUp').mockResolvedValue(told);
  });

  it('leaves everything as it is told while the base is down', () => {
    const baseUp = useBaseUp();
    baseUp.wanted = false;
    expect([baseUp.renamed('R U2'), baseUp.fromScramble('x2 R'), baseUp.hold('yellow up, green front')]).toEqual([
      'R U2',
      'x2 R',
      'yellow up, green front',
    ]);
    expect(baseUp.sequence(sequence, true)).toBe(sequence);
  });

  it('calls turns by their other names, however they are written, and leaves what is no turn', async () => {
    const baseUp = await up();
    expect(baseUp.renamed("R U2 (M' y)2 [L', Rw D]")).toBe("L D2 (M y')2 [R', l U]");
    expect(baseUp.renamed('RU2F')).toBe('LD2F');
    expect(baseUp.renamed('Q 7')).toBe('Q 7');
    const text = "R U2 M' l y D";
    expect(baseUp.renamed(baseUp.renamed(text))).toBe(text);
  });

  it('turns the base up by the rotation that a sequence begins with', async () => {
    const baseUp = await up();
    expect(baseUp.fromScramble('x2 R U2')).toBe('y2 L D2');
    expect(baseUp.fromScramble('R')).toBe('z2 L');
    expect(baseUp.fromScramble('x y R')).toBe('x y z2 L');
  });

  it('draws the same layers where they are then', async () => {
    const seen = (await up()).sequence(sequence, true);
    expect([seen.text, seen.hold]).toEqual(["y2 L U' F", 'white up, green front']);
    expect(seen.facelets).toBe(Array.from(letters).reverse().join(''));
    expect(seen.turns.map((t) => [t.turn, t.layers, t.quarters])).toEqual([
      ['L', [-1], -1],
      ['D2', [-1], 2],
      ['F', [1], 1],
    ]);
    expect([seen.notes[0]!.turns, seen.quicker!.text]).toEqual(['L D2', "M' D"]);
  });

  it('says why when the names cannot be had, and stays with the base down', async () => {
    vi.spyOn(api, 'baseUp').mockRejectedValue(new Problem({ detail: 'Not now.' }));
    const baseUp = await up();
    expect([baseUp.isUp, baseUp.wanted, useNotices().notice?.text]).toEqual([false, false, 'Not now.']);
  });
});
