// A piece of ground in one year, and the words for what grows in it.
import type { Cell, Piece } from '../../generated/api';
import type { GardenState } from '../../state/garden.svelte';
import type { Block } from './layout';

export interface Square {
  year: number;
  at: Piece;
  row: number;
  cells: Cell[];
  blocks: Block[];
  /** How many crops are there besides those that are drawn. */
  more: number;
  closed: boolean;
  unknown: boolean;
}

export const same = (a: Piece, b: Piece) => a.bed === b.bed && a.piece === b.piece;

/** The two or three letters that stand for it where there is little room. */
export function cellTicket(garden: GardenState, { stood }: Cell): string {
  return (stood.what === 'crop' ? garden.crop(stood.key)?.ticket : garden.familyName(stood.key).slice(0, 2)) ?? '';
}
