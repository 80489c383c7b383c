export const TURNS_KEYS: [string, string][] = [
  ['arrow keys', 'go from bed to bed and from year to year'],
  ['Enter', 'open the piece of ground and year in focus'],
  ['p', 'propose the years, or stop'],
  ['w', 'the wishes'],
  ['r', 'the rules'],
  ['k', 'kept plans'],
  ['c', 'go from clash to clash'],
  ['Enter on a way out', 'take it; undo takes it back'],
];
