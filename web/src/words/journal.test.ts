import { describe, expect, it } from 'vitest';
import { amount, counted, happened, blank, inParts, KINDS, typed } from './journal';

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
      happened(
        {
          kind: 'sown',
          many: { tenths: 240, unit: 'pieces', rough: false },
          depth: 127,
          apart: 508,
          under: 'sand',
        },
        'imperial',
      ),
    ).toBe('sowed 24, ½ in deep, 2 in apart, under sand');
    expect(happened({ kind: 'cleared', ending: 'bolted' }, 'metric')).toBe('cleared: it bolted');
    expect(happened({ kind: 'put-off', work: 'sow-outside', until: '2027-04-12' }, 'metric')).toBe(
      'put off sowing until 12 April',
    );
    expect(happened({ kind: 'weeded' }, 'metric')).toBe('weeded');
    expect(happened({ kind: 'tended', work: 'earth-up' }, 'metric')).toBe('done: earthing up');
    const soil = { kind: 'soil-read', temperature: 120, moisture: 'moist', tenths_ph: 65 } as const;
    expect(happened(soil, 'metric')).toBe('read the soil: 12 °C, moist, pH 6.5');
    expect(happened({ ...soil, temperature: null, moisture: null, tenths_ph: null }, 'metric')).toBe('read the soil');
    expect(happened({ kind: 'weather', low: -10, high: null, rain: 127 }, 'imperial')).toBe(
      'weather: from 30 °F, ½ in of rain',
    );
  });
});

describe('what is written down by hand', () => {
  it('is of its kind, with nothing said of it yet', () => {
    for (const [kind] of KINDS) {
      const told = blank(kind);
      expect(told.kind).toBe(kind);
      expect(happened(told, 'metric')).not.toBe('');
      expect('many' in told).toBe(
        ['picked', 'cut-again', 'sown', 'up', 'potted-on', 'planted', 'fed', 'stored'].includes(kind),
      );
    }
  });
});

describe('a number that is typed', () => {
  it('is read with a point, a comma or a fraction, and nothing else is', () => {
    const all = { '2': 2, ' 1.5 ': 1.5, '1,5': 1.5, '1/2': 0.5, '1 1/2': 1.5, '12 / 8': 1.5, '0': 0 };
    for (const [text, value] of Object.entries(all)) expect(typed(text, 254)).toBe(Math.round(value * 254));
    for (const text of ['', ' ', 'some', '-1', '1/0', '1.', '1e3', '1 2']) expect(typed(text, 10)).toBeNull();
  });
});

describe('a journal’s file', () => {
  it('is sent in parts that hold every entry once, each a file of its own', () => {
    const entries = Array.from({ length: 25_001 }, (_, n) => n);
    const parts = inParts(JSON.stringify({ format: 'f', version: 1, entries }));
    const read = parts.map((part) => JSON.parse(part) as { format: string; entries: number[] });
    expect(read.map((part) => part.entries.length)).toEqual([10_000, 10_000, 5001]);
    expect(read.flatMap((part) => part.entries)).toEqual(entries);
    expect(read.every((part) => part.format === 'f')).toBe(true);
    for (const text of ['day,kind\n', '{"entries":[1]}', 'null', '{']) expect(inParts(text)).toEqual([text]);
  });
});
