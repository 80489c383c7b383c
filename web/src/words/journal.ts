// What happened, in words: entries of the journal, amounts, and the kinds that can be written down by hand.
import type {
  Amount,
  Best,
  Ending,
  Happened,
  HarmSeen,
  HowBad,
  SeedCover,
  Tool,
  Unit,
  Units,
  Work,
} from '../generated/api';
import { BY_HAND } from '../generated/Kinds';
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

export const ENDINGS: Record<Ending, string> = {
  done: 'it had done',
  failed: 'it came to nothing',
  'pulled-early': 'pulled early',
  bolted: 'it bolted',
  frosted: 'frost took it',
  eaten: 'something ate it',
  diseased: 'a disease took it',
};
const SEED_COVERS: Record<SeedCover, string> = {
  soil: 'under soil',
  compost: 'under fine compost',
  sand: 'under sand',
  vermiculite: 'under vermiculite',
  board: 'under a board',
  cloth: 'under a cloth',
  nothing: 'pressed in and left open',
};
const HARMS: Record<HarmSeen, string> = { pest: 'a pest', disease: 'a disease', damage: 'damage' };
const GRADES: Record<HowBad, string> = { little: 'here and there', much: 'on many', lost: 'all but lost' };

export const ENDING_NAMES = Object.entries(ENDINGS) as [Ending, string][];
export const HARM_NAMES = Object.entries(HARMS) as [HarmSeen, string][];
export const SEED_COVER_NAMES = Object.entries(SEED_COVERS) as [SeedCover, string][];
export const GRADE_NAMES = Object.entries(GRADES) as [HowBad, string][];

const WORKS: Record<Work, string> = {
  soak: 'soaking',
  chit: 'sprouting',
  chill: 'chilling',
  inoculate: 'coating with bacteria',
  'take-cuttings': 'taking cuttings',
  'sow-inside': 'sowing under cover',
  'pot-on': 'potting on',
  arrive: 'plants that were to come',
  harden: 'hardening off',
  stake: 'staking',
  'sow-outside': 'sowing',
  'plant-out': 'planting out',
  'plant-sets': 'planting',
  'look-for': 'looking whether it is up',
  'sow-again': 'sowing again',
  thin: 'thinning',
  water: 'watering',
  weed: 'weeding',
  mulch: 'mulching',
  guard: 'covering',
  uncover: 'uncovering',
  train: 'tying and leading',
  pinch: 'pinching out',
  feed: 'feeding',
  'earth-up': 'earthing up',
  blanch: 'blanching',
  pollinate: 'pollinating',
  pick: 'the first picking',
  'pick-again': 'picking',
  'pick-soon': 'picking before the heat',
  lift: 'lifting',
  cure: 'drying',
  store: 'storing',
  clear: 'clearing',
  divide: 'dividing',
};

/** What is taken in hand. */
export const TOOLS: Record<Tool, string> = {
  pots: 'At the shelf',
  basket: 'Knife and basket',
  seed: 'Seed, stick and line',
  trowel: 'Trowel',
  hands: 'Hands and scissors',
  string: 'Stakes and string',
  net: 'Net and fleece',
  hoe: 'Hoe',
  fork: 'Fork and barrow',
  can: 'Can or hose',
};

/** The weather that suits best. */
export const BEST: Record<Best, string> = { dry: 'best on a dry day', dull: 'best on a dull day or in the evening' };

/** What happened, without where: 'sowed 24', 'picked about 300 g', 'cleared: it bolted'. */
export function happened(what: Happened, units: Units): string {
  const many = (of: Amount | null) => (of ? ` ${amount(of, units)}` : '');
  switch (what.kind) {
    case 'sown':
      return [
        `sowed${many(what.many)}`,
        what.depth ? `${length(what.depth, units)} deep` : '',
        what.apart ? `${length(what.apart, units)} apart` : '',
        what.under ? SEED_COVERS[what.under] : '',
      ]
        .filter(Boolean)
        .join(', ');
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
      return listed('read the soil', [
        what.temperature === null ? '' : degrees(what.temperature / 10, units),
        what.moisture ?? '',
        what.tenths_ph === null ? '' : `pH ${what.tenths_ph / 10}`,
      ]);
    case 'weather':
      return listed('weather', [
        what.low === null ? '' : `from ${degrees(what.low / 10, units)}`,
        what.high === null ? '' : `to ${degrees(what.high / 10, units)}`,
        what.rain === null ? '' : `${length(what.rain, units)} of rain`,
      ]);
    case 'put-off':
      return `put off ${WORKS[what.work]} until ${dayMonth(what.until)}`;
    case 'left-out':
      return `left out ${WORKS[what.work]}`;
    case 'tended':
      return `done: ${WORKS[what.work]}`;
    case 'chose':
      return `chose a way: ${what.topic.replaceAll('-', ' ')}, ${what.school.replaceAll('-', ' ')}`;
    case 'photo':
      return 'took a photo';
    case 'walked':
      return 'put the beds in the order of the walk';
    case 'struck':
      return 'struck out';
    case 'note':
      return 'noted';
    default:
      return PLAIN[what.kind];
  }
}

