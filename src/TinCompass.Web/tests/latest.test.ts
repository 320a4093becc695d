import { describe, expect, it } from 'vitest';
import { latest } from '@/shared/latest';

describe('the newest question', () => {
  it('is the one that was asked last, whichever answer comes first', async () => {
    const ask = latest();
    const shown: string[] = [];
    const answers: (() => void)[] = [];
    const load = async (name: string) => {
      const isNewest = ask();
      await new Promise<void>((answer) => answers.push(answer));
      if (isNewest()) shown.push(name);
    };
    const both = [load('first'), load('second')];
    answers[1]!();
    answers[0]!();
    await Promise.all(both);
    expect(shown).toEqual(['second']);
  });

  it('is counted for each asker by itself', () => {
    const [one, other] = [latest(), latest()];
    const isNewest = one();
    other();
    expect(isNewest()).toBe(true);
    one();
    expect(isNewest()).toBe(false);
  });
});
