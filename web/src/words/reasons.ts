// Turns what the core found into sentences a gardener would say.
import type { Catalogue } from '../generated/Catalogue';
import type { Finding } from '../generated/Finding';
import type { GardenView } from '../generated/GardenView';
import type { Grade } from '../generated/Grade';
import type { Kind } from '../generated/Kind';
import type { SideFit } from '../generated/SideFit';
import type { Sum } from '../generated/Sum';
import type { Units } from '../generated/Units';
import { yearName } from './dates';
import { count, length } from './lengths';

/** A finding in words. */
export interface Told {
  heading: string;
  body: string;
  /** How well it is supported, for company only. */
  grade?: string;
  source?: string;
}

export const GRADES: Record<Grade, string> = {
  tested: 'tested',
  'common-practice': 'common practice',
  disputed: 'disputed',
};

const VERBS: Record<Kind, string> = {
  helps: 'helps',
  clashes: 'clashes with',
  shelters: 'shelters',
  supports: 'holds up',
  traps: 'draws pests from',
  hides: 'hides',
  feeds: 'feeds',
  competes: 'competes with',
  shades: 'shades',
};

export function tell(view: GardenView, catalogue: Catalogue, finding: Finding): Told {
  const reason = finding.reason;
  const units = view.garden.site.units;
  const southern = view.garden.site.latitude < 0;
  const crop = (patch: number) => {
    const key = view.garden.patches.find((p) => p.id === patch)?.crop;
    return catalogue.crops.find((c) => c.key === key);
  };
  const bedName = (id: number | null) => view.garden.beds.find((b) => b.id === id)?.name ?? '';
  switch (reason.is) {
    case 'company': {
      const relation = catalogue.relations[reason.relation];
      if (!relation) return { heading: '', body: '' };
      const source = catalogue.sources[relation.source];
      return {
        heading: `${upper(crop(reason.who)?.name ?? '')} ${VERBS[relation.kind]} ${crop(reason.whom)?.name ?? ''}`,
        body: relation.mechanism + (reason.contradicted ? ' Gardeners contradict each other here: see both.' : ''),
        grade: GRADES[relation.grade],
        source: source ? [source.title, source.year].filter(Boolean).join(', ') : '',
      };
    }
    case 'too-soon': {
      const { stand, year, interval } = reason;
      const family = catalogue.families.find((f) => f.key === stand.family);
      const apart = year - stand.year;
      const crop =
        stand.stood.what === 'crop' ? catalogue.crops.find((c) => c.key === stand.stood.key)?.name : family?.name;
      const free = bedName(reason.free_bed);
      return {
        heading: `${upper(family?.name ?? '')} again after ${count(apart, 'year', 'years')}`,
        body:
          `${upper(crop ?? '')} stood here in ${yearName(stand.year, southern)}; the wish is ${count(interval, 'year', 'years')}. ` +
          `${family?.reason ?? ''} ${free ? `${free} is the nearest bed free of it.` : 'No other bed is free of it.'}`,
      };
    }
    case 'none-fits': {
      const [w, h] = reason.least;
      return {
        heading: 'Not one plant fits',
        body: `It wants ${squareSize(w, h)} at least; make the patch larger or choose another way of growing it.`,
      };
    }
    case 'wants-trellis':
      return {
        heading: 'Wants something to climb',
        body: 'No trellis runs through this ground; set stakes, a cage or poles, or add a trellis line to the bed in the Yard view.',
      };
    case 'under-brace':
      return {
        heading: 'A brace in the way',
        body: `${count(reason.holes, 'hole lies', 'holes lie')} under the cross-brace and ${reason.holes === 1 ? 'is' : 'are'} left out (${length(thickest(view, finding.bed), units)} of board).`,
      };
  }
}

/** The sum behind a count, line by line. */
export function sumLines(sum: Sum, units: Units): string[] {
  const ground = { long: sum.ground.right - sum.ground.left, wide: sum.ground.near - sum.ground.far };
  const line = (side: number, distance: number, n: number) =>
    `${length(side, units)} ÷ ${length(distance, units)} = ${n}${side % distance === 0 ? '' : ' whole'}`;
  const lines = [
    `along: ${line(ground.long, sum.spacing.along, sum.columns)}`,
    `across: ${line(ground.wide, sum.spacing.across, sum.rows)}`,
  ];
  const fits = sum.columns * sum.rows - sum.under_braces;
  lines.push(
    sum.under_braces > 0
      ? `${sum.columns} × ${sum.rows} − ${sum.under_braces} under a brace = ${fits}`
      : `${sum.columns} × ${sum.rows} = ${count(fits, 'hole', 'holes')}`,
  );
  if (sum.holes < fits) lines.push(`you chose ${sum.holes} of them`);
  if (sum.per_hole > 1) lines.push(`${sum.holes} × ${sum.per_hole} in each hole = ${sum.plants}`);
  return lines;
}

/** 'a seventh row misses by 1 in; seven rows fit at 11⅞ in', or nothing when squares fit exactly. */
export function partSquare(fit: SideFit, what: 'row' | 'column', units: Units): string {
  if (fit.rest === 0) return '';
  const next = fit.whole + 1;
  return `${count(fit.whole, `whole ${what}`, `whole ${what}s`)} and ${length(fit.rest, units)} over: a ${ordinal(next)} ${what} misses by ${length(fit.missing, units)}; ${next} ${what}s fit at ${length(fit.narrowed, units)}.`;
}

/** '1½ × 2 squares' from half squares. */
export function squareSize(w: number, h: number): string {
  const half = (n: number) => (n % 2 === 0 ? `${n / 2}` : n === 1 ? '½' : `${(n - 1) / 2}½`);
  return `${half(w)} × ${half(h)} ${w === 2 && h === 2 ? 'square' : 'squares'}`;
}

export function upper(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];

function ordinal(n: number): string {
  const tail = n % 100 > 10 && n % 100 < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return ORDINALS[n] ?? `${n}${tail}`;
}

function thickest(view: GardenView, bed: number): number {
  const braces = view.garden.beds.find((b) => b.id === bed)?.braces ?? [];
  return Math.max(0, ...braces.map((b) => b.thickness));
}
