// Words for the season: temperatures, gates, troubles, ways out.
import type {
  Correction,
  Crop,
  Freezes,
  Gate,
  LatestStart,
  Means,
  Ripening,
  ShelfPlace,
  SlipKind,
  Trouble,
  Units,
  WarmthFrom,
  Window,
} from '../generated/api';
import type { Called } from './called';
import { dayMonth, dayNumber } from './dates';
import { count } from './lengths';
import { upper } from './text';

/** '52 °F' or '11 °C', to the degree. */
export function degrees(celsius: number, units: Units): string {
  return units === 'imperial' ? `${Math.round(celsius * 1.8 + 32)} °F` : `${Math.round(celsius)} °C`;
}

/** A difference: '3½ °F', '2 °C'. */
export function degreesMore(celsius: number, units: Units): string {
  const value = Math.round((units === 'imperial' ? celsius * 1.8 : celsius) * 2) / 2;
  return `${value > 0 ? '+' : '−'}${Math.abs(value)} ${units === 'imperial' ? '°F' : '°C'}`;
}

/** '312 degree days above 50 °F': a sum of warmth in the household's degrees. */
export function degreeDays(celsius: number, units: Units): string {
  const sum = Math.round(units === 'imperial' ? celsius * 1.8 : celsius);
  return `${count(sum, 'degree day', 'degree days')} above ${degrees(10, units)}`;
}

/** A typed temperature in the household's degrees, as tenths of a degree Celsius. */
export function tenths(text: string, units: Units): number {
  const value = Number(text.trim().replace(',', '.').replace('−', '-'));
  if (text.trim() === '' || !Number.isFinite(value)) return Number.NaN;
  return Math.round((units === 'imperial' ? (value - 32) / 1.8 : value) * 10);
}

/** Tenths of a degree Celsius as a field shows them. */
export function fieldDegrees(tenth: number, units: Units): string {
  return units === 'imperial' ? String(Math.round(((tenth / 10) * 1.8 + 32) * 10) / 10) : String(tenth / 10);
}

export const MEANS: Record<Means, string> = {
  direct: 'sown in the bed',
  shelf: 'raised on the shelf',
  bought: 'bought as a young plant',
  set: 'planted as a set, tuber or crown',
};

export const FROM: Record<WarmthFrom, string> = {
  place: 'the climate of the place',
  months: 'the months you typed',
  station: 'a station’s file',
};

/** What the frosts rest on. */
export const FROST_FROM: Record<Freezes['is'], string> = {
  'by-climate': 'A guess from the climate of the place',
  dates: 'By the two dates you know',
  never: 'You say that it never freezes',
  'every-month': 'You say that it freezes in any month',
};

/** What the warmth rests on where only the latitude is known. */
export const BY_LATITUDE = 'the latitude alone, a poor guess: say where the garden lies';

export const PLACES: Record<ShelfPlace, string> = {
  light: 'under the light',
  mat: 'on the warm mat',
  hardening: 'where seedlings harden',
};

/** Why a crop cannot start on a day. */
export const GATES: Record<Gate, string> = {
  'soil-cold': 'the soil is too cold for it',
  'soil-warm': 'the soil is too warm for it',
  'air-cold': 'the days are too cool yet to begin it',
  'frost-to-come': 'the last frost is still to come, or only just past',
  'too-hot': 'the weeks to come are too hot to begin it',
  'summer-nears': 'summer is too near: it would flower or mildew before it is picked',
  frost: 'frost would likely kill it before it is ripe or picked',
  'no-time': 'too little warmth and light are left to ripen it',
  'gains-nothing': 'it would hardly grow yet: begun later, it is ripe hardly later',
  bolts: 'it would bolt or spoil in heat or long days',
  'sets-nothing': 'it would flower in days too hot or too cool to set',
  'little-to-pick': 'much less would be left to pick than a good start has',
  'not-autumn': 'it is planted in autumn',
  'ground-freezes': 'the ground freezes before it has rooted',
  'small-for-winter': 'it would be too small to stand over winter',
  'large-for-winter': 'it would be too large to stand over winter',
  'days-too-long': 'long days would make it bulb while it is small',
  'no-bulb': 'days never long enough, or winters never cold enough, for it to make a bulb here',
  'year-ends': 'it goes on over the turn of the year',
};

/** Whether a window never shuts. */
const always = (window: Window) => window.opens === 'year-ends' && window.closes === 'year-ends';

/** The days in the ground of a window: '30 July to 9 February, better from 1 August and by 30 January'. */
export function groundWords(window: Window): string {
  if (always(window)) return 'all the year';
  const { from, better, spare, until } = window;
  const later = better && better > from ? `from ${dayMonth(better)}` : '';
  const sooner = spare < until && (!better || better <= spare) ? `by ${dayMonth(spare)}` : '';
  const best = [later, sooner].filter((one) => one !== '').join(' and ');
  return `${dayMonth(from)} to ${dayMonth(until)}${best && `, better ${best}`}`;
}

/** The days on which seed for it goes on the shelf; nothing where none does. */
export function shelfWords(window: Window): string {
  if (!window.inside) return '';
  return `on the shelf ${always(window) ? 'all the year' : window.inside.map(dayMonth).join(' to ')}`;
}

/** Days between custom's latest start and the reckoned one that are worth a word. */
const APART = 7;

