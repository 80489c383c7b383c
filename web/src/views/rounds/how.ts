// How something goes into the ground, in one line.
import type { CellsSown, SetOut, Units } from '../../generated/api';
import { apart, count, length } from '../../words/lengths';
import { trays } from '../../words/tin';

/** 'in 1 tray and 6 cells, 2 in each', '6 in each: 4 plants, to be parted'. */
export function inCells({ trays: full, in_each, parted }: CellsSown): string {
  const together = parted === null ? '' : `: ${parted} plants, to be parted`;
  return [full === null ? '' : `in ${trays(full)}`, in_each > 1 ? `${in_each} in each${together}` : '']
    .filter(Boolean)
    .join(', ');
}

/** '½ in deep · 24 holes, 3 in apart · 2 to a hole'. */
export function setOut(how: SetOut, units: Units): string {
  return [
    how.depth === null ? '' : `${length(how.depth, units)} deep`,
    `${count(how.holes, 'hole', 'holes')}, ${apart(how.spacing, units)}`,
    how.in_each > 1 ? `${how.in_each} to a hole` : '',
  ]
    .filter(Boolean)
    .join(' · ');
}
