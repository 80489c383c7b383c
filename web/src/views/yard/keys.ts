import type { Key } from '../../parts/keys';

/** What a key can do in the Yard view. */
export type YardDoing = 'new';

export const YARD_KEYS: Key<YardDoing>[] = [
  { says: ['Tab', 'go from bed to bed'] },
  { says: ['Space', 'select the bed in focus; Enter opens it'] },
  { says: ['arrow keys', 'move the bed in focus by half a square'] },
  { says: ['[ and ]', 'turn it by 15 degrees'] },
  { press: ['n'], does: 'new', says: ['n', 'measure a new bed'] },
];
