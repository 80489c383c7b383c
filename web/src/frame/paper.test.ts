import { describe, expect, it } from 'vitest';
import { printed } from './paper';

describe('printed', () => {
  it('leaves what fits a lying sheet as it is', () => {
    expect(printed({ width: 900, height: 600 })).toEqual({ upright: false, scale: 1 });
  });
  it('turns the sheet upright for what is tall', () => {
    const season = printed({ width: 1264, height: 1500 });
    expect(season.upright).toBe(true);
    expect(season.scale * 1264).toBeLessThanOrEqual(733);
    expect(season.scale * 1500).toBeLessThanOrEqual(880);
  });
  it('never makes a view so small that nothing can be read, and keeps it within the width', () => {
    const long = printed({ width: 1264, height: 9000 });
    expect(long.scale).toBeGreaterThanOrEqual(0.35);
    expect(long.scale * 1264).toBeLessThanOrEqual(994);
  });
});
