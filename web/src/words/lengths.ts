// Lengths and squares in the household's words. Lengths are tenths of a millimetre.
import type { Spacing, Units } from '../generated/api';

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

/** To the eighth of an inch or the millimetre: '3 ft 6 in', '11⅞ in', '1.2 m', '60 cm'. */
export function length(tenths: number, units: Units): string {
  if (units === 'metric') {
    const mm = Math.round(tenths / 10);
    return mm >= 1000 ? `${trim(mm / 1000, 3)} m` : `${trim(mm / 10, 1)} cm`;
  }
  const eighths = Math.round((tenths / 254) * 8);
  const [feet, rest] = [Math.floor(eighths / 96), eighths % 96];
  const inches = inchesAndEighths(rest);
  if (feet === 0) return `${inches} in`;
  return rest === 0 ? `${feet} ft` : `${feet} ft ${inches} in`;
}

/** A length one or more steps further, at a whole quarter inch or half centimetre, and never less than one of them. */
export function stepped(tenths: number, by: number, units: Units): string {
  const step = units === 'metric' ? 50 : 63.5;
  const at = tenths / step;
  const next = by > 0 ? Math.floor(at + 0.01) + by : Math.ceil(at - 0.01) + by;
  return length(Math.max(1, next) * step, units);
}

/** Two distances between plants, once where they are alike. */
export function apart(one: Spacing, units: Units): string {
  return one.along === one.across
    ? length(one.along, units)
    : `${length(one.along, units)} by ${length(one.across, units)}`;
}

/** As short as a drawing writes it: 5′, 2′6″, 6″; 1.2, 0.6 (metres). */
export function dimension(tenths: number, units: Units): string {
  if (tenths === 0) return '0';
  if (units === 'metric') return trim(tenths / 10000, 2);
  const eighths = Math.round((tenths / 254) * 8);
  const [feet, rest] = [Math.floor(eighths / 96), eighths % 96];
  const inches = rest === 0 && feet > 0 ? '' : `${inchesAndEighths(rest)}″`;
  return feet === 0 ? inches : `${feet}′${inches}`;
}

/** '4 × 10 ft' when both are whole feet, else each in full. */
export function size(long: number, wide: number, units: Units): string {
  if (units === 'imperial' && long % 3048 === 0 && wide % 3048 === 0) return `${wide / 3048} × ${long / 3048} ft`;
  return `${length(wide, units)} × ${length(long, units)}`;
}

/** Hundredths of a square as '40 squares', '13½ squares', '1 square'. */
export function squares(hundredths: number): string {
  const n = hundredths / 100;
  const half = Math.round(n * 2) / 2;
  const text = Math.abs(n - half) < 0.02 ? withHalf(half) : trim(n, 1);
  return `${text} ${n > 0 && n <= 1 ? 'square' : 'squares'}`;
}

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];

/** 'third', '23rd'. */
export function ordinal(n: number): string {
  const tail = n % 100 > 10 && n % 100 < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return ORDINALS[n] ?? `${n}${tail}`;
}

/** 'a third', 'an eighth'. */
export function anOrdinal(n: number): string {
  return `${n === 8 || n === 11 || n === 18 || (n >= 80 && n < 90) ? 'an' : 'a'} ${ordinal(n)}`;
}

/** '1 plant', '2 plants'. */
export function count(n: number, one: string, many: string): string {
  return n === 1 ? `1 ${one}` : `${n} ${many}`;
}

function withHalf(n: number): string {
  const whole = Math.floor(n);
  return n === whole ? `${whole}` : `${whole === 0 ? '' : whole}½`;
}

function inchesAndEighths(eighths: number): string {
  const whole = Math.floor(eighths / 8);
  const part = EIGHTHS[eighths % 8] ?? '';
  return whole === 0 && part !== '' ? part : `${whole}${part}`;
}

function trim(n: number, places: number): string {
  return `${Number(n.toFixed(places))}`;
}
