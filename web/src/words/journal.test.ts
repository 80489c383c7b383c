import { describe, expect, it } from 'vitest';
import { amount, counted, happened } from './journal';

describe('what happened', () => {
  it('is told with its amount in the measures of the household', () => {
    const grams = { tenths: 4536, unit: 'grams', rough: false } as const;
    expect(amount(grams, 'metric')).toBe('454 g');
    // A pound is 453.59237 g (the international yard and pound agreement, 1959).
    expect(amount(grams, 'imperial')).toBe('1 lb');
    expect(amount({ ...grams, tenths: 2835 }, 'imperial')).toBe('10 oz');
    expect(amount({ ...grams, tenths: 25_000 }, 'metric')).toBe('2.5 kg');
    expect(amount({ tenths: 10, unit: 'bunches', rough: true }, 'metric')).toBe('about 1 bunch');
    expect(amount({ tenths: 460, unit: 'pieces', rough: false }, 'imperial')).toBe('46');
  });

  it('is what was typed, read back in the same measure', () => {
    for (const units of ['imperial', 'metric'] as const) {
      for (const one of counted(units).filter((other) => other.unit === 'grams')) {
        const told = amount({ tenths: Math.round(3 * one.tenths), unit: one.unit, rough: false }, units);
        expect(told).toBe(`3 ${one.name}`);
      }
    }
  });

  it('is a sentence for each kind', () => {
    expect(
      happened({ kind: 'sown', many: { tenths: 240, unit: 'pieces', rough: false }, depth: 127 }, 'imperial'),
    ).toBe('sowed 24, ½ in deep');
    expect(happened({ kind: 'cleared', ending: 'bolted' }, 'metric')).toBe('cleared: it bolted');
    expect(happened({ kind: 'put-off', work: 'sow-outside', until: '2027-04-12' }, 'metric')).toBe(
      'put off sowing until 12 April',
    );
    expect(happened({ kind: 'weeded' }, 'metric')).toBe('weeded');
  });
});
