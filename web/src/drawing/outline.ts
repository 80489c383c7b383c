// The outline of a bed as a path, from its far left corner: a rectangle, an L, or an oval.
import type { Bed } from '../generated/api';

/** Drawn so many pixels to a tenth of a millimetre, and so many pixels larger all round. */
export function outline(
  { shape, length, width }: Pick<Bed, 'shape' | 'length' | 'width'>,
  scale: number,
  grow = 0,
): string {
  const [w, h] = [length * scale, width * scale];
  if (shape.is === 'round') {
    const [a, b] = [w / 2 + grow, h / 2 + grow];
    return `M${-grow} ${h / 2}a${a} ${b} 0 1 0 ${2 * a} 0a${a} ${b} 0 1 0 ${-2 * a} 0Z`;
  }
  const [left, top, right, bottom] = [-grow, -grow, w + grow, h + grow];
  if (shape.is === 'rectangle') return `M${left} ${top}H${right}V${bottom}H${left}Z`;
  // Where the corner is missing, larger means further into what is missing.
  const x = shape.right ? w - shape.along * scale + grow : shape.along * scale - grow;
  const y = shape.near ? h - shape.across * scale + grow : shape.across * scale - grow;
  const [near, far] = shape.near ? [bottom, top] : [top, bottom];
  const [inner, outer] = shape.right ? [left, right] : [right, left];
  return `M${inner} ${far}H${outer}V${y}H${x}V${near}H${inner}Z`;
}

/** Everything of a bed's rectangle that lies outside its outline, to be filled by the even-odd rule. */
export function missing(bed: Pick<Bed, 'shape' | 'length' | 'width'>, scale: number, grow = 0): string {
  return outline({ ...bed, shape: { is: 'rectangle' } }, scale, grow + 2) + outline(bed, scale, grow);
}
