export const YARD_KEYS: [string, string][] = [
  ['Tab', 'go from bed to bed'],
  ['Space', 'select the bed in focus; Enter opens it'],
  ['arrow keys', 'move the bed in focus by half a square'],
  ['[ and ]', 'turn it by 15 degrees'],
  ['n', 'measure a new bed'],
];
