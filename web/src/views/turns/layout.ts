// Where the crops of one piece of ground and year lie in its cell: across by parts of the year, down by squares.
import type { Cell } from '../../generated/Cell';
import type { Parts } from '../../generated/Parts';

export interface Block {
  cell: Cell;
  x: number;
  y: number;
  w: number;
  h: number;
}

const thirds = (parts: Parts): boolean[] => [parts.early, parts.main, parts.late];

/** Lays the crops into a cell of a width and height for so many squares; those of unknown size share it. */
export function layout(cells: Cell[], squares: number, width: number, height: number): Block[] {
  const unknown = cells.filter((cell) => cell.centisquares === null).length;
  const filled = [0, 0, 0];
  // Room for a ticket, unless there are too many to give each that much.
  const least = cells.length > 5 ? 9 : 12;
  const blocks: Block[] = [];
  for (const cell of cells) {
    const held = thirds(cell.parts);
    const first = Math.max(0, held.indexOf(true));
    const last = Math.max(first, held.lastIndexOf(true));
    const share = cell.centisquares === null ? 1 / unknown : cell.centisquares / 100 / Math.max(1, squares);
    const top = Math.max(...filled.slice(first, last + 1));
    const tall = Math.min(share, Math.max(0.14, 1 - top));
    const y = Math.min(top, 1 - tall);
    for (let part = first; part <= last; part++) filled[part] = y + tall;
    blocks.push({
      cell,
      x: (first / 3) * width,
      y: Math.min(y * height, height - Math.max(tall * height, least)),
      w: ((last - first + 1) / 3) * width,
      h: Math.max(tall * height, least),
    });
  }
  return blocks;
}
