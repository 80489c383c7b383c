import { describe, expect, it } from 'vitest';
import type { Bed } from '../../generated/api';
import { beside, covers, fitted, names } from './fit';

const bed = (id: number, x: number, y: number, part: Partial<Bed> = {}) =>
  ({ id, name: `Bed ${id}`, x, y, length: 24_384, width: 12_192, turn: 0, ...part }) as Bed;

describe('the yard on its drawing', () => {
  it('shows all of every bed, the whole in the middle', () => {
    const fit = fitted([bed(1, 20_000, 10_000), bed(2, 60_000, 40_000)], 800, 500);
    expect(fit.x(20_000 - 12_192)).toBeGreaterThanOrEqual(33.9);
    expect(fit.y(40_000 + 6_096)).toBeLessThanOrEqual(466.1);
    // As much is left over at the left as at the right.
    expect(fit.x(20_000 - 12_192)).toBeCloseTo(800 - fit.x(60_000 + 12_192), 6);
  });

  it('takes a turned bed as wide as it lies', () => {
    const turned = fitted([bed(1, 20_000, 20_000, { turn: 90 })], 800, 300);
    expect((turned.y(20_000 + 12_192) - turned.y(20_000 - 12_192)) / turned.scale).toBeCloseTo(24_384, 6);
    expect(turned.scale).toBeCloseTo((300 - 68) / 24_384, 9);
  });

  it('does not blow a lone pot up to the whole page', () => {
    expect(fitted([bed(1, 0, 0, { length: 3_000, width: 3_000 })], 800, 500).scale).toBe(0.05);
  });

  it('writes no name over what is written between the beds', () => {
    const one = bed(1, 20_000, 20_000);
    const at = { bed: one, x: 200, y: 200 };
    const [free] = names([at], 0.01, 800);
    const [moved] = names([at], 0.01, 800, [{ x: 210, y: (free?.y ?? 0) + 4, wide: 30 }]);
    expect(Math.abs((moved?.y ?? 0) - (free?.y ?? 0))).toBeGreaterThanOrEqual(17);
  });

  it('writes neither a name nor the width of a path over another bed', () => {
    // The second bed lies just above the first, so that its name does not fit between them.
    const [one, other] = [bed(1, 20_000, 40_000), bed(2, 20_000, 27_000)];
    const at = [one, other].map((bed) => ({ bed, x: bed.x / 100, y: bed.y / 100 }));
    const [name] = names(at, 0.01, 800);
    expect(covers(at.slice(1), 0.01, { x: name?.x ?? 0, y: name?.y ?? 0, wide: 40 })).toBe(false);
    // Between the two there is room for a line of words only beyond their ends.
    const between = { x: 200, y: 339, wide: 40 };
    expect(beside(at, 0.01, between)).toBeNull();
    expect(beside(at, 0.01, { ...between, x: 335 })).not.toBeNull();
  });

  it('leaves out a name for which there is no place rather than write it over another', () => {
    const heap = Array.from({ length: 12 }, (_, n) => bed(n + 1, 20_000, 20_000));
    const written = names(
      heap.map((one) => ({ bed: one, x: 200, y: 200 })),
      0.01,
      800,
    );
    expect(written.length).toBeGreaterThan(0);
    expect(written.length).toBeLessThan(12);
    for (const one of written)
      for (const other of written.filter((some) => some !== one))
        expect(Math.abs(one.y - other.y)).toBeGreaterThanOrEqual(17);
  });

  it('writes no name over another one', () => {
    const long = 'A very long name for a very short bed';
    const near = [bed(1, 20_000, 20_000, { name: long }), bed(2, 22_000, 20_000, { name: long })];
    const [one, other] = names(
      near.map((one) => ({ bed: one, x: one.x / 100, y: one.y / 100 })),
      0.01,
      800,
    );
    expect(Math.abs((one?.y ?? 0) - (other?.y ?? 0))).toBeGreaterThanOrEqual(17);
  });
});
