export const BED_KEYS: [string, string][] = [
  ['/', 'find a crop; Enter takes it in hand'],
  ['arrow keys', 'move the marked squares, or the selected patch, by half a square'],
  ['Shift with arrows', 'make them larger or smaller'],
  ['Enter', 'put the crop in hand on the marked squares; else select the patch in focus, or what stands there'],
  ['Delete', 'remove the selected patch'],
  ['n', 'type how many plants the selected patch should hold'],
  ['Tab', 'go from patch to patch'],
  ['b', 'the next bed'],
];
