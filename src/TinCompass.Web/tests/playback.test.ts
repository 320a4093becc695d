import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, ref, type EffectScope } from 'vue';
import { usePlayback, type Loop, type Played } from '@/desk/usePlayback';

const three: Played = {
  facelets: 'start',
  turns: ['one', 'two', 'three'].map((facelets, i) => ({
    facelets,
    axis: 'x',
    layers: [1],
    quarters: i === 1 ? 2 : 1,
  })),
};

describe('playing a sequence', () => {
  let scope: EffectScope;
  beforeEach(() => {
    vi.useFakeTimers();
    scope = effectScope();
  });
  afterEach(() => {
    scope.stop();
    vi.useRealTimers();
  });

  function setUp(shown: Played | null = three) {
    const [sequence, turn, motion, resting] = [ref(shown), ref(0), ref(100), ref('resting')];
    const playback = scope.run(() => usePlayback(sequence, turn, motion, resting))!;
    return { sequence, turn, motion, resting, ...playback };
  }

  it('steps on with a motion from the position before, and back the other way round', async () => {
    const { go, turn, pose } = setUp();
    go(1);
    await nextTick();
    expect(turn.value).toBe(1);
    expect(pose.value).toMatchObject({ facelets: 'one', motion: { from: 'start', axis: 'x', quarters: 1, ms: 100 } });
    go(2);
    await nextTick();
    go(1);
    await nextTick();
    expect(pose.value).toMatchObject({ facelets: 'one', motion: { from: 'two', quarters: -2 } });
  });

  it('leaps without a motion and stays within the sequence', async () => {
    const { go, turn, pose, count } = setUp();
    expect(count.value).toBe(3);
    go(9);
    await nextTick();
    expect(turn.value).toBe(3);
    expect(pose.value).toEqual({ facelets: 'three', motion: null });
    go(-4);
    await nextTick();
    expect(turn.value).toBe(0);
    expect(pose.value).toEqual({ facelets: 'start', motion: null });
  });

  it('plays to the end, stops there, and begins anew', async () => {
    const { toggle, playing, turn } = setUp();
    toggle();
    for (let i = 0; i < 5; i++) await vi.advanceTimersByTimeAsync(450);
    expect(turn.value).toBe(3);
    expect(playing.value).toBe(false);
    toggle();
    expect([turn.value, playing.value]).toEqual([0, true]);
    await vi.advanceTimersByTimeAsync(450);
    toggle();
    await vi.advanceTimersByTimeAsync(2_000);
    expect([turn.value, playing.value]).toEqual([1, false]);
  });

  it('waits longer for slow turns', async () => {
    const { toggle, motion, turn } = setUp();
    motion.value = 1_000;
    toggle();
    await vi.advanceTimersByTimeAsync(1_700);
    expect(turn.value).toBe(0);
    await vi.advanceTimersByTimeAsync(200);
    expect(turn.value).toBe(1);
  });

  it('plays a part again and again until the whole is wanted', async () => {
    const [sequence, turn, motion, resting] = [ref<Played | null>(three), ref(3), ref(100), ref('resting')];
    const loop = ref<Loop | null>(null);
    const { playing, toggle } = scope.run(() => usePlayback(sequence, turn, motion, resting, loop))!;
    loop.value = { from: 1, to: 3 };
    await nextTick();
    const seen = [turn.value];
    for (let i = 0; i < 6; i++) {
      await vi.advanceTimersByTimeAsync(450);
      seen.push(turn.value);
    }
    expect(seen).toEqual([1, 2, 3, 1, 2, 3, 1]);
    toggle();
    expect(playing.value).toBe(false);
    turn.value = 0;
    toggle();
    expect(turn.value).toBe(1);
    loop.value = null;
    await nextTick();
    for (let i = 0; i < 4; i++) await vi.advanceTimersByTimeAsync(450);
    expect([turn.value, playing.value]).toEqual([3, false]);
  });

  it('shows what is resting while there is nothing to play', async () => {
    const { sequence, pose, resting, toggle, playing } = setUp(null);
    expect(pose.value.facelets).toBe('resting');
    resting.value = 'other';
    await nextTick();
    expect(pose.value.facelets).toBe('other');
    sequence.value = three;
    await nextTick();
    expect(pose.value.facelets).toBe('start');
    toggle();
    sequence.value = null;
    await nextTick();
    expect(playing.value).toBe(false);
  });
});
