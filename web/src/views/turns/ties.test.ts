import { describe, expect, it } from 'vitest';
import type { Tie } from '../../generated/api';
import { arcs } from './ties';

const tie = (number: number, earlier: number, later: number) => ({ number, earlier, later }) as Tie;
const places = { row: () => 0, x: (year: number) => (year - 2026) * 80, y: () => 40, width: 74, tall: 56 };

describe('the ties of clashes', () => {
  it('hang from the year it was to the year it is back', () => {
    const [arc] = arcs([tie(1, 2026, 2028)], places);
    expect([arc?.from, arc?.to, arc?.below]).toEqual([74 * 0.62, 160 + 74 * 0.38, 88]);
  });

  it('keep their numbers apart where several hang under the same ground', () => {
    const found = arcs([tie(1, 2026, 2027), tie(2, 2026, 2027), tie(3, 2026, 2027)], places).map((arc) => arc.middle);
    for (const [i, one] of found.entries())
      for (const other of found.slice(i + 1)) expect(Math.abs(one - other)).toBeGreaterThanOrEqual(19);
  });

  it('leave out what has no ground on the drawing', () => {
    expect(arcs([tie(1, 2026, 2027)], { ...places, row: () => -1 })).toEqual([]);
  });
});
