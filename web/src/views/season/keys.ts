import type { Key } from '../../parts/keys';

/** What a key can do in the Season view. */
export type SeasonDoing = 'slip' | 'mark' | 'climate' | 'shelf' | 'again' | 'starts' | 'calendar';

export const SEASON_KEYS: Key<SeasonDoing>[] = [
  { says: ['Tab', 'go from bar to bar'] },
  { says: ['← →', 'move the bar in focus by a day, with Shift by a week; what follows moves along'] },
  { says: ['− and +', 'clear it a day earlier or later'] },
  { says: ['Enter', 'what the bar, the free ground or the number says'] },
  { press: ['w'], does: 'slip', says: ['w', 'go into the slip, to what the bar says'] },
  { press: ['n'], does: 'mark', says: ['n', 'go from number to number'] },
  { press: ['c'], does: 'climate', says: ['c', 'the climate of the place'] },
  { press: ['h'], does: 'shelf', says: ['h', 'the seedling shelf'] },
  { press: ['a'], does: 'again', says: ['a', 'sow again and again'] },
  { press: ['s'], does: 'starts', says: ['s', 'what may start, and when'] },
  { press: ['i'], does: 'calendar', says: ['i', 'the calendar to subscribe to'] },
];
