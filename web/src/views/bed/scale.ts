// From tenths of a millimetre in a bed to pixels on its plan.
import type { Bed, Rect, RowLine } from '../../generated/api';

export const PAD = { left: 74, top: 56, right: 56, bottom: 40 };

export interface Scale {
  bed: Bed;
  /** Pixels to a tenth of a millimetre. */
  perTenth: number;
  /** Half a square, in tenths of a millimetre. */
  half: number;
}

/** The largest scale at which the bed fits, within reason at both ends. */
export function fitting(bed: Bed, half: number, width: number, height: number): Scale {
  const free = Math.min(
    (width - PAD.left - PAD.right) / bed.length,
    (height - PAD.top - PAD.bottom) / bed.width,
    0.045,
  );
  return { bed, half, perTenth: Math.max(0.008, free) };
}

/** A rectangle of half squares, cut off at the boards, in pixels. */
export function box(scale: Scale, rect: Rect) {
  const { bed, half, perTenth } = scale;
  const [x, y] = [rect.x * half, rect.y * half];
  return {
    x: x * perTenth,
    y: y * perTenth,
    width: (Math.min(bed.length, (rect.x + rect.w) * half) - x) * perTenth,
    height: (Math.min(bed.width, (rect.y + rect.h) * half) - y) * perTenth,
  };
}

/** Where a patch is drawn: its half squares, or for a marked row the strip about its line. */
export function patchBox(scale: Scale, rect: Rect, line: RowLine | null, strip: number) {
  const whole = box(scale, rect);
  if (!line) return whole;
  const [at, wide] = [line.at * scale.perTenth, Math.max(4, strip * scale.perTenth)];
  return line.across ? { ...whole, x: at - wide / 2, width: wide } : { ...whole, y: at - wide / 2, height: wide };
}

/** Running dimensions along one side: edges and the bed's end, none so near another that their words overlap. */
export function running(edges: number[], end: number, room: number): number[] {
  const sorted = [...new Set(edges)].filter((edge) => edge > 0 && edge < end).sort((a, b) => a - b);
  const kept = [0];
  for (const edge of sorted) {
    if (edge - (kept.at(-1) ?? 0) >= room && end - edge >= room) kept.push(edge);
  }
  return [...kept, end];
}
