import type { Key } from '../../parts/keys';

/** What a key can do in the Bed view. */
export type BedDoing =
  'put' | 'remove' | 'number' | 'next' | 'arrange' | 'group' | 'bare' | 'sums' | 'markers' | 'sheet';

export const BED_KEYS: Key<BedDoing>[] = [
  { says: ['/', 'find a crop; Enter takes it in hand'] },
  { says: ['arrow keys', 'move the marked squares, or the selected patch, by half a square'] },
  { says: ['Shift with arrows', 'make them larger or smaller'] },
  {
    press: ['Enter'],
    does: 'put',
    says: ['Enter', 'put the crop in hand on the marked squares; else select the patch in focus, or what stands there'],
  },
  { press: ['Delete', 'Backspace'], does: 'remove', says: ['Delete', 'remove the selected patch'] },
  { press: ['n'], does: 'number', says: ['n', 'type how many plants the selected patch should hold'] },
  { says: ['Tab', 'go from patch to patch'] },
  { press: ['b'], does: 'next', says: ['b', 'the next bed'] },
  { press: ['a'], does: 'arrange', says: ['a', 'arrange this bed'] },
  { press: ['g'], does: 'group', says: ['g', 'groupings for the marked squares'] },
  { press: ['e'], does: 'bare', says: ['e', 'empty ground, and what would be ready in time'] },
  { press: ['c'], does: 'sums', says: ['c', 'count: how many fit, and where'] },
  { press: ['m'], does: 'markers', says: ['m', 'row markers'] },
  { press: ['s'], does: 'sheet', says: ['s', 'the setting-out sheet'] },
];
