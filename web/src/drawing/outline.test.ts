import { describe, expect, it } from 'vitest';
import type { Shape } from '../generated/api';
import { outline } from './outline';

/** The corners of a path of straight lines. */
function corners(path: string): [number, number][] {
  let [x, y] = [0, 0];
  return [...path.matchAll(/([MHV])(-?[\d.]+)(?: (-?[\d.]+))?/g)].map(([, step, a, b]) => {
    if (step === 'M') [x, y] = [Number(a), Number(b)];
    else if (step === 'H') x = Number(a);
    else y = Number(a);
    return [x, y];
  });
}

/** The area within a path, by the shoelace rule. */
function area(path: string): number {
  const all = corners(path);
  const twice = all.reduce((sum, [x, y], n) => {
    const [nx, ny] = all[(n + 1) % all.length] ?? [0, 0];
    return sum + x * ny - nx * y;
  }, 0);
  return Math.abs(twice) / 2;
}

describe('outline', () => {
  const bed = (shape: Shape) => ({ shape, length: 96, width: 48 });
  it('is the whole rectangle where nothing is missing', () => {
    expect(area(outline(bed({ is: 'rectangle' }), 1))).toBe(96 * 48);
  });
  it('leaves out the corner that is missing, whichever it is', () => {
    for (const right of [true, false])
      for (const near of [true, false]) {
        const path = outline(bed({ is: 'corner', right, near, along: 40, across: 20 }), 1);
        expect(area(path)).toBe(96 * 48 - 40 * 20);
        const inside = corners(path).filter(([x, y]) => x === (right ? 96 : 0) && y === (near ? 48 : 0));
        expect(inside).toEqual([]);
      }
  });
  it('grows by a board all round', () => {
    const path = outline(bed({ is: 'corner', right: true, near: true, along: 40, across: 20 }), 1, 2);
    expect(area(path)).toBe(100 * 52 - 40 * 20);
  });
});