/** The latest start by custom beside the reckoned one, and why they differ where they do. */
export function latestWords(latest: LatestStart): string {
  const { by_custom, counted, allowance, frost, reckoned, goes_on, ripe, takes, against } = latest;
  const custom = `Late starts by custom (${counted} days in the ground by its packet and ${allowance} more for autumn, back from an even chance of frost on ${dayMonth(frost)}): until ${dayMonth(by_custom)}.`;
  const why = against ? `on ${dayMonth(by_custom)} ${GATES[against]}` : '';
  if (!reckoned) return `${custom} By warmth, light and cold there is no day for it${why && `: ${why}`}.`;
  const later = dayNumber(reckoned) - dayNumber(by_custom);
  if (Math.abs(later) <= APART) return `${custom} By warmth, light and cold it is the same within a week.`;
  const slower = takes !== null && takes > counted + allowance;
  const took =
    takes === null || slower === later > 0
      ? ''
      : `a start on ${dayMonth(by_custom)} takes about ${takes} days, not ${counted + allowance}`;
  if (goes_on) return `${custom} By warmth, light and cold it may start through the winter here.`;
  const bears = ripe && ripe > frost ? 'it bears the first frosts' : '';
  const whys = (later > 0 ? [took, bears] : [why, took]).filter((one) => one !== '').join(', and ');
  return `${custom} By warmth, light and cold until ${dayMonth(reckoned)}, ${Math.abs(later)} days ${later > 0 ? 'later' : 'earlier'}${whys && `: ${whys}`}.`;
}

const CORRECTIONS: Record<Correction['by'], string> = {
  raised: 'raised sides',
  tub: 'a tub',
  straw: 'straw on it',
  sheet: 'a sheet on it',
  fleece: 'fleece over it',
  tunnel: 'a tunnel over it',
  shade: 'half shade',
};

export function correction(one: Correction, units: Units): string {
  return `${CORRECTIONS[one.by]} ${degreesMore(one.adds_c, units)}`;
}

export function troubleWords(trouble: Trouble, units: Units): { heading: string; body: string } {
  switch (trouble.is) {
    case 'bad-start':
      return {
        heading: 'Not its day',
        body: `${upper(GATES[trouble.gate])}.${trouble.nearest ? ` The nearest good day is ${dayMonth(trouble.nearest)}.` : ' No day within four months is better.'}`,
      };
    case 'too-old':
      return {
        heading: 'Too old by then',
        body: `These seedlings will be ${count(trouble.weeks, 'week', 'weeks')} old; ${trouble.most} is the most, in a bigger pot. Sow again on ${dayMonth(trouble.sow)}.`,
      };
    case 'too-young':
      return {
        heading: 'Too young to plant',
        body: `They will have ${count(trouble.weeks, 'week', 'weeks')}; they want ${trouble.least}.`,
      };
    case 'cleared-early':
      return {
        heading: 'Cleared before it is ripe',
        body: `As the warmth here goes it is ripe about ${dayMonth(trouble.ripe)}; cleared when planned it has ${trouble.percent} of 100 parts of its weight.`,
      };
    case 'never-ripe':
      return { heading: 'It never ripens here', body: 'From that start the warmth of a whole year is not enough.' };
    case 'winter-kills':
      return {
        heading: 'A usual winter kills it',
        body: `It bears about ${degrees(trouble.bears_c, units)}, bare of snow and mulch; of ten winters here ${Math.min(9, Math.round(trouble.percent / 10))}${trouble.percent >= 95 ? ' or more' : ''} have a colder night. Cover it when the ground freezes, keep it in a pot that comes inside, or clear it before winter.`,
      };
  }
}

/** How the packet's number becomes this garden's: both effects apart. */
export function ripeningWords(ripening: Ripening): string {
  const warmth = ripening.days_by_warmth - ripening.packet;
  const light = ripening.days - ripening.days_by_warmth;
  const parts = [
    warmth === 0
      ? ''
      : `${warmth < 0 ? 'good warmth hurries it' : 'cool or hot days hold it back'} by ${Math.abs(warmth)}`,
    light === 0 ? '' : `little light slows it by ${light}`,
  ].filter((part) => part !== '');
  return `${ripening.packet} days on the packet; here about ${ripening.days}${parts.length ? `: ${parts.join(', ')}` : ''}.`;
}

/** Ways to cool the soil for what comes up badly in warmth. */
export const COOLING = 'straw, half shade or water in the evening cools it by a few degrees';

export function slipWords(garden: Called, kind: SlipKind, then: Crop): { title: string; body: string } {
  switch (kind.do) {
    case 'later':
      return {
        title: `Start the ${then.name} on ${dayMonth(kind.from)}`,
        body: kind.sow ? `Sow on the shelf on ${dayMonth(kind.sow)}, so that it is ready that day.` : '',
      };
    case 'hold':
      return {
        title: `Hold the seedlings in a bigger pot until ${dayMonth(kind.until)}`,
        body: `They are ${count(kind.weeks, 'week', 'weeks')} old then; ${kind.most} is the most they bear.`,
      };
    case 'elsewhere':
      return { title: `Other ground: ${garden.bed(kind.bed)?.name ?? ''}`, body: 'In its time, with nothing against it there.' };
    case 'quicker':
      return {
        title: `A quicker way: ${then.ways.find((way) => way.key === kind.way)?.name ?? kind.way}`,
        body: `From ${dayMonth(kind.from)}.`,
      };
    case 'instead':
      return { title: `${upper(garden.crop(kind.crop)?.name ?? '')} instead`, body: `From ${dayMonth(kind.from)}, ripe in the time that is left.` };
    case 'pull-early':
      return {
        title: `Pull the first on ${dayMonth(kind.on)}`,
        body: kind.loses > 0 ? `It loses about ${kind.loses} of 100 parts of its weight; most of it comes last.` : 'It is as good as ripe.',
      };
    case 'among':
      return { title: `Set the new among the old`, body: `They share the ground for ${count(kind.days, 'day', 'days')}.` };
    case 'fewer':
      return { title: `Only ${count(kind.plants, 'plant', 'plants')}`, body: 'On the ground that is free.' };
  }
} // prettier-ignore
