import type { Key } from '../../parts/keys';

/** What a key can do in the Seed tin. */
export type TinDoing = 'down' | 'up' | 'new' | 'test';

export const TIN_KEYS: Key<TinDoing>[] = [
  { press: ['ArrowDown', 'j'], does: 'down', says: ['↓ or j', 'the next lot'] },
  { press: ['ArrowUp', 'k'], does: 'up', says: ['↑ or k', 'the lot before'] },
  { press: ['n'], does: 'new', says: ['n', 'put a lot into the tin'] },
  { press: ['t'], does: 'test', says: ['t', 'write down a germination test of the lot in hand'] },
];
