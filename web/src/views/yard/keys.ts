export const YARD_KEYS: [string, string][] = [
  ['Tab', 'go from bed to bed'],
  ['Enter', 'open the selected bed'],
  ['arrow keys', 'move the selected bed by half a square'],
  ['[ and ]', 'turn it by 15 degrees'],
  ['n', 'measure a new bed'],
];
