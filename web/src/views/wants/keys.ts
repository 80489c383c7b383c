import type { Key } from '../../parts/keys';

/** What a key can do in the Wants. */
export type WantsDoing = 'down' | 'up' | 'new';

export const WANTS_KEYS: Key<WantsDoing>[] = [
  { press: ['ArrowDown', 'j'], does: 'down', says: ['↓ or j', 'the next want'] },
  { press: ['ArrowUp', 'k'], does: 'up', says: ['↑ or k', 'the want before'] },
  { press: ['n'], does: 'new', says: ['n', 'write down a want'] },
];
