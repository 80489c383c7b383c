// Wants in a gardener's words: amounts as people think of them.
import type { Lacks, Met, Purpose, Units, WantAmount } from '../generated/api';
import { dayMonth, fullDate, MONTHS } from './dates';
import { count } from './lengths';

const POUND = 453.59237;

export const PURPOSES: Record<Purpose, string> = {
  fresh: 'to eat fresh',
  stored: 'to keep as it is',
  frozen: 'to freeze',
  dried: 'to dry',
  jars: 'for jars',
  given: 'to give away',
  sold: 'to sell',
};

export const LACKS: Record<Lacks, string> = {
  yield: 'the book does not say what that takes',
  days: 'it has no days here for that',
};

export const MET: Record<Met, string> = {
  unplanned: 'not planned',
  short: 'short',
  met: 'planned',
  over: 'more than wanted',
  unknown: '',
};

/** Two figures, which is more than anybody knows. */
const two = (value: number) => Number(value.toPrecision(value < 1 ? 1 : 2));

/** '12 lb', '5.4 kg', '300 g'. */
export function produce(grams: number, units: Units): string {
  if (units === 'imperial') return `${two(grams / POUND)} lb`;
  return grams >= 1000 ? `${two(grams / 1000)} kg` : `${two(grams)} g`;
}

/** '4 to 9 lb'. */
export function produceBetween([least, most]: [number, number], units: Units): string {
  const [one, other] = [produce(least, units), produce(most, units)];
  if (one === other) return one;
  const [number, unit] = one.split(' ');
  return other.endsWith(` ${unit}`) ? `${number} to ${other}` : `${one} to ${other}`;
}

/** '7 to 30', or '12'. */
export const between = ([least, most]: [number, number]) =>
  least === most ? least.toLocaleString('en') : `${least.toLocaleString('en')} to ${most.toLocaleString('en')}`;

/** From a day to another, with their years where these differ: '2 June to 24 October', '11 November 2026 to 26 December 2027'. */
export function daysBetween(from: string, until: string): string {
  return from.slice(0, 4) === until.slice(0, 4)
    ? `${dayMonth(from)} to ${dayMonth(until)}`
    : `${fullDate(from)} to ${fullDate(until)}`;
}

/** Hundredths of a square as squares: '¾' is told as 0.8, twelve as 12. */
export const squares = (hundredths: number) => two(hundredths / 100);

/** What one plant takes of a square: '16 to a square', '1.5 squares'. */
export function takesOf(tenThousandths: number): string {
  const hundredths = tenThousandths / 100;
  return hundredths > 60
    ? `${told(hundredths)} ${hundredths === 100 ? 'square' : 'squares'}`
    : `${two(100 / hundredths)} to a square`;
}

/** Why what a plant takes is to be looked at again, where it is far from the book's: half as much again, or two thirds. */
export function oddly([own, book]: [number, number]): string {
  if (own * 2 >= book * 3) return `the book gives it ${takesOf(book)}: are you sure it wants so much?`;
  if (own * 3 <= book * 2) return `the book gives it ${takesOf(book)}: are you sure so little is enough?`;
  return '';
}

const told = (hundredths: number) => squares(hundredths).toLocaleString('en');

/** '9 to 20', of hundredths of squares. */
export function squaresBetween([least, most]: [number, number]): string {
  const [one, other] = [told(least), told(most)];
  return one === other ? one : `${one} to ${other}`;
}

/** What is wanted: '20 jars of 946 ml', 'for 2 every 2 days, May to September'. */
export function wanted(amount: WantAmount, pieces: [string, string] | null | undefined, units: Units): string {
  switch (amount.by) {
    case 'weight':
      return produce(amount.grams, units);
    case 'pieces':
      return count(amount.many, pieces?.[0] ?? 'piece', pieces?.[1] ?? 'pieces');
    case 'bunches':
      return count(amount.many, 'bunch', 'bunches');
    case 'jars':
      return `${count(amount.many, 'jar', 'jars')} of ${jar(amount.ml, units)}`;
    case 'meals': {
      const often = amount.every === 1 ? 'every day' : `every ${amount.every} days`;
      return `for ${amount.people}, ${often}, ${MONTHS[amount.from - 1]} to ${MONTHS[amount.until - 1]}`;
    }
  }
}

/** Jars as they are sold. */
export const JARS: Record<Units, [ml: number, name: string][]> = {
  imperial: [
    [946, 'a quart'],
    [473, 'a pint'],
    [237, 'half a pint'],
  ],
  metric: [
    [1000, 'a litre'],
    [500, 'half a litre'],
    [370, '370 ml'],
  ],
};

function jar(ml: number, units: Units): string {
  return JARS[units].find(([size]) => size === ml)?.[1] ?? `${ml} ml`;
}

/** Grams of a number in the household's kilograms or pounds; nothing where it is none. */
export function gramsOf(typed: string, units: Units): number | null {
  const text = typed.trim().replace(',', '.');
  if (!/^\d+(\.\d+)?$/.test(text)) return null;
  return Math.round(Number(text) * (units === 'imperial' ? POUND : 1000));
}
