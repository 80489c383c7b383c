export const SEASON_KEYS: [string, string][] = [
  ['Tab', 'go from bar to bar'],
  ['← →', 'move the bar in focus by a day, with Shift by a week; what follows moves along'],
  ['− and +', 'clear it a day earlier or later'],
  ['Enter', 'what the bar, the free ground or the number says'],
  ['w', 'go into the slip, to what the bar says'],
  ['n', 'go from number to number'],
  ['c', 'the climate of the place'],
  ['h', 'the seedling shelf'],
  ['a', 'sow again and again'],
  ['s', 'what may start, and when'],
  ['i', 'the calendar to subscribe to'],
];
