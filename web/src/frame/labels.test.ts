import { describe, expect, it } from 'vitest';
import { apart } from './labels';

const label = (from: number, to: number, foot: number) => ({ from, to, foot });

describe('labels', () => {
  it('leaves out what would touch one that is kept', () => {
    const [one, near, far] = [label(0, 40, 20), label(43, 60, 25), label(46, 60, 20)];
    expect(apart([one, near])).toEqual([one]);
    expect(apart([one, far])).toEqual([one, far]);
  });
  it('keeps what lies above or below', () => {
    const all = [label(0, 40, 20), label(0, 40, 33)];
    expect(apart(all)).toEqual(all);
  });
  it('gives way to what stands already', () => {
    expect(apart([label(0, 40, 20)], [label(30, 70, 22)])).toEqual([]);
  });
  it('lets another take the place of what was left out', () => {
    const [one, gone, after] = [label(0, 40, 20), label(35, 75, 20), label(60, 90, 20)];
    expect(apart([one, gone, after])).toEqual([one, after]);
  });
});
