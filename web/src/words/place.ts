// Words for where a garden lies and what its climate is.
import type { FrostEdge, Monthly, Town, Units } from '../generated/api';
import { dayMonth } from './dates';
import { degrees } from './season';

const countries = new Intl.DisplayNames(['en'], { type: 'region' });

/** 'Springfield, MA, United States'. */
export function townWords(town: Town): string {
  const parts = [town.name, town.country === 'US' ? town.state : '', countries.of(town.country) ?? town.country];
  return parts.filter((part) => part !== '').join(', ');
}

/** '42.10° N, 72.59° W', from hundredths of a degree. */
export function spotWords(latitude: number, longitude: number | null): string {
  const part = (hundredths: number, [up, down]: [string, string]) =>
    `${(Math.abs(hundredths) / 100).toFixed(2)}° ${hundredths < 0 ? down : up}`;
  return [part(latitude, ['N', 'S']), ...(longitude === null ? [] : [part(longitude, ['E', 'W'])])].join(', ');
}

/** A typed coordinate as hundredths of a degree; not a number where it is none. */
export function hundredths(text: string): number {
  const value = Number(text.trim().replace(',', '.').replace('−', '-'));
  return text.trim() === '' ? Number.NaN : Math.round(value * 100);
}

const FOOT = 0.3048;

/** A height above the sea in whole metres, in whole metres or feet. */
export function heightIn(metres: number, units: Units): number {
  return units === 'metric' ? metres : Math.round(metres / FOOT);
}

/** The same with its unit. */
export function heightWords(metres: number, units: Units): string {
  return `${heightIn(metres, units)} ${units === 'metric' ? 'm' : 'ft'}`;
}

/** A typed height as whole metres; nothing where none is typed, and not a number where it is none. */
export function metresOf(text: string, units: Units): number | null {
  if (text.trim() === '') return null;
  const value = Number(text.trim().replace(',', '.').replace('−', '-'));
  return Math.round(units === 'metric' ? value : value * FOOT);
}

function edge(what: string, one: FrostEdge | null, after: boolean): string {
  if (!one) return `hardly a frost in ${what}`;
  const side = after ? 'after' : 'before';
  if (one.even) return `in half of the years a frost in ${what} ${side} ${dayMonth(one.even)}`;
  const tenth = after ? one.late : one.early;
  return `a frost in ${what} in ${one.percent} years of 100${tenth ? `, in one of ten ${side} ${dayMonth(tenth)}` : ''}`;
}

/** What the climate of a place has of frosts, spring and autumn. */
export function frostWords([spring, autumn]: [FrostEdge | null, FrostEdge | null]): string {
  if (!spring && !autumn) return 'By the climate of the place it hardly ever freezes.';
  return `By the climate of the place: ${edge('spring', spring, true)}; ${edge('autumn', autumn, false)}. A guess: your own dates are better.`;
}

/** The coldest and the warmest month, in usual nights and days. */
export function warmthWords(usual: Monthly, units: Units): string {
  const mean = usual.high.map((high, month) => high + (usual.low[month] ?? high));
  const told = (month: number) =>
    `${NAMES[month] ?? ''} ${degrees((usual.low[month] ?? 0) / 10, units)} to ${degrees((usual.high[month] ?? 0) / 10, units)}`;
  return `${told(mean.indexOf(Math.min(...mean)))}, ${told(mean.indexOf(Math.max(...mean)))}`;
}

const NAMES = [
  'January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December',
]; // prettier-ignore

/** Where the figures come from, as their terms ask. */
export const CREDITS =
  'Climate: ERA5, 2000 to 2025, contains modified Copernicus Climate Change Service information. Towns: GeoNames, CC BY 4.0. Heights: open terrain data of many surveys.';
