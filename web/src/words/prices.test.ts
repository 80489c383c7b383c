import { expect, test } from 'vitest';
import { priceBetween, priceTyped, readPrice } from './prices';

test('a price is read with a point or a comma, and what is none is told', () => {
  expect(readPrice('2.95')).toBe(295);
  expect(readPrice(' 3,5 ')).toBe(350);
  expect(readPrice('')).toBe(null);
  expect(readPrice('two')).toBeNaN();
  expect(readPrice('1.234')).toBeNaN();
  expect(priceTyped(295)).toBe('2.95');
});

test('a range of prices keeps two figures', () => {
  expect(priceBetween([123, 4567])).toBe('1.20 to 46');
  expect(priceBetween([0, 95])).toBe('0 to 0.95');
  expect(priceBetween([200, 200])).toBe('2.00');
});
