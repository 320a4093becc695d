import { effectScope, ref } from 'vue';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { average, clock, solved } from '@/shared/solveTime';
import { holdMs, useTimer } from '@/features/timer/useTimer';

describe('a time', () => {
  it('is cut to hundredths, an average is rounded', () => {
    expect([clock(9_999), clock(62_345), clock(3_600_000), clock(5)]).toEqual(['9.99', '1:02.34', '60:00.00', '0.00']);
    expect([average(12_335.1), average(null), average(null, true)]).toEqual(['12.34', '–', 'DNF']);
    expect([
      solved({ result: 12_340, penalty: 'plusTwo' }),
      solved({ result: null, penalty: 'dnf' }),
      solved({ result: 9_990, penalty: 'none' }),
    ]).toEqual(['12.34+', 'DNF', '9.99']);
  });
});

describe('the timer', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  function make(inspects: boolean) {
    const stops: [number, number | null][] = [];
    const timer = effectScope().run(() => useTimer(ref(inspects), (ms, looked) => stops.push([ms, looked])))!;
    return { timer, stops };
  }

  it('inspects, waits for a hand that is held, runs, and stops at any press', () => {
    const { timer, stops } = make(true);
    timer.press(1_000);
    timer.release(1_050);
    expect(timer.phase.value).toBe('looking');
    // Let go too soon: it goes on looking.
    timer.press(2_000);
    vi.advanceTimersByTime(holdMs - 1);
    timer.release(2_299);
    expect(timer.phase.value).toBe('looking');
    timer.press(9_000);
    vi.advanceTimersByTime(holdMs);
    expect(timer.phase.value).toBe('ready');
    timer.release(9_450);
    expect(timer.phase.value).toBe('running');
    timer.press(21_795.4);
    expect(stops).toEqual([[12_345, 8_400]]);
    // The press that stopped it begins nothing when it is let go.
    timer.release(21_900);
    expect(timer.phase.value).toBe('idle');
  });

  it('starts without inspection, and hears a key that repeats once', () => {
    const { timer, stops } = make(false);
    timer.press(0);
    timer.press(30);
    vi.advanceTimersByTime(holdMs);
    timer.press(310);
    timer.release(500);
    timer.press(1_500);
    expect(stops).toEqual([[1_000, null]]);
  });

  it('is given up before the start, and not while it runs', () => {
    const { timer, stops } = make(true);
    timer.press(0);
    timer.release(10);
    timer.cancel();
    expect(timer.phase.value).toBe('idle');
    timer.press(100);
    timer.release(110);
    timer.press(200);
    vi.advanceTimersByTime(holdMs);
    timer.release(600);
    timer.cancel();
    expect(timer.phase.value).toBe('running');
    timer.press(700);
    expect(stops).toEqual([[100, 490]]);
  });
});
