// Civil dates as ISO text, and their words. Nothing here knows a clock.

export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const LONG = [
  'January', 'February', 'March', 'April', 'May', 'June',
  'July', 'August', 'September', 'October', 'November', 'December',
]; // prettier-ignore

/** Days since 1970 of an ISO date. */
export function dayNumber(iso: string): number {
  return Math.round(Date.parse(`${iso}T00:00:00Z`) / 86_400_000);
}

/** The ISO date of a day number. */
export function isoOf(day: number): string {
  return new Date(day * 86_400_000).toISOString().slice(0, 10);
}

/** The ISO date so many days later. */
export function plusDays(iso: string, days: number): string {
  return isoOf(dayNumber(iso) + days);
}

/** '14 June'. */
export function dayMonth(iso: string): string {
  const [, month, day] = iso.split('-').map(Number);
  return `${day} ${LONG[(month ?? 1) - 1]}`;
}

/** '14 June 2027'. */
export function fullDate(iso: string): string {
  return `${dayMonth(iso)} ${iso.slice(0, 4)}`;
}

/** A growing year's name: '2027', or '2026/27' where it begins in July. */
export function yearName(year: number, southern: boolean): string {
  return southern ? `${year}/${String((year + 1) % 100).padStart(2, '0')}` : `${year}`;
}
