// Turns what the core found into sentences a gardener would say.
import type { Bulk, Catalogue, Finding, GardenView, Grade, Kind, SideFit, Sum, Units } from '../generated/api';
import { dayMonth, yearName } from './dates';
import { anOrdinal, apart, count, length, squares } from './lengths';
import { heightWords } from './place';
import { upper } from './text';

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

/** What comes of standing too close (common practice). */
const CROWDED: Record<Bulk, string> = {
  root: 'Roots stay small or fork; thin to the distance, or lift every second one young.',
  head: 'Heads stay small or do not close; cut every second plant young.',
  leaf: 'Leaves stay small, dry slowly and rot sooner; cut them young, or thin.',
  fruit: 'Each bears less, and leaves that dry slowly take blight and mildew sooner.',
};

export function tell(view: GardenView, catalogue: Catalogue, finding: Finding): Told {
  const reason = finding.reason;
  const units = view.garden.site.units;
  const southern = view.garden.site.latitude < 0;
  const cropKey = (patch: number) => view.garden.patches.find((p) => p.id === patch)?.planted.crop;
  const crop = (patch: number) => catalogue.crops.find((c) => c.key === cropKey(patch));
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
      const here = catalogue.crops.find((c) => c.key === cropKey(finding.patch));
      if (here && here.family !== stand.family)
        return {
          heading: `${upper(here.plural)} after the ${family?.name ?? ''}`,
          body: `${upper(crop ?? '')} stood here in ${yearName(stand.year, southern)}; the wish is ${count(interval, 'year', 'years')}. ${catalogue.families.find((f) => f.key === here.family)?.reason ?? ''}`,
        };
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
    case 'too-dense': {
      const { fits, holes, wants, stand, ground, bulk } = reason;
      return {
        heading: `${holes} where ${fits} ${fits === 1 ? 'fits' : 'fit'}`,
        body: `They stand ${apart(stand, units)} apart; ${apart(wants, units)} is wanted, and for so many ${squares(ground)} of ground. ${CROWDED[bulk]}`,
      };
    }
    case 'half-the-distance':
      return {
        heading: 'Half of the book’s distance',
        body: `You plant ${apart(reason.stand, units)} apart, where the book gives ${apart(reason.book, units)}. ${CROWDED[reason.bulk]}`,
      };
    case 'wants-trellis':
      return {
        heading: 'Wants something to climb',
        body: 'No trellis runs through this ground; set stakes, a cage or poles, or add a trellis line to the bed in the Yard view.',
      };
    case 'shallow-soil': {
      const here = crop(finding.patch);
      const way = here?.ways.find((one) => one.key === reason.shorter);
      const deeper = bedName(reason.deeper);
      return {
        heading: `Too little soil for ${here?.plural ?? ''}`,
        body: `${upper(length(reason.depth, units))} of soil; ${length(reason.wants, units)} is the least (common practice). Fill it up${deeper ? `, plant it in ${deeper}` : ''}${way ? `, or grow ${way.name}` : ''}.`,
      };
    }
    case 'half-shade': {
      const sunny = bedName(reason.sunny);
      return {
        heading: `${upper(crop(finding.patch)?.plural ?? '')} want full sun`,
        body: `This bed is noted as half shaded. ${sunny ? `${sunny} is the nearest that is not.` : 'No bed here is noted as sunny.'} With half a day of sun they grow slowly and bear little.`,
      };
    }
    case 'does-not-climb': {
      const here = crop(finding.patch);
      const way = here?.ways.find((one) => one.key === reason.way);
      return {
        heading: 'It does not climb',
        body: `A trellis runs through this ground, and this kind makes no use of it; grown ${way?.name ?? 'to climb'} it would.`,
      };
    }
    case 'sourness': {
      const range = ([least, most]: [number, number]) => `pH ${least.toFixed(1)} to ${most.toFixed(1)}`;
      return {
        heading: `Wants other soil than ${crop(reason.other)?.plural ?? ''}`,
        body: `${range(reason.own)} here, ${range(reason.theirs)} there: what suits one does not suit the other. Give them different beds, or lime for neither.`,
      };
    }
    case 'loses-support': {
      const host = crop(reason.by)?.name ?? '';
      return {
        heading: `Climbs on ${host}, which goes first`,
        body: `The ${host} is out by ${dayMonth(reason.day)}; what climbs it stands until ${dayMonth(reason.until)}. Leave its stalks standing when it is picked: set the last day of the ${host} to ${dayMonth(reason.until)}, or put up poles.`,
      };
    }
    case 'shares': {
      const { slow, must_be_out, closes, quick_lost, slow_lost, out } = reason;
      const host = crop(slow)?.name ?? '';
      const quick = crop(finding.patch)?.name ?? '';
      const meets = closes
        ? ` ${upper(host)} leaves meet about ${dayMonth(closes)}.`
        : ` ${upper(host)} leaves never meet here.`;
      if (finding.weight === 'good')
        return { heading: `${upper(quick)} between ${host}: fine`, body: `Out by ${dayMonth(out)}.${meets}` };
      return {
        heading: `${upper(quick)} stays too long between ${host}`,
        body: `Out by ${dayMonth(out)} as planned; it must be out before ${dayMonth(must_be_out ?? out)}.${meets} Left in, ${count(quick_lost, `${quick} is`, `${crop(finding.patch)?.plural ?? quick} are`)} shaded and ${count(slow_lost, `${host} is`, `${crop(slow)?.plural ?? host} are`)} crowded.`,
      };
    }
    case 'rows-crowd':
      return {
        heading: `Crowds the row of ${crop(reason.other)?.name ?? ''}`,
        body: `They are ${length(reason.gap, units)} apart; from about ${dayMonth(reason.day)} the leaves of one reach over the other. Widen the gap, or have one out by then.`,
      };
    case 'out-of-reach':
      return {
        heading: 'Beyond an arm',
        body: `Picked every ${reason.every === 2 ? 'other day' : `${reason.every} days`}, and ${count(reason.holes, 'plant is', 'plants are')} more than ${length(reason.arm, units)} from a side you can reach over, or behind a trellis.`,
      };
    case 'spills':
      return { heading: 'Grows out over the board', body: 'Its vines have a path to spill onto; keep it passable.' };
    case 'nowhere-to-spill':
      return {
        heading: 'Nowhere to spill',
        body: 'Its vines will run over the neighbours. Put it at an edge with a path beside it, or train it up.',
      };
    case 'few-rows':
      return {
        heading: `${['No row', 'One row', 'Two rows', 'Three rows'][reason.rows] ?? `${reason.rows} rows`} of maize`,
        body: `The wind pollinates it across rows: ${reason.better} or more are best, ${reason.least} the least, as square as the ground allows. With fewer, shake the tassels over the silks by hand when it flowers; the Season lists the day.`,
      };
    case 'in-the-middle':
      return {
        heading: reason.for_seed ? 'Left for seed in the middle' : 'Stays for years, in the middle',
        body: 'At an end of the bed it is out of the way when the rest is dug or turned over.',
      };
    case 'shaded': {
      const tall = crop(reason.by)?.name ?? '';
      const here = crop(finding.patch)?.name ?? '';
      const shadow = `About ${dayMonth(reason.day)} the noon shadow of the ${tall} is ${length(reason.long, units)} long and lies over ${count(reason.holes, 'plant', 'plants')}.`;
      return reason.welcome
        ? { heading: `Summer shade from ${tall}`, body: `${shadow} ${upper(here)} is glad of it.` }
        : {
            heading: `${upper(tall)} shades ${here}`,
            body: `${shadow} ${finding.weight === 'note' ? `${upper(here)} manages on half a day of sun.` : `Put the taller one on the ${southern ? 'south' : 'north'} side.`}`,
          };
    }
    case 'crosses': {
      const wayOf = (patch: number) => {
        const planted = view.garden.patches.find((p) => p.id === patch)?.planted;
        return crop(patch)?.ways.find((w) => w.key === planted?.way)?.name ?? '';
      };
      const from = view.garden.patches.find((p) => p.id === reason.later)?.from;
      return {
        heading: 'Two kinds of maize flower together',
        body: `They cross and the ears turn starchy: their flowering is ${count(reason.days_apart, 'day', 'days')} apart; ${reason.wanted} are wanted, or a distance no back yard has. Move the one that flowers later, ${wayOf(reason.later)}${from ? ` (in from ${dayMonth(from)})` : ''}: ${count(reason.wanted - reason.days_apart, 'day', 'days')} later or more.`,
      };
    }
    case 'neighbour-crosses':
      return {
        heading: 'A neighbour’s maize is near',
        body: `It is ${reason.strain === 'field' ? 'for fodder or grain' : reason.strain} and ${heightWords(reason.metres, units)} away; ${heightWords(reason.wanted, units)} or two weeks between their flowering keep the ears true. This one flowers about ${dayMonth(reason.flowers)}: ask when theirs does, and sow two weeks earlier or later.`,
      };
    case 'unlike-neighbour':
      return {
        heading: `Close beside ${crop(reason.other)?.name ?? ''}`,
        body: 'Planted close, neighbours want leaves and height alike, or the smaller one is smothered.',
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
  const found = sum.fits + sum.under_braces;
  const lines = patternLines(sum, units);
  if (sum.outside > 0) lines.push(`${found + sum.outside} − ${sum.outside} where the bed has no ground = ${found}`);
  if (sum.under_braces > 0) lines.push(`${found} − ${sum.under_braces} under a brace = ${sum.fits}`);
  if (sum.holes < sum.fits) lines.push(`you chose ${sum.holes} of them, spread as far apart as they go`);
  if (sum.crowded) lines.push(`you planted ${sum.holes}, ${length(sum.crowded.along, units)} apart`);
  if (sum.per_hole > 1) lines.push(`${sum.holes} × ${sum.per_hole} in each hole = ${sum.plants}`);
  if (sum.margin !== null) lines.push(`stems keep ${length(sum.margin, units)} to the boards, the margin of this bed`);
  const { far, near, left, right } = sum.spills;
  if (far || near || left || right) lines.push('its vines may grow out over the board, so stems stand nearer to it');
  if (sum.feeding_percent > 100) lines.push(`so many want ${sum.feeding_percent} % of the usual feed`);
  return lines;
}

function patternLines(sum: Sum, units: Units): string[] {
  const { pattern, spacing } = sum;
  const ground = { long: sum.ground.right - sum.ground.left, wide: sum.ground.near - sum.ground.far };
  const line = (side: number, distance: number, n: number) =>
    `${length(side, units)} ÷ ${length(distance, units)} = ${n}${side % distance === 0 ? '' : ' whole'}`;
  switch (pattern.lies) {
    case 'grid': {
      const otherwise = Object.values(sum.spills).some(Boolean) || sum.margin !== null;
      const each = otherwise
        ? [`along: ${pattern.columns}`, `across: ${pattern.rows}`]
        : [
            `along: ${line(ground.long, spacing.along, pattern.columns)}`,
            `across: ${line(ground.wide, spacing.across, pattern.rows)}`,
          ];
      return [
        ...each,
        `${pattern.columns} × ${pattern.rows} = ${count(pattern.columns * pattern.rows, 'hole', 'holes')}`,
      ];
    }
    case 'staggered':
      return [
        `${count(pattern.lines, 'line', 'lines')} ${pattern.across ? 'across' : 'along'}, ${length(pattern.pitch, units)} apart`,
        pattern.short === pattern.long
          ? `${pattern.long} to a line`
          : `${pattern.long} and ${pattern.short} to a line in turn`,
        `every plant ${length(Math.max(spacing.along, spacing.across), units)} from the next`,
      ];
    case 'rows':
      return [
        `${count(pattern.lines, 'line', 'lines')} ${pattern.across ? 'across' : 'along'}, ${
          pattern.double
            ? `in pairs ${length(spacing.along, units)} apart, ${length(spacing.across, units)} between pairs`
            : `${length(spacing.across, units)} apart`
        }`,
        pattern.short === pattern.each
          ? `${pattern.each} to a line, ${length(spacing.along, units)} apart`
          : `${pattern.each} and ${pattern.short} to a line in turn, ${length(spacing.along, units)} apart`,
      ];
    case 'scattered':
      return [
        `${count(pattern.seeds, 'seed', 'seeds')} strewn, thinned to ${length(Math.max(spacing.along, spacing.across), units)}`,
        `about ${count(pattern.left, 'plant', 'plants')} left`,
      ];
    case 'between':
      return [
        `${count(pattern.places, 'place', 'places')} in the gaps of what stands there, ${length(spacing.along, units)} apart or more`,
      ];
  }
}

/** 'a seventh row misses by 1 in; seven rows fit at 11⅞ in', or nothing when squares fit exactly. */
export function partSquare(fit: SideFit, what: 'row' | 'column', units: Units): string {
  if (fit.rest === 0) return '';
  const next = fit.whole + 1;
  return `${count(fit.whole, `whole ${what}`, `whole ${what}s`)} and ${length(fit.rest, units)} over: ${anOrdinal(next)} ${what} misses by ${length(fit.missing, units)}; ${next} ${what}s fit at ${length(fit.narrowed, units)}.`;
}

/** 'Section 2: 83 in of soil. 6 whole columns and 11 in over: …'. */
export function sectionWords(fit: SideFit, number: number, units: Units): string {
  const rest = partSquare(fit, 'column', units);
  return `Section ${number}: ${length(fit.side, units)} of soil, ${rest || `${count(fit.whole, 'whole column', 'whole columns')}.`}`;
}

/** '1½ × 2 squares' from half squares. */
export function squareSize(w: number, h: number): string {
  const half = (n: number) => (n % 2 === 0 ? `${n / 2}` : n === 1 ? '½' : `${(n - 1) / 2}½`);
  return `${half(w)} × ${half(h)} ${w === 2 && h === 2 ? 'square' : 'squares'}`;
}

function thickest(view: GardenView, bed: number): number {
  const braces = view.garden.beds.find((b) => b.id === bed)?.braces ?? [];
  return Math.max(0, ...braces.map((b) => b.thickness));
}
