// Words for the years: places, standings, ways out.
import type {
  Against,
  NoteKind,
  Parts,
  Piece,
  Plot,
  RemedyKind,
  Standing,
  TurnSchool,
  TurnsUnit,
} from '../generated/api';
import type { Called } from './called';
import { yearName } from './dates';
import { count, ordinal } from './lengths';
import { upper } from './text';

export const SCHOOLS: Record<TurnSchool, { name: string; says: string }> = {
  'family-first': {
    name: 'families first',
    says: 'A family keeps its years away from the same ground; what feeds it comes second. It is the usual rule, because most of what waits in the soil waits for a family.',
  },
  'feeding-first': {
    name: 'feeding first',
    says: 'Hungry crops do not follow hungry ones, givers come before them; families count a fifth. Good where the soil is poor and troubles are few.',
  },
  'never-the-same-spot': {
    name: 'never the same spot',
    says: 'No crop goes back to where it stood in the last three years; families do not matter. Simple, and better than nothing, but potatoes may follow tomatoes.',
  },
};

export const UNITS: Record<TurnsUnit, string> = {
  bed: 'whole beds',
  section: 'sections of beds',
  square: 'strips of squares',
};

/** 'Pear bed, left'. */
export function placeName(garden: Called, at: Piece, plots: Plot[]): string {
  return [garden.bed(at.bed)?.name ?? '', ...pieceName(at, plots)].join(', ');
}

/** 'left', where a bed has several pieces; nothing where it is one. */
export function pieceName(at: Piece, plots: Plot[]): string[] {
  const of = plots.find((plot) => plot.at.bed === at.bed)?.of ?? 1;
  if (of === 1) return [];
  if (of === 2) return [at.piece === 0 ? 'left' : 'right'];
  return [`${ordinal(at.piece + 1)} from the left`];
}

export function partWords(parts: Parts): string {
  const all = [parts.early && 'early', parts.main && 'main', parts.late && 'late'].filter((one) => one !== false);
  return all.length === 3 ? 'all the year' : all.join(' and ');
}

export function standingWords(standing: Standing, southern: boolean): string {
  switch (standing.is) {
    case 'legal':
      return standing.years === null ? 'legal: never there, as far as is known' : `legal: ${count(standing.years, 'year', 'years')} apart`;
    case 'at-the-limit':
      return `at the limit: just ${count(standing.years, 'year', 'years')}`;
    case 'too-soon':
      return `too soon: there in ${yearName(standing.year, southern)}, ${standing.years} of ${standing.interval} years`;
    case 'not-free':
      return standing.free === 0 ? 'not free: no square left' : `not free: ${count(standing.free, 'square', 'squares')} left`;
    case 'lacks':
      return `lacks ${NEEDS[standing.need] ?? standing.need}`;
  }
} // prettier-ignore

export const NEEDS: Record<string, string> = {
  trellis: 'a trellis',
  sun: 'full sun',
  deep: 'a foot of soil',
  container: 'the walls of a tub',
};

/** What is against a plan: '2 families too soon, 3 squares short'. */
export function againstWords(against: Against): string {
  const told = [
    against.too_soon && count(against.too_soon, 'family too soon', 'families too soon'),
    against.short && count(against.short, 'square short', 'squares short'),
    against.hungry && `hungry after hungry ${count(against.hungry, 'time', 'times')}`,
    against.split && count(against.split, 'crop split', 'crops split'),
  ].filter((one) => one !== 0);
  return told.join(', ') || 'nothing against it';
}

/** How two plans differ, by what is against them: '1 family too soon more, 4 squares short fewer'. */
export function differenceWords(before: Against, after: Against): string {
  const told = (
    [
      ['too_soon', 'family too soon', 'families too soon'],
      ['short', 'square short', 'squares short'],
      ['hungry', 'time hungry after hungry', 'times hungry after hungry'],
      ['split', 'crop split', 'crops split'],
    ] as const
  ).flatMap(([key, one, many]) => {
    const by = after[key] - before[key];
    return by === 0 ? [] : [`${count(Math.abs(by), one, many)} ${by > 0 ? 'more' : 'fewer'}`];
  });
  return told.join(', ');
}

export const NOTES: Record<NoteKind, (first: string, then: string) => string> = {
  'twice-in-a-year': (first, then) =>
    first === then
      ? `${upper(first)} twice in one year: one family, spring and autumn`
      : `${upper(first)}, then ${then}: one family twice in one year`,
  'giver-first': (first, then) => `${upper(first)} before ${then}: well fed`,
  'hungry-again': (first, then) => `${upper(then)} after ${first}: hungry after hungry, give compost`,
};

export function remedyWords(garden: Called, kind: RemedyKind): string {
  const wish = 'wish' in kind ? garden.wishName(kind.wish) : '';
  const crop = upper(wish);
  switch (kind.do) {
    case 'containers':
      return `${crop} in containers only`;
    case 'fewer':
      return `${count(kind.by, 'square', 'squares')} less of ${wish} every year`;
    case 'every-second-year':
      return `${crop} every second year`;
    case 'without':
      return `${crop} without ${NEEDS[kind.need] ?? kind.need}`;
    case 'trellis':
      return `A trellis on ${garden.bed(kind.bed)?.name ?? ''}`;
    case 'divide':
      return `Halves of ${garden.bed(kind.bed)?.name ?? ''} counted apart`;
    case 'resistant':
      return `A resistant ${wish}: half the risk for it, and for nothing beside it`;
    case 'accept':
      return `Accept ${count(kind.interval, 'year', 'years')} for the ${garden.familyName(kind.family)}`;
  }
}

/** A name cut to so many letters, where there is room for no more. */
export function clipped(name: string, most: number): string {
  return name.length > most ? `${name.slice(0, most - 1).trimEnd()}…` : name;
}
