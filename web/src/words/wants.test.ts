import { expect, test } from 'vitest';
import { gramsOf, oddly, produceBetween, squaresBetween, takesOf, wanted } from './wants';

test('amounts are told with the figures that hold, in the household’s units', () => {
  expect(produceBetween([907, 4082], 'imperial')).toBe('2 to 9 lb');
  expect(produceBetween([907, 4082], 'metric')).toBe('910 g to 4.1 kg');
  expect(produceBetween([2000, 2000], 'metric')).toBe('2 kg');
  expect(squaresBetween([675, 2030])).toBe('6.8 to 20');
});

test('what is wanted is told as it was thought of', () => {
  expect(wanted({ by: 'jars', many: 20, ml: 946 }, null, 'imperial')).toBe('20 jars of a quart');
  expect(wanted({ by: 'pieces', many: 1 }, null, 'metric')).toBe('1 piece');
  expect(wanted({ by: 'pieces', many: 12 }, ['head', 'heads'], 'metric')).toBe('12 heads');
  expect(wanted({ by: 'meals', people: 2, every: 2, from: 5, until: 9 }, null, 'metric')).toBe(
    'for 2, every 2 days, May to Sep',
  );
});

test('what a plant takes is told as gardeners say it, and what is odd is asked about', () => {
  expect(takesOf(6)).toBe('17 to a square');
  expect(takesOf(25)).toBe('4 to a square');
  expect(takesOf(100)).toBe('1 square');
  expect(takesOf(225)).toBe('2.3 squares');
  expect(oddly([25, 25])).toBe('');
  expect(oddly([30, 25])).toBe('');
  expect(oddly([50, 25])).toMatch(/4 to a square: are you sure it wants so much/);
  expect(oddly([11, 25])).toMatch(/so little/);
});

test('weights are read in pounds or kilograms', () => {
  expect(gramsOf('12', 'metric')).toBe(12_000);
  expect(gramsOf('2.5', 'imperial')).toBe(1134);
  expect(gramsOf('2,5', 'metric')).toBe(2500);
  expect(gramsOf('much', 'metric')).toBe(null);
});
