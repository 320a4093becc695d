import { describe, expect, it } from 'vitest';

const rooms = import.meta.glob<string>('../src/stages/*/stage.ts', {
  query: '?raw',
  import: 'default',
  eager: true,
});
const outside = import.meta.glob<string>('../src/{desk,features,shared,cube}/**/*.{ts,vue}', {
  query: '?raw',
  import: 'default',
  eager: true,
});

describe('the rooms of stages', () => {
  it('each tell what they add, in a way that the interface finds', () => {
    expect(Object.keys(rooms).length).toBeGreaterThan(10);
    for (const [file, text] of Object.entries(rooms))
      expect(/^export (const faces|function join)\b/m.test(text), file).toBe(true);
  });

  it('are the only place that knows a stage by its name', () => {
    const byName = /\b(stageHabit|faceOf)\(\s*'|\bstages\[0\] (===|!==) '/;
    expect(Object.keys(outside).length).toBeGreaterThan(100);
    for (const [file, text] of Object.entries(outside)) expect(byName.exec(text)?.[0], file).toBeUndefined();
  });
});
