import { expect, test } from 'vitest';
import type { LotLine } from '../generated/api';
import { amountTyped, amountWords, byAge, farBetween, roughly, taken, trays, weight } from './tin';

test('amounts are told as a kitchen scale tells them, in the household’s units', () => {
  expect(weight(2500, 'metric')).toBe('2.5 g');
  expect(weight(2500, 'imperial')).toBe('0.09 oz');
  expect(weight(453_593, 'imperial')).toBe('1 lb');
  expect(weight(2_000_000, 'metric')).toBe('2 kg');
  expect(amountWords({ by: 'count', pieces: 1200 }, 'metric')).toBe('1,200');
  expect(amountTyped({ by: 'weight', mg: 2345 })).toBe('2.345 g');
});

test('what will not keep comes first, and what is used up last', () => {
  const line = (lot: number, state: LotLine['state'], too_old: string | null) =>
    ({ lot, state, comes_up: { too_old } }) as LotLine;
  const lots = [
    line(1, 'good', null),
    line(2, 'empty', '2020-01-01'),
    line(3, 'good', '2029-05-01'),
    line(4, 'too-old', '2026-11-23'),
    { ...line(5, 'good', null), comes_up: null },
  ];
  expect(byAge(lots).map((one) => one.lot)).toEqual([4, 3, 1, 5, 2]);
});

test('a range keeps no more figures than hold', () => {
  expect(roughly([200, 200])).toBe('200');
  expect(roughly([1512, 2287])).toBe('about 1,500 to 2,300');
  expect(roughly([7, 19])).toBe('about 7 to 19');
});

test('how far apart is told as far as it is known', () => {
  expect(farBetween([3, 15], 'metric')).toBe('3 to 15 m');
  expect(farBetween([3, 15], 'imperial')).toBe('10 to 49 ft');
  expect(farBetween([400, 1600], 'metric')).toBe('400 m to 1.6 km');
  expect(farBetween([800, 3200], 'imperial')).toBe('0.5 to 2 mi');
});

test('cells are told as trays, and what is taken as it is cut', () => {
  expect(trays([2, 0])).toBe('2 trays');
  expect(trays([1, 6])).toBe('1 tray and 6 cells');
  expect(trays([0, 1])).toBe('1 cell of a tray');
  expect(taken({ one: ['bulb', 'bulbs'], many: [2, 4] })).toBe('2 to 4 bulbs');
  expect(taken({ one: ['root', 'roots'], many: [1, 1] })).toBe('1 root');
});
