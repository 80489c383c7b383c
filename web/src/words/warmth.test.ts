import { describe, expect, it } from 'vitest';
import { wholeCelsius, wholeDegrees } from './warmth';

describe('whole degrees', () => {
  it('are read in the household’s own, with either minus and either point', () => {
    expect(['28', '-4', '−4', '33.8'].map((typed) => wholeCelsius(typed, 'imperial'))).toEqual([-2, -20, -20, 1]);
    expect(['-9', '−9', '2,4', '+3'].map((typed) => wholeCelsius(typed, 'metric'))).toEqual([-9, -9, 2, 3]);
  });

  it('are nothing where there is no number', () => {
    expect(['', 'cold', '3 to 4', '1e9'].map((typed) => wholeCelsius(typed, 'metric'))).toEqual([
      null,
      null,
      null,
      null,
    ]);
  });

  it('stand in the field as what is read from it', () => {
    for (let celsius = -45; celsius <= 30; celsius += 1)
      for (const units of ['imperial', 'metric'] as const)
        expect(wholeCelsius(wholeDegrees(celsius, units), units)).toBe(celsius);
    expect(wholeDegrees(null, 'metric')).toBe('');
  });
});