/** 'read the soil: 12 °C, moist'. */
function listed(what: string, more: string[]): string {
  const said = more.filter(Boolean).join(', ');
  return said ? `${what}: ${said}` : what;
}

const PLAIN = {
  mulched: 'mulched',
  covered: 'covered',
  uncovered: 'took the cover off',
  weeded: 'weeded',
  pollinated: 'pollinated',
} as const;

/** What can be written down by hand, by name. */
export type Kind = (typeof BY_HAND)[number];

const NAMES: Record<Kind, string> = {
  note: 'a note',
  watered: 'watered',
  weeded: 'weeded',
  picked: 'picked',
  'cut-again': 'cut, to grow again',
  sown: 'sowed',
  up: 'it is up',
  thinned: 'thinned',
  'potted-on': 'pricked out or potted on',
  planted: 'planted',
  staked: 'staked, tied or led',
  fed: 'fed',
  mulched: 'mulched',
  covered: 'covered',
  uncovered: 'took the cover off',
  seen: 'saw a pest, a disease or damage',
  cleared: 'cleared',
  stored: 'put in store',
  'soil-read': 'read the soil',
  weather: 'the weather of the day',
};

export const KINDS = BY_HAND.map((kind) => [kind, NAMES[kind]] as const);

/** What is written down of a kind as long as nothing more is said of it. */
export function blank(kind: Kind): Happened {
  switch (kind) {
    case 'sown':
      return { kind, many: null, depth: null, apart: null, under: null };
    case 'up':
      return { kind, many: null, of: null };
    case 'thinned':
      return { kind, to: null };
    case 'watered':
      return { kind, depth: null };
    case 'cleared':
      return { kind, ending: 'done' };
    case 'seen':
      return { kind, harm: 'pest', grade: 'little' };
    case 'soil-read':
      return { kind, temperature: null, moisture: null, tenths_ph: null };
    case 'weather':
      return { kind, low: null, high: null, rain: null };
    case 'picked':
    case 'cut-again':
    case 'potted-on':
    case 'planted':
    case 'fed':
    case 'stored':
      return { kind, many: null };
    default:
      return { kind };
  }
}

/** What is worth saying in words of a kind. */
export function asksFor(kind: Happened['kind']): string {
  const asked: Partial<Record<Happened['kind'], string>> = {
    fed: 'With what, in your own words',
    seen: 'What it was, and what you did',
    picked: 'How large, how good, in your own words',
    stored: 'Where, and how, in your own words',
  };
  return asked[kind] ?? 'In your own words';
}

/** A number as it is typed, times the unit it is typed in: '1.5', '1,5', '1/2', '1 1/2'; nothing where it is none. */
export function typed(text: string, by: number): number | null {
  const [, whole, above, below] = /^\s*(\d+(?:[.,]\d+)?)?(?:\s*\b(\d+)\s*\/\s*([1-9]\d*))?\s*$/.exec(text) ?? [];
  if (whole === undefined && above === undefined) return null;
  return Math.round(by * (Number((whole ?? '0').replace(',', '.')) + Number(above ?? 0) / Number(below ?? 1)));
}

/** So many entries are sent in one part of a file; what is read at once is 8 MB at most. */
const IN_A_PART = 10_000;

/** A journal's file in parts that are each a file of their own; a table, and what is none, stays as it is. */
export function inParts(text: string): string[] {
  let file: { entries?: unknown } | null;
  try {
    file = JSON.parse(text) as { entries?: unknown } | null;
  } catch {
    return [text];
  }
  const entries = file?.entries;
  if (!Array.isArray(entries) || entries.length <= IN_A_PART) return [text];
  const starts = Array.from({ length: Math.ceil(entries.length / IN_A_PART) }, (_, n) => n * IN_A_PART);
  return starts.map((at) => JSON.stringify({ ...file, entries: entries.slice(at, at + IN_A_PART) }));
}
