// Temperatures as they are typed, in whole degrees of the household's own kind.
import type { Units } from '../generated/api';

/** A whole degree Celsius from what was typed in the household's degrees; nothing where that is no number. */
export function wholeCelsius(typed: string, units: Units): number | null {
  const read = typed.trim().replace(',', '.').replace(/^[−–]/, '-');
  if (!/^[+-]?\d+(\.\d+)?$/.test(read)) return null;
  const value = Number(read);
  const celsius = Math.round(units === 'imperial' ? (value - 32) / 1.8 : value);
  return Math.max(-128, Math.min(127, celsius));
}

/** What stands in the field for a whole degree Celsius. */
export function wholeDegrees(celsius: number | null, units: Units): string {
  if (celsius === null) return '';
  return `${Math.round(units === 'imperial' ? celsius * 1.8 + 32 : celsius)}`;
}
