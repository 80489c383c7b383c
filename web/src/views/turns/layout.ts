// Where the crops of one piece of ground and year lie in its cell: across by parts of the year, down by squares.
import type { Cell, Parts } from '../../generated/api';

export interface Block {
  cell: Cell;
  x: number;
  y: number;
  w: number;
  h: number;
}

/** As many crops can be read in a cell; of more the largest are drawn, and how many there are besides is told. */
export const LEGIBLE = 4;
/** The height of a block in which its ticket can be read [px]. */
const LEAST = 13;

/** The parts of the year from the first to the last, from 0 to 2. */
function span({ early, main, late }: Parts): [number, number] {
  const held = [early, main, late];
  const first = Math.max(0, held.indexOf(true));
  return [first, Math.max(first, held.lastIndexOf(true))];
}

/** What is drawn of a cell, in its order, and how many crops are not. */
export function leading(cells: Cell[]): { drawn: Cell[]; more: number } {
  if (cells.length <= LEGIBLE) return { drawn: cells, more: 0 };
  const ground = (cell: Cell) => {
    const [first, last] = span(cell.parts);
    return (cell.centisquares ?? 100) * (last - first + 1);
  };
  const largest = [...cells].sort((a, b) => ground(b) - ground(a)).slice(0, LEGIBLE - 1);
  return { drawn: cells.filter((cell) => largest.includes(cell)), more: cells.length - largest.length };
}

/** Lays the crops into a cell of a width and height for so many squares; those of unknown size share it. */
export function layout(cells: Cell[], squares: number, width: number, height: number): Block[] {
  const unknown = cells.filter((cell) => cell.centisquares === null).length;
  const filled = [0, 0, 0];
  return cells.map((cell, n) => {
    const [first, last] = span(cell.parts);
    const share = cell.centisquares === null ? 1 / unknown : cell.centisquares / 100 / Math.max(1, squares);
    const top = Math.max(...filled.slice(first, last + 1));
    // What comes below it in the same part of the year keeps room for its ticket.
    const below = [0, 1, 2].slice(first, last + 1).map(
      (part) =>
        cells.slice(n + 1).filter((other) => {
          const [from, to] = span(other.parts);
          return from <= part && part <= to;
        }).length,
    );
    const room = height - top - LEAST * Math.max(...below);
    const tall = Math.max(LEAST, Math.min(share * height, room));
    for (let part = first; part <= last; part++) filled[part] = top + tall;
    return { cell, x: (first / 3) * width, y: top, w: ((last - first + 1) / 3) * width, h: tall };
  });
}
