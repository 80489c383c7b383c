// Why an arrangement put each crop where it did, in a gardener's words.
import type { GardenView, Patch, Proposal, Proposed, Staying, Stays, Weighed, Why } from '../generated/api';
import type { Called } from './called';
import { GRADES } from './reasons';
import { upper } from './text';

const HEADINGS: Record<Why['is'], string> = {
  room: 'found room',
  company: 'company',
  reach: 'within an arm',
  shade: 'sun and shade',
  'too-soon': 'families back too soon',
  trellis: 'trellises',
  spill: 'edges to spill over',
  block: 'maize in blocks',
  end: 'what stays, at an end',
  shape: 'shape of the ground',
  tidy: 'whole squares, at the boards',
};

/** Why a planting stays where it is. */
const STAYS: Record<Stays, string> = {
  locked: 'kept where it is',
  begun: 'in the ground already',
  'shares-ground': 'share their ground, and stay together',
  'marked-row': 'laid as marked rows',
};

/** What stays where it is, by the reason for it: the reason, and the names. */
export function stayWords(stays: Staying[], name: (patch: number) => string): [string, string[]][] {
  const reasons = [...new Set(stays.map((one) => one.why))];
  return reasons.map((why) => [STAYS[why], stays.filter((one) => one.why === why).map((one) => name(one.patch))]);
}

/** The garden as it would be with a proposal, as far as findings speak of it. */
export function withProposal(view: GardenView, { patches }: Proposal): GardenView {
  const laid: Patch[] = patches.map(({ patch, place }) => ({ ...place, id: patch, locked: false, kept: [] }));
  const others = view.garden.patches.filter((one) => !laid.some((other) => other.id === one.id));
  return { ...view, garden: { ...view.garden, patches: [...others, ...laid] } };
}

/** What speaks for and against a layout, in numbers: each kind of reason once, a pair of neighbours once. */
export function counted(patches: Proposed[]): [string, number, number][] {
  const seen = new Map<string, Set<string>>();
  for (const { place, why } of patches)
    for (const one of why) {
      if (MINOR.includes(one.why.is)) continue;
      const pair =
        'with' in one.why
          ? [place.planted.crop, one.why.with].sort().join(' ') + one.why.relation
          : JSON.stringify(one.why) + place.planted.crop;
      const key = `${one.why.is} ${one.points > 0 ? '+' : '-'}`;
      seen.set(key, (seen.get(key) ?? new Set()).add(pair));
    }
  const kinds = Object.keys(HEADINGS) as Why['is'][];
  return kinds
    .map((is): [string, number, number] => [
      HEADINGS[is],
      seen.get(`${is} +`)?.size ?? 0,
      seen.get(`${is} -`)?.size ?? 0,
    ])
    .filter(([, good, bad]) => good + bad > 0);
}

/** What decides only between places that are alike in all else. */
const MINOR: Why['is'][] = ['shape', 'tidy', 'room'];
/** As many reasons as decided where a patch lies. */
const TOLD = 3;

/** The reasons of one patch as a sentence or two, the weightiest first; `warnings` are told beside them. */
export function whyWords(garden: Called, crop: string, why: Weighed[], warnings: number): string {
  const telling = why.filter((one) => !MINOR.includes(one.why.is));
  if (telling.length === 0 && warnings > 0) return 'Nothing else speaks for or against it.';
  if (telling.length === 0) return 'Nothing speaks for or against it; it keeps the free ground in one piece.';
  // Two patches of one neighbour say the same; once is enough.
  const clauses = new Set(telling.map((one) => upper(clause(garden, crop, one))));
  return `${[...clauses].slice(0, TOLD).join('. ')}.`;
}

function clause(garden: Called, crop: string, { why, points }: Weighed): string {
  const name = (key: string) => garden.crop(key)?.name ?? key;
  switch (why.is) {
    case 'company': {
      const relation = garden.catalogue.relations[why.relation];
      const grade = relation ? ` (${GRADES[relation.grade]})` : '';
      return points > 0 ? `good company for ${name(why.with)}${grade}` : `no good beside ${name(why.with)}${grade}`;
    }
    case 'reach':
      return why.within ? 'picked often, all within an arm' : 'picked often, and some beyond an arm';
    case 'shade':
      if (why.by === crop)
        return why.welcome ? `gives ${name(why.on)} welcome shade` : `shades ${name(why.on)} at noon`;
      return why.welcome ? `summer shade from ${name(why.by)} is welcome` : `in the noon shade of ${name(why.by)}`;
    case 'too-soon':
      return 'its family stood here too lately; no other place did better';
    case 'trellis':
      return why.there ? 'on the trellis' : 'no trellis here: wants poles or a cage';
    case 'spill':
      return why.there ? 'its vines can go over the edge' : 'its vines have nowhere to go';
    case 'block':
      return why.enough ? `${why.rows} rows deep for the wind` : 'too few rows for the wind: shake the tassels by hand';
    case 'end':
      return why.there ? 'at an end, out of the spade’s way' : 'stays for years, and not at an end';
    case 'room':
      return 'there was room';
    case 'shape':
      return 'long and thin';
    case 'tidy':
      return 'on whole squares';
  }
}
