// How something goes into the ground, in one line.
import type { SetOut } from '../../generated/SetOut';
import type { Units } from '../../generated/Units';
import { apart, count, length } from '../../words/lengths';

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
