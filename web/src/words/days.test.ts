import { describe, expect, it } from 'vitest';
import { daysTyped, readDays } from './days';

describe('days to maturity', () => {
  it('are read as one number, two, or none', () => {
    expect(['55', '55 to 60', '55-60', ' about 70 days'].map(readDays)).toEqual([
      [55, 55],
      [55, 60],
      [55, 60],
      [70, 70],
    ]);
    expect([readDays('many'), readDays('')]).toEqual([null, null]);
    expect(readDays('99999999')).toEqual([65535, 65535]);
  });

  it('stand in the field as what is read from it', () => {
    for (const days of [
      [60, 60],
      [55, 65],
    ] as [number, number][])
      expect(readDays(daysTyped(days))).toEqual(days);
    expect(daysTyped(null)).toBe('');
  });
});
