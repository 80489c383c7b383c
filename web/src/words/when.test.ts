import { expect, test } from 'vitest';
import { browser, day, moment } from './when';

test('a moment is told by the clock on this machine', () => {
  const at = new Date(2026, 10, 4, 9, 5).toISOString();
  expect(moment(at)).toBe('4 November 2026, 09:05');
  expect(day(at)).toBe('4 November 2026');
});

test('a browser is told by what it says of itself', () => {
  const chrome =
    'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/149.0.0.0 Safari/537.36';
  expect(browser(chrome)).toBe('Chrome on Linux');
  expect(browser(`${chrome} Edg/149.0`)).toBe('Edge on Linux');
  expect(browser('Mozilla/5.0 (Windows NT 10.0; rv:140.0) Gecko/20100101 Firefox/140.0')).toBe('Firefox on Windows');
  expect(browser('')).toBe('a browser that does not say which');
});
