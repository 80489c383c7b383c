// Where the ties of clashes hang: under their ground, from year to year; numbers that would lie on each other stand apart.
import type { Tie } from '../../generated/api';

export interface Arc {
  tie: Tie;
  path: string;
  from: number;
  to: number;
  below: number;
  /** Where its number stands. */
  middle: number;
  deep: number;
}

/** What is known of the drawing: a piece's row (or -1), a year's left, a row's top, and a square's size. */
export interface Places {
  row: (tie: Tie) => number;
  x: (year: number) => number;
  y: (row: number) => number;
  width: number;
  tall: number;
}

/** How far numbers keep apart [px]. */
const APART = 19;

export function arcs(ties: Tie[], { row, x, y, width, tall }: Places): Arc[] {
  const discs: Record<number, number[]> = {};
  return ties
    .map((tie) => ({ tie, at: row(tie) }))
    .filter(({ at }) => at >= 0)
    .map(({ tie, at }) => {
      const below = y(at) + tall - 8;
      const [from, to] = [x(tie.earlier) + width * 0.62, x(tie.later) + width * 0.38];
      const taken = (discs[at] ??= []);
      const free = (place: number) => taken.every((other) => Math.abs(other - place) >= APART);
      const tries = Array.from({ length: 24 }, (_, i) => (from + to) / 2 + (i % 2 ? 1 : -1) * Math.ceil(i / 2) * 10);
      const middle = tries.find(free) ?? (from + to) / 2;
      taken.push(middle);
      const dip = 14 + (taken.length % 3) * 2;
      const curve = below + dip * 1.3;
      const path = `M${from} ${below}C${from} ${curve} ${to} ${curve} ${to} ${below}`;
      return { tie, path, from, to, below, middle, deep: below + dip * 0.92 };
    });
}
