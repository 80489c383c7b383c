// What happened, in words: entries of the journal, amounts, and the kinds that can be written down by hand.
import type { Amount } from '../generated/Amount';
import type { Ending } from '../generated/Ending';
import type { Happened } from '../generated/Happened';
import type { HarmSeen } from '../generated/HarmSeen';
import type { HowBad } from '../generated/HowBad';
import type { Unit } from '../generated/Unit';
import type { Units } from '../generated/Units';
import type { Work } from '../generated/Work';
import { dayMonth } from './dates';
import { count, length } from './lengths';
import { degrees } from './season';

/** Grams in an ounce (the international avoirdupois ounce, 28.349523125 g). */
const OUNCE = 28.349523125;

/** '46', 'about 300 g', '2 bunches'. */
export function amount({ tenths, unit, rough }: Amount, units: Units): string {
  const many = tenths / 10;
  const said = {
    pieces: () => String(many),
    grams: () => weight(many, units),
    bunches: () => count(many, 'bunch', 'bunches'),
    handfuls: () => count(many, 'handful', 'handfuls'),
    buckets: () => count(many, 'bucket', 'buckets'),
    percent: () => `${many} of a hundred`,
  }[unit]();
  return rough ? `about ${said}` : said;
}

function weight(grams: number, units: Units): string {
  if (units === 'metric') return grams >= 1000 ? `${round(grams / 1000)} kg` : `${Math.round(grams)} g`;
  const ounces = grams / OUNCE;
  return ounces >= 16 ? `${round(ounces / 16)} lb` : `${round(ounces)} oz`;
}

const round = (value: number) => Number(value.toFixed(1));

/** What is counted when something is written down: its name in the household's measures, and tenths of the unit in one of it. */
export function counted(units: Units): { key: string; name: string; unit: Unit; tenths: number }[] {
  const weights =
    units === 'metric'
      ? [
          { key: 'g', name: 'g', unit: 'grams' as const, tenths: 10 },
          { key: 'kg', name: 'kg', unit: 'grams' as const, tenths: 10_000 },
        ]
      : [
          { key: 'oz', name: 'oz', unit: 'grams' as const, tenths: OUNCE * 10 },
          { key: 'lb', name: 'lb', unit: 'grams' as const, tenths: OUNCE * 160 },
        ];
  return [
    { key: 'pieces', name: 'pieces', unit: 'pieces', tenths: 10 },
    ...weights,
    { key: 'bunches', name: 'bunches', unit: 'bunches', tenths: 10 },
    { key: 'handfuls', name: 'handfuls', unit: 'handfuls', tenths: 10 },
    { key: 'buckets', name: 'buckets', unit: 'buckets', tenths: 10 },
  ];
}

const ENDINGS: Record<Ending, string> = {
  done: 'it had done',
  failed: 'it came to nothing',
  'pulled-early': 'pulled early',
  bolted: 'it bolted',
  frosted: 'frost took it',
  eaten: 'something ate it',
  diseased: 'a disease took it',
};
const HARMS: Record<HarmSeen, string> = { pest: 'a pest', disease: 'a disease', damage: 'damage' };
const GRADES: Record<HowBad, string> = { little: 'here and there', much: 'on many', lost: 'all but lost' };

export const ENDING_NAMES = Object.entries(ENDINGS) as [Ending, string][];
export const HARM_NAMES = Object.entries(HARMS) as [HarmSeen, string][];
export const GRADE_NAMES = Object.entries(GRADES) as [HowBad, string][];

const WORKS: Record<Work, string> = {
  'sow-inside': 'sowing under cover',
  'pot-on': 'potting on',
  arrive: 'plants that were to come',
  harden: 'hardening off',
  'sow-outside': 'sowing',
  'plant-out': 'planting out',
  'plant-sets': 'planting',
  pollinate: 'pollinating',
  pick: 'the first picking',
  clear: 'clearing',
};

