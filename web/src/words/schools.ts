// The schools of spacing in a gardener's words.
import type { School, Unsuited } from '../generated/api';

/** 'by squares', 'rows across', 'close, at 80 %'. */
export function schoolName(school: School): string {
  switch (school.is) {
    case 'square-foot':
      return 'by squares';
    case 'staggered':
      return 'staggered';
    case 'rows':
      return `${school.double ? 'double rows' : 'rows'} ${school.across ? 'across' : 'along'}`;
    case 'close':
      return `close, at ${school.percent} %`;
    case 'scatter':
      return `strewn, ${school.seeds} seeds a place, thinned`;
  }
}

/** What a school is good for, and what it asks. */
export function schoolWords(school: School): string {
  switch (school.is) {
    case 'square-foot':
      return 'Counted by whole squares, so that ground is easy to give, take and rotate. The usual one here for that reason.';
    case 'staggered':
      return 'Triangles: every plant at the full distance from six others. Up to 15 % more on wide ground; on a small bed no more than squares, or fewer.';
    case 'rows':
      return school.double
        ? 'Two lines to a row, zigzag; good for peas, broad beans and one drip line between. Asks for paths to hoe.'
        : 'Room to hoe, to run a drip line, or to push a seeder. Asks for more ground than the others.';
    case 'close':
      return 'Leaves meet early and shade the soil: less weeding and water later. Asks for feeding in proportion, for neighbours of like leaf and height, and for weeding until the leaves meet.';
    case 'scatter':
      return 'Quick to sow over a whole patch. Asks for more seed, and for thinning in time; uneven ground goes unused.';
  }
}

export const UNSUITED: Record<Unsuited, string> = {
  'needs-air': 'not offered: it wants air about its leaves',
  climbs: 'not offered: it climbs in a line',
  planted: 'not offered: it is planted, not sown',
};

/** The schools a list offers, each with its usual figure. */
export const OFFERED: School[] = [
  { is: 'square-foot' },
  { is: 'staggered' },
  { is: 'rows', across: false, double: false },
  { is: 'rows', across: true, double: false },
  { is: 'rows', across: false, double: true },
  { is: 'rows', across: true, double: true },
  { is: 'close', percent: 80 },
  { is: 'scatter', seeds: 3 },
];

export function sameSchool(a: School, b: School): boolean {
  return schoolName(a) === schoolName(b);
}
