// Moments, as the clock on this machine shows them.

import { fullDate } from './dates';

const two = (n: number) => String(n).padStart(2, '0');

/** '14 November 2026, 09:12', of a moment as the server tells it. */
export function moment(at: string): string {
  const time = new Date(at);
  return `${day(at)}, ${two(time.getHours())}:${two(time.getMinutes())}`;
}

/** '14 November 2026', of a moment as the server tells it. */
export function day(at: string): string {
  return fullDate(isoDay(new Date(at)));
}

/** '2026-11-14': the day of a moment. */
export function isoDay(time: Date): string {
  return `${time.getFullYear()}-${two(time.getMonth() + 1)}-${two(time.getDate())}`;
}

const BROWSERS = ['Firefox', 'Edg', 'OPR', 'Chrome', 'Safari'] as const;
const NAMES: Partial<Record<string, string>> = { Edg: 'Edge', OPR: 'Opera' };
const MACHINES = ['Android', 'iPhone', 'iPad', 'Windows', 'Mac OS X', 'Linux'] as const;

/** 'Firefox on Linux', of what a browser says of itself. */
export function browser(agent: string): string {
  const program = BROWSERS.find((one) => agent.includes(`${one}/`));
  const machine = MACHINES.find((one) => agent.includes(one));
  if (!program) return 'a browser that does not say which';
  return `${NAMES[program] ?? program}${machine ? ` on ${machine === 'Mac OS X' ? 'a Mac' : machine}` : ''}`;
}
