import { describe, expect, it } from 'vitest';
import { grips, primes, seconds, turns } from '@/shared/text';

describe('small words', () => {
  it('prints real primes and leaves the rest', () => {
    expect(primes("R U' F2 d'")).toBe('R U′ F2 d′');
    expect(primes('')).toBe('');
  });

  it('tells seconds with a tenth, and nothing for nothing', () => {
    expect(seconds(7_640)).toBe('7.6 s');
    expect(seconds(0)).toBe('0.0 s');
    expect(seconds(null)).toBe('–');
  });

  it('counts turns and regrips as one says it', () => {
    expect([0, 1, 2].map(turns)).toEqual(['0 turns', '1 turn', '2 turns']);
    expect([0, 1, 2].map(grips)).toEqual(['no regrip', '1 regrip', '2 regrips']);
  });
});
