// What goes into the ground, in words: seeds, cloves, plants, grams.
import type { Crop, Setting, Strewn } from '../generated/api';
import { count } from './lengths';

/** '12 seeds', '1 clove', '3 plants'. */
export function things(setting: Setting, crop: Crop | undefined, n: number): string {
  if (setting.means === 'direct') return count(n, 'seed', 'seeds');
  const [one, more] = (setting.means === 'set' && crop?.planted_as) || ['plant', 'plants'];
  return count(n, one, more);
}

/** '192 seeds', '40 g of seed'. */
export function strewn(what: Strewn): string {
  return what.by === 'count' ? count(what.of, 'seed', 'seeds') : `${what.of} g of seed`;
}

/** What to carry out for some plantings: each crop once, with all of a kind together. */
export function bring(
  settings: Setting[],
  cropOf: (setting: Setting) => Crop | undefined,
): { crop: string; things: string }[] {
  const found: { crop: string; of: { setting: Setting; n: number; grams: boolean }[] }[] = [];
  for (const setting of settings) {
    const crop = cropOf(setting)?.name ?? '';
    const grams = setting.strewn?.by === 'grams';
    const n = setting.strewn?.of ?? setting.holes * setting.in_each;
    let line = found.find((one) => one.crop === crop);
    if (!line) found.push((line = { crop, of: [] }));
    const alike = line.of.find((one) => one.setting.means === setting.means && one.grams === grams);
    if (alike) alike.n += n;
    else line.of.push({ setting, n, grams });
  }
  const told = (one: { setting: Setting; n: number; grams: boolean }) =>
    one.grams ? strewn({ by: 'grams', of: one.n }) : things(one.setting, cropOf(one.setting), one.n);
  return found.map(({ crop, of }) => ({ crop, things: of.map(told).join(', ') }));
}
