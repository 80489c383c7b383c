// A bed as its form types it, and the draft that is sent.
import type { Bed, BedDraft, Units } from '../../generated/api';
import { length } from '../../words/lengths';

/** The corners of a bed, as they are named. */
export const CORNERS = ['far left', 'far right', 'near left', 'near right'] as const;
export type Corner = (typeof CORNERS)[number];

/** What stands in the form's fields, as text. */
export interface Fields {
  name: string;
  kind: 'raised' | 'ground' | 'container';
  board: string;
  volume: string;
  length: string;
  width: string;
  depth: string;
  outside: boolean;
  turn: number;
  reach: BedDraft['reach'];
  /** Where the middles of the braces are, separated by semicolons. */
  braces: string;
  /** How far drip lines are from the far side, separated by semicolons. */
  drips: string;
  /** How far stems stand from the boards; empty for half their own distance. */
  margin: string;
  shape: Bed['shape']['is'];
  /** Which corner is missing, and how much of it. */
  corner: Corner;
  cut_along: string;
  cut_across: string;
  trellises: { from_far: string; start: string; end: string }[];
}

export const NEW_FIELDS: Fields = {
  name: '',
  kind: 'raised',
  board: '',
  volume: '',
  length: '',
  width: '',
  depth: '',
  outside: false,
  turn: 0,
  reach: { far: true, near: true, left: true, right: true },
  braces: '',
  drips: '',
  margin: '',
  shape: 'rectangle',
  corner: 'near right',
  cut_along: '',
  cut_across: '',
  trellises: [],
};

/** The fields of a bed that is there. A size that the words would round is shown in millimetres. */
export function fieldsOf(bed: Bed, units: Units): Fields {
  const words = (tenths: number) => {
    const text = length(tenths, units);
    const exact = units === 'metric' ? tenths % 10 === 0 : tenths % 127 === 0;
    return exact ? text : `${tenths / 10} mm`;
  };
  return {
    name: bed.name,
    kind: bed.kind.kind,
    board: bed.kind.kind === 'raised' ? (bed.kind.board ?? '') : '',
    volume: bed.kind.kind === 'container' ? `${bed.kind.volume / 1000} l` : '',
    length: words(bed.length),
    width: words(bed.width),
    depth: words(bed.depth),
    outside: false,
    turn: bed.turn,
    reach: { ...bed.reach },
    braces: bed.braces.map((brace) => words(brace.at)).join('; '),
    drips: bed.drips.map(words).join('; '),
    margin: bed.margin === null ? '' : words(bed.margin),
    shape: bed.shape.is,
    corner:
      bed.shape.is === 'corner'
        ? `${bed.shape.near ? 'near' : 'far'} ${bed.shape.right ? 'right' : 'left'}`
        : NEW_FIELDS.corner,
    cut_along: bed.shape.is === 'corner' ? words(bed.shape.along) : '',
    cut_across: bed.shape.is === 'corner' ? words(bed.shape.across) : '',
    trellises: bed.trellises.map((t) => ({ from_far: words(t.from_far), start: words(t.start), end: words(t.end) })),
  };
}

function list(text: string): string[] {
  return text
    .split(';')
    .map((one) => one.trim())
    .filter(Boolean);
}

/** The draft to send; lengths stay the gardener's own words, which the core reads. */
export function draftOf(fields: Fields, at: { x: number; y: number } | null): BedDraft {
  const some = (text: string) => (text.trim() === '' ? null : text);
  const kind: BedDraft['kind'] =
    fields.kind === 'container'
      ? { kind: 'container', volume: fields.volume }
      : fields.kind === 'raised'
        ? { kind: 'raised', board: (some(fields.board) as never) ?? null }
        : { kind: 'ground' };
  return {
    name: fields.name,
    kind,
    length: some(fields.length),
    width: some(fields.width),
    depth: some(fields.depth),
    outside: fields.outside,
    x: at?.x ?? null,
    y: at?.y ?? null,
    turn: fields.turn,
    reach: fields.reach,
    braces: list(fields.braces),
    drips: list(fields.drips),
    margin: some(fields.margin),
    shape:
      fields.shape === 'corner'
        ? {
            is: 'corner',
            right: fields.corner.endsWith('right'),
            near: fields.corner.startsWith('near'),
            along: fields.cut_along,
            across: fields.cut_across,
          }
        : { is: fields.shape },
    trellises: fields.trellises.map((t) => ({ from_far: t.from_far, start: some(t.start), end: some(t.end) })),
  };
}

/** The draft of a bed exactly as it is, to change one thing of it. */
export function exactDraft(bed: Bed): BedDraft {
  const { name, kind, length, width, depth, x, y, turn, reach, trellises, drips, margin, shape } = bed;
  const braces = bed.braces.map((brace) => brace.at);
  return {
    name,
    kind,
    length,
    width,
    depth,
    outside: false,
    x,
    y,
    turn,
    reach,
    braces,
    trellises,
    drips,
    margin,
    shape,
  };
}
