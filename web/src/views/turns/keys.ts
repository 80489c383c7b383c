import type { Key } from '../../parts/keys';

/** What a key can do in the Turns view. */
export type TurnsDoing = 'propose' | 'wishes' | 'rules' | 'plans' | 'clash';

export const TURNS_KEYS: Key<TurnsDoing>[] = [
  { says: ['arrow keys', 'go from bed to bed and from year to year'] },
  { says: ['Enter', 'open the piece of ground and year in focus'] },
  { press: ['p'], does: 'propose', says: ['p', 'propose the years, or stop'] },
  { press: ['w'], does: 'wishes', says: ['w', 'the wishes'] },
  { press: ['r'], does: 'rules', says: ['r', 'the rules'] },
  { press: ['k'], does: 'plans', says: ['k', 'kept plans'] },
  { press: ['c'], does: 'clash', says: ['c', 'go from clash to clash'] },
  { says: ['Enter on a way out', 'take it; undo takes it back'] },
];
