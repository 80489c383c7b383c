import { expect, test } from 'vitest';
import { daysBetween, gramsOf, oddly, produceBetween, squaresBetween, takesOf, wanted } from './wants';

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
  expect(takesOf(625)).toBe('16 to a square');
  expect(takesOf(1111)).toBe('9 to a square');
  expect(takesOf(2500)).toBe('4 to a square');
  expect(takesOf(10_000)).toBe('1 square');
  expect(takesOf(22_500)).toBe('2.3 squares');
  expect(oddly([2500, 2500])).toBe('');
  expect(oddly([3000, 2500])).toBe('');
  expect(oddly([5000, 2500])).toMatch(/4 to a square: are you sure it wants so much/);
  expect(oddly([1111, 2500])).toMatch(/so little/);
});

test('days are told with their years where these differ', () => {
  expect(daysBetween('2027-06-02', '2027-10-24')).toBe('2 June to 24 October');
  expect(daysBetween('2026-11-11', '2027-12-26')).toBe('11 November 2026 to 26 December 2027');
});

test('weights are read in pounds or kilograms', () => {
  expect(gramsOf('12', 'metric')).toBe(12_000);
  expect(gramsOf('2.5', 'imperial')).toBe(1134);
  expect(gramsOf('2,5', 'metric')).toBe(2500);
  expect(gramsOf('much', 'metric')).toBe(null);
});
