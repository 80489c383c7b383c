// What things cost, in a gardener's words: money is kept in hundredths, without a sign, as every household knows its own.

/** Money as it is told and typed: '2.95'. */
export const priceTyped = (price: number | null) => (price === null ? '' : (price / 100).toFixed(2));

/** Hundredths of what was typed; nothing where nothing was, and no number where it is none. */
export function readPrice(typed: string): number | null {
  const text = typed.trim().replace(',', '.');
  if (text === '') return null;
  return /^\d+(\.\d{1,2})?$/.test(text) ? Math.round(Number(text) * 100) : NaN;
}

/** What something is worth, as far as it is known: '1.20 to 46'. */
export function priceBetween([least, most]: [number, number]): string {
  const [one, other] = [rough(least), rough(most)];
  return one === other ? one : `${one} to ${other}`;
}

/** Two figures of a price; its hundredths only below ten. */
function rough(hundredths: number): string {
  if (hundredths === 0) return '0';
  const value = Number((hundredths / 100).toPrecision(2));
  return value < 10 ? value.toFixed(2) : value.toLocaleString('en');
}
