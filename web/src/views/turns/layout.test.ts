import { describe, expect, it } from 'vitest';
import type { Cell } from '../../generated/api';
import { layout, leading, LEGIBLE } from './layout';

const [EARLY, MAIN, ALL] = [
  { early: true, main: false, late: false },
  { early: false, main: true, late: false },
  { early: true, main: true, late: true },
];
const cell = (crop: string, centisquares: number | null, parts = ALL) =>
  ({ stood: { what: 'crop', key: crop }, centisquares, parts }) as Cell;

describe('a crowded cell', () => {
  it('draws the largest and tells how many there are besides', () => {
    const all = ['pea', 'kale', 'leek', 'beet', 'dill', 'bean'].map((crop, n) => cell(crop, 100 * (n + 1)));
    const { drawn, more } = leading(all);
    expect(drawn.map((one) => one.stood.key)).toEqual(['beet', 'dill', 'bean']);
    expect(more).toBe(3);
    expect(leading(all.slice(0, LEGIBLE))).toEqual({ drawn: all.slice(0, LEGIBLE), more: 0 });
  });

  it('gives every crop that is drawn the height of its ticket, and none lies over another', () => {
    const sizes = [null, 10, 400, 1600, 2100];
    for (const a of sizes)
      for (const b of sizes)
        for (const parts of [EARLY, MAIN, ALL]) {
          const cells = [cell('pea', a), cell('kale', b, parts), cell('leek', 50, MAIN), cell('beet', 900, EARLY)];
          const blocks = layout(cells, 21, 90, 56);
          for (const one of blocks) {
            expect(one.h).toBeGreaterThanOrEqual(13);
            expect(one.y + one.h).toBeLessThanOrEqual(56.001);
            for (const other of blocks.filter((block) => block !== one)) {
              const across = Math.min(one.x + one.w, other.x + other.w) - Math.max(one.x, other.x);
              const down = Math.min(one.y + one.h, other.y + other.h) - Math.max(one.y, other.y);
              expect(across < 0.001 || down < 0.001).toBe(true);
            }
          }
        }
  });
});
