// How the yard lies on the drawing: the scale at which all beds fit, and where their names stand.
import type { Bed } from '../../generated/Bed';

const MARGIN = 34;

/** From the yard's tenths of a millimetre to pixels. */
export interface Fit {
  scale: number;
  x: (tenths: number) => number;
  y: (tenths: number) => number;
}

/** Half of what a bed takes on the drawing, along and down, with its turn. */
function half(bed: Bed): [number, number] {
  const reach = Math.hypot(bed.length, bed.width) / 2;
  if (bed.turn % 180 === 0) return [bed.length / 2, bed.width / 2];
  return bed.turn % 90 === 0 ? [bed.width / 2, bed.length / 2] : [reach, reach];
}

/** The largest scale at which all beds are to be seen, within reason, and the whole in the middle. */
export function fitted(beds: Bed[], width: number, height: number): Fit {
  const all = beds.map((bed) => ({ x: bed.x, y: bed.y, half: half(bed) }));
  const left = Math.min(...all.map((one) => one.x - one.half[0]));
  const top = Math.min(...all.map((one) => one.y - one.half[1]));
  const wide = Math.max(...all.map((one) => one.x + one.half[0])) - left;
  const high = Math.max(...all.map((one) => one.y + one.half[1])) - top;
  const scale = Math.min((width - 2 * MARGIN) / wide, (height - 2 * MARGIN) / high, 0.05);
  const [dx, dy] = [(width - wide * scale) / 2 - left * scale, (height - high * scale) / 2 - top * scale];
  return { scale, x: (tenths) => tenths * scale + dx, y: (tenths) => tenths * scale + dy };
}

/** Where a bed is on the drawing, its middle in pixels. */
export interface Lying {
  bed: Bed;
  x: number;
  y: number;
}

/** Something written on the drawing, about its middle. */
export interface Written {
  x: number;
  y: number;
  wide: number;
}

/** Names stand above their beds, or below where another name, or what is written there already, is in the way. */
export function names(beds: Lying[], scale: number, width: number, written: Written[] = []): Lying[] {
  const taken = [...written];
  return beds.map(({ bed, x: middle, y }) => {
    const straight = bed.turn % 180 === 0 ? bed.width : bed.length;
    const high = bed.turn % 90 === 0 ? straight : Math.hypot(bed.length, bed.width) * 0.8;
    const wide = bed.name.length * 7.2;
    const x = Math.max(wide / 2 + 4, Math.min(width - wide / 2 - 4, middle));
    const free = (at: number) =>
      !taken.some((one) => Math.abs(one.y - at) < 17 && Math.abs(one.x - x) < (one.wide + wide) / 2 + 6);
    const [above, below] = [y - (high * scale) / 2 - 9, y + (high * scale) / 2 + 20];
    const at = [above, below, above - 17, below + 17].find(free) ?? above;
    taken.push({ x, y: at, wide });
    return { bed, x, y: at };
  });
}
