import { expect, test } from 'vitest';
import { amountTyped, amountWords, farBetween, priceTyped, readPrice, roughly, weight } from './tin';

test('amounts are told as a kitchen scale tells them, in the household’s units', () => {
  expect(weight(2500, 'metric')).toBe('2.5 g');
  expect(weight(2500, 'imperial')).toBe('0.09 oz');
  expect(weight(453_593, 'imperial')).toBe('1 lb');
  expect(weight(2_000_000, 'metric')).toBe('2 kg');
  expect(amountWords({ by: 'count', pieces: 1200 }, 'metric')).toBe('1,200');
  expect(amountTyped({ by: 'weight', mg: 2345 })).toBe('2.345 g');
});

test('a range keeps no more figures than hold', () => {
  expect(roughly([200, 200])).toBe('200');
  expect(roughly([1512, 2287])).toBe('about 1,500 to 2,300');
  expect(roughly([7, 19])).toBe('about 7 to 19');
});

test('a price is read with a point or a comma, and what is none is told', () => {
  expect(readPrice('2.95')).toBe(295);
  expect(readPrice(' 3,5 ')).toBe(350);
  expect(readPrice('')).toBe(null);
  expect(readPrice('two')).toBeNaN();
  expect(readPrice('1.234')).toBeNaN();
  expect(priceTyped(295)).toBe('2.95');
});

test('how far apart is told as far as it is known', () => {
  expect(farBetween([3, 15], 'metric')).toBe('3 to 15 m');
  expect(farBetween([3, 15], 'imperial')).toBe('10 to 49 ft');
  expect(farBetween([400, 1600], 'metric')).toBe('400 m to 1.6 km');
  expect(farBetween([800, 3200], 'imperial')).toBe('0.5 to 2 mi');
});
