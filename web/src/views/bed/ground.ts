// Rectangles of half squares: where a pointer is, and what arrow keys make of them.
import type { Rect } from '../../generated/api';

export interface Grid {
  columns: number;
  rows: number;
}

/** The rectangle between two corners, kept on the grid; from and to are fractions of half squares. */
export function between(from: [number, number], to: [number, number], grid: Grid): Rect {
  const [x0, x1] = ends(from[0], to[0], grid.columns);
  const [y0, y1] = ends(from[1], to[1], grid.rows);
  return { x: x0, y: y0, w: x1 - x0, h: y1 - y0 };
}

function ends(a: number, b: number, most: number): [number, number] {
  const low = Math.min(most - 1, Math.max(0, Math.floor(Math.min(a, b))));
  const high = Math.min(most, Math.max(low + 1, Math.ceil(Math.max(a, b))));
  return [low, high];
}

/** The rectangle moved by half squares, stopped at the boards. */
export function moved(rect: Rect, dx: number, dy: number, grid: Grid): Rect {
  const within = (n: number, most: number) => Math.max(0, Math.min(most, n));
  return { ...rect, x: within(rect.x + dx, grid.columns - rect.w), y: within(rect.y + dy, grid.rows - rect.h) };
}

/** The rectangle with its right and near edge moved, one half square at least, stopped at the boards. */
export function resized(rect: Rect, dw: number, dh: number, grid: Grid): Rect {
  const within = (n: number, most: number) => Math.max(1, Math.min(most, n));
  return { ...rect, w: within(rect.w + dw, grid.columns - rect.x), h: within(rect.h + dh, grid.rows - rect.y) };
}

/** Whole squares where the pointer is, of a given size, kept inside the bed. */
export function around(at: [number, number], w: number, h: number, grid: Grid): Rect {
  const [width, height] = [Math.min(w, grid.columns), Math.min(h, grid.rows)];
  const snap = (n: number, size: number, most: number) => Math.max(0, Math.min(most - size, Math.floor(n / 2) * 2));
  return { x: snap(at[0], width, grid.columns), y: snap(at[1], height, grid.rows), w: width, h: height };
}

export function sameRect(a: Rect, b: Rect): boolean {
  return a.x === b.x && a.y === b.y && a.w === b.w && a.h === b.h;
}
