// The seed tin in a gardener's words: amounts, ages, and what there is to say of a lot.
import type { LotLine, LotState, SeedAmount, SeedKept, Taken, Units } from '../generated/api';
import { count } from './lengths';

const OUNCE_MG = 28_349.523125;

/** Lots in the order in which they get too old; what is used up last. */
export function byAge(lots: LotLine[]): LotLine[] {
  const day = (line: LotLine) => (line.state === 'empty' ? '~' : (line.comes_up?.too_old ?? '}'));
  return lots.toSorted((one, other) => (day(one) < day(other) ? -1 : day(one) > day(other) ? 1 : 0));
}

/** So many figures as a kitchen scale tells. */
const few = (value: number) => String(Number(value.toPrecision(value < 1 ? 1 : 2)));

/** '2.5 g', or '0.09 oz' for who weighs in ounces. */
export function weight(mg: number, units: Units): string {
  if (units === 'imperial') return mg >= 16 * OUNCE_MG ? `${few(mg / OUNCE_MG / 16)} lb` : `${few(mg / OUNCE_MG)} oz`;
  return mg >= 1_000_000 ? `${few(mg / 1_000_000)} kg` : `${few(mg / 1000)} g`;
}

/** An amount as it was measured: '200', '2.5 g'. */
export function amountWords(amount: SeedAmount, units: Units): string {
  return amount.by === 'count' ? amount.pieces.toLocaleString('en') : weight(amount.mg, units);
}

/** What stands in the field for an amount, exactly as it is kept. */
export function amountTyped(amount: SeedAmount): string {
  return amount.by === 'count' ? `${amount.pieces}` : `${amount.mg / 1000} g`;
}

/** A number as far as it is known: '200', 'about 1,500 to 2,300'. */
export function roughly([least, most]: [number, number]): string {
  if (least === most) return least.toLocaleString('en');
  return `about ${two(least)} to ${two(most)}`;
}

/** Trays as they stand on the shelf: '2 trays', '1 tray and 6 cells', '6 cells of a tray'. */
export function trays([full, more]: [number, number]): string {
  const cells = count(more, 'cell', 'cells');
  if (full === 0) return `${cells} of a tray`;
  return [count(full, 'tray', 'trays'), more > 0 ? cells : ''].filter(Boolean).join(' and ');
}

/** What is taken to make what is planted: '2 to 3 bulbs'. */
export function taken({ one, many: [well, sure] }: Taken): string {
  return well === sure ? count(sure, one[0], one[1]) : `${well} to ${count(sure, one[0], one[1])}`;
}

/** A count with two figures that hold. */
function two(many: number): string {
  return (many < 100 ? many : Number(many.toPrecision(2))).toLocaleString('en');
}

/** How far apart, with two figures: '10 to 50 ft', '400 m to 1.6 km'. */
export function farBetween([least, most]: [number, number], units: Units): string {
  const [one, other] = [far(least, units), far(most, units)];
  const [number, unit] = one.split(' ');
  return other.endsWith(` ${unit}`) ? `${number} to ${other}` : `${one} to ${other}`;
}

function far(metres: number, units: Units): string {
  const rough = (value: number) => Number(value.toPrecision(value < 10 ? 1 : 2)).toLocaleString('en');
  if (units === 'metric') return metres < 1000 ? `${rough(metres)} m` : `${Number((metres / 1000).toPrecision(2))} km`;
  return metres < 400 ? `${rough(metres / 0.3048)} ft` : `${Number((metres / 1609.344).toPrecision(1))} mi`;
}

export const KEPT: Record<SeedKept, string> = {
  jar: 'a tight jar in the cold',
  drawer: 'a drawer of a heated house',
  shed: 'a shed or kitchen, warm or damp by turns',
};

export const STATE: Record<LotState, string> = {
  empty: 'used up',
  'too-old': 'too old',
  test: 'try some first',
  good: 'good',
};
