import type { Key } from '../../parts/keys';

/** What a key can do on the Rounds. */
export type RoundsDoing = 'before' | 'after' | 'today' | 'down' | 'up' | 'done' | 'later' | 'write';

export const ROUNDS_KEYS: Key<RoundsDoing>[] = [
  { press: ['ArrowLeft'], does: 'before', says: ['←', 'the day before'] },
  { press: ['ArrowRight'], does: 'after', says: ['→', 'the day after'] },
  { press: ['t'], does: 'today', says: ['t', 'today'] },
  { press: ['ArrowDown', 'j'], does: 'down', says: ['↓ or j', 'the next line'] },
  { press: ['ArrowUp', 'k'], does: 'up', says: ['↑ or k', 'the line before'] },
  { press: ['d'], does: 'done', says: ['d', 'the line in hand is done, as it was planned'] },
  { press: ['l'], does: 'later', says: ['l', 'not today: the line in hand waits until tomorrow'] },
  { press: ['w'], does: 'write', says: ['w', 'write something down'] },
  { says: ['Ctrl Z', 'strike out what was written last here'] },
];