/** What happened, without where: 'sowed 24', 'picked about 300 g', 'cleared: it bolted'. */
export function happened(what: Happened, units: Units): string {
  const many = (of: Amount | null) => (of ? ` ${amount(of, units)}` : '');
  switch (what.kind) {
    case 'sown':
      return `sowed${many(what.many)}${what.depth ? `, ${length(what.depth, units)} deep` : ''}`;
    case 'up':
      return `up${many(what.many)}${what.of ? ` of ${amount(what.of, units)}` : ''}`;
    case 'thinned':
      return `thinned${what.to ? ` to ${length(what.to, units)}` : ''}`;
    case 'potted-on':
      return `potted on${many(what.many)}`;
    case 'arrived':
      return `arrived${many(what.many)}`;
    case 'hardened':
      return 'put out to harden';
    case 'planted':
      return `planted${many(what.many)}`;
    case 'staked':
      return 'staked or tied';
    case 'watered':
      return `watered${what.depth ? `, ${length(what.depth, units)} deep` : ''}`;
    case 'fed':
      return `fed${many(what.many)}`;
    case 'picked':
      return `picked${many(what.many)}`;
    case 'cut-again':
      return `cut${many(what.many)}, to grow again`;
    case 'cleared':
      return `cleared: ${ENDINGS[what.ending]}`;
    case 'stored':
      return `stored${many(what.many)}`;
    case 'seen':
      return `saw ${HARMS[what.harm]}, ${GRADES[what.grade]}`;
    case 'soil-read':
      return `read the soil${what.temperature === null ? '' : `: ${degrees(what.temperature / 10, units)}`}`;
    case 'weather':
      return 'weather';
    case 'put-off':
      return `put off ${WORKS[what.work]} until ${dayMonth(what.until)}`;
    case 'left-out':
      return `left out ${WORKS[what.work]}`;
    case 'struck':
      return 'struck out';
    case 'note':
      return 'noted';
    default:
      return PLAIN[what.kind];
  }
}

const PLAIN = {
  mulched: 'mulched',
  covered: 'covered',
  uncovered: 'took the cover off',
  weeded: 'weeded',
  pollinated: 'pollinated',
} as const;

/** What can be written down by hand, in the order of a season. */
export const KINDS = [
  ['note', 'a note'],
  ['watered', 'watered'],
  ['weeded', 'weeded'],
  ['picked', 'picked'],
  ['cut-again', 'cut, to grow again'],
  ['sown', 'sowed'],
  ['up', 'it is up'],
  ['thinned', 'thinned'],
  ['potted-on', 'pricked out or potted on'],
  ['planted', 'planted'],
  ['staked', 'staked, tied or led'],
  ['fed', 'fed'],
  ['mulched', 'mulched'],
  ['covered', 'covered'],
  ['uncovered', 'took the cover off'],
  ['seen', 'saw a pest, a disease or damage'],
  ['cleared', 'cleared'],
  ['stored', 'put in store'],
] as const satisfies (readonly [Happened['kind'], string])[];

export type Kind = (typeof KINDS)[number][0];

/** Kinds of which it is said how much. */
export const WITH_AMOUNT: Kind[] = ['picked', 'cut-again', 'sown', 'up', 'potted-on', 'planted', 'fed', 'stored'];

/** What is written down of a kind. */
export function toldAs(kind: Kind, many: Amount | null, ending: Ending, harm: HarmSeen, grade: HowBad): Happened {
  switch (kind) {
    case 'sown':
      return { kind, many, depth: null };
    case 'up':
      return { kind, many, of: null };
    case 'thinned':
      return { kind, to: null };
    case 'watered':
      return { kind, depth: null };
    case 'cleared':
      return { kind, ending };
    case 'seen':
      return { kind, harm, grade };
    case 'picked':
    case 'cut-again':
    case 'potted-on':
    case 'planted':
    case 'fed':
    case 'stored':
      return { kind, many };
    default:
      return { kind };
  }
}
