// How the yard lies on the drawing: the scale at which all beds fit, and where their names stand.
import type { Bed } from '../../generated/api';

const MARGIN = 34;

/** From the yard's tenths of a millimetre to pixels. */
export interface Fit {
  scale: number;
  x: (tenths: number) => number;
  y: (tenths: number) => number;
}

/** Something that lies in the yard: a bed, or what else stands there. */
export type Lies = Pick<Bed, 'length' | 'width' | 'x' | 'y' | 'turn'>;

/** Half of what a thing takes on the drawing, along and down, with its turn. */
function half(one: Lies): [number, number] {
  const reach = Math.hypot(one.length, one.width) / 2;
  if (one.turn % 180 === 0) return [one.length / 2, one.width / 2];
  return one.turn % 90 === 0 ? [one.width / 2, one.length / 2] : [reach, reach];
}

/** The largest scale at which all of it is to be seen, within reason, and the whole in the middle. */
export function fitted(things: Lies[], width: number, height: number): Fit {
  const all = things.map((one) => ({ x: one.x, y: one.y, half: half(one) }));
  const left = Math.min(...all.map((one) => one.x - one.half[0]));
  const top = Math.min(...all.map((one) => one.y - one.half[1]));
  const wide = Math.max(...all.map((one) => one.x + one.half[0])) - left;
  const high = Math.max(...all.map((one) => one.y + one.half[1])) - top;
  const scale = Math.min((width - 2 * MARGIN) / wide, (height - 2 * MARGIN) / high, 0.05);
  const [dx, dy] = [(width - wide * scale) / 2 - left * scale, (height - high * scale) / 2 - top * scale];
  return { scale, x: (tenths) => tenths * scale + dx, y: (tenths) => tenths * scale + dy };
}

/** Where a bed, or something else, is on the drawing, its middle in pixels. */
export interface Lying<T = Bed> {
  bed: T;
  x: number;
  y: number;
}

/** Something written on the drawing, about its middle. */
export interface Written {
  x: number;
  y: number;
  wide: number;
}

/** How high a line of words is. */
const LINE = 17;

/** Whether words about a middle lie over a bed on the drawing, or over something else. */
export function covers(beds: Lying<Lies>[], scale: number, { x, y, wide }: Written): boolean {
  return beds.some((one) => {
    const [across, down] = half(one.bed).map((side) => side * scale);
    return Math.abs(one.x - x) < (across ?? 0) + wide / 2 && Math.abs(one.y - y + 5) < (down ?? 0) + LINE / 2 - 2;
  });
}

/** The width of a path is written beside its line where there is room for it, and on no bed. */
export function beside(beds: Lying<Lies>[], scale: number, at: Written): Written | null {
  const to = (dx: number, dy: number) => ({ ...at, x: at.x + dx * (3 + at.wide / 2), y: at.y + dy });
  const there = [to(1, 0), to(-1, 0), to(0, -9), to(0, 14)];
  return there.find((one) => !covers(beds, scale, one)) ?? null;
}

/**
 * Names stand above their beds, or below where another name, a bed, or what is written there already, is in the way. One that finds
 * no place between others is left out; the slip beside the drawing lists them all.
 */
export function names(
  beds: Lying[],
  scale: number,
  width: number,
  written: Written[] = [],
  others: Lying<Lies>[] = [],
): Lying[] {
  const taken = [...written];
  const things = [...beds, ...others];
  return beds.flatMap(({ bed, x: middle, y }) => {
    const straight = bed.turn % 180 === 0 ? bed.width : bed.length;
    const high = bed.turn % 90 === 0 ? straight : Math.hypot(bed.length, bed.width) * 0.8;
    const wide = bed.name.length * 7.2;
    const x = Math.max(wide / 2 + 4, Math.min(width - wide / 2 - 4, middle));
    const clear = (at: number) =>
      !taken.some((one) => Math.abs(one.y - at) < LINE && Math.abs(one.x - x) < (one.wide + wide) / 2 + 6);
    const free = (at: number) => clear(at) && !covers(things, scale, { x, y: at, wide });
    const [above, below] = [y - (high * scale) / 2 - 9, y + (high * scale) / 2 + 20];
    const places = [above, below, above - LINE, below + LINE];
    // Where beds lie close all round, its own ground is better than another's; over another name it could not be read.
    const at = places.find(free) ?? [y + 5, ...places].find(clear);
    if (at === undefined) return [];
    taken.push({ x, y: at, wide });
    return [{ bed, x, y: at }];
  });
}
