// Wants as wishes of the years ahead: one wish of a crop, as many squares as the middle of all wants of it; and as a series of sowings.
import type { CanBeHad, TurnChange, TurnWish, Want, WantLine, WantSum, Way, WishDraft } from '../generated/api';
import { LIMITS } from '../generated/Limits';
import { dayNumber } from '../words/dates';
import type { Series } from './desk.svelte';

/** How many squares the wants of a crop come to, and how many are wished. */
export interface CropWished {
  crop: string;
  /** The middle of what all wants of it take; nothing where nobody can say. */
  squares: number | null;
  /** What the wishes of it come to in a year. */
  wished: number;
  /** The wish that would be made or changed; nothing where a new one would be made. */
  first: TurnWish | null;
  /** Squares of that one when all of its crop come to what is wanted; nothing where they do, or cannot. */
  becomes: number | null;
}

/** What the wants of one crop come to against its wishes. */
export function cropWished(crop: string, lines: { want: Want; line: WantLine }[], wishes: TurnWish[]): CropWished {
  const ground = lines
    .filter(({ want, line }) => want.crop === crop && line.sum !== null)
    .reduce((all, { line }) => all + (line.sum ? line.sum.ground[0] + line.sum.ground[1] : 0), 0);
  const [least, most] = LIMITS.squares;
  const squares = ground > 0 ? Math.min(most, Math.max(least, Math.round(ground / 200))) : null;
  const [first = null, ...others] = wishes.filter((one) => one.wish.crop === crop);
  const rest = others.reduce((all, one) => all + one.wish.squares, 0);
  const wished = rest + (first?.wish.squares ?? 0);
  const becomes = squares !== null && squares !== wished && squares - rest >= least ? squares - rest : null;
  return { crop, squares, wished, first, becomes };
}

/** The change that makes the wishes of a crop what is wanted; `usual` is its usual wish. */
export function wishChange({ first, becomes }: CropWished, usual: WishDraft): TurnChange {
  const wish: WishDraft = { ...(first?.wish ?? usual), squares: becomes ?? usual.squares };
  return first ? { turn: 'change-wish', id: first.id, wish } : { turn: 'wish', wish };
}

/** The series of a want that is had through some months: as many harvests as sowings, each of its part of the middle of the plants;
    `ways` are its crop's. */
export function seriesOf(want: Want, ways: Way[], sum: WantSum, had: CanBeHad): Series {
  const days = dayNumber(had.until) - dayNumber(had.from) + 1;
  const within = ([least, most]: readonly [number, number], value: number) =>
    Math.min(most, Math.max(least, Math.round(value)));
  return {
    crop: want.crop,
    way: want.variety === null ? null : (ways.find((one) => one.variety?.id === want.variety)?.key ?? null),
    from: had.from,
    until: had.until,
    every: within(LIMITS.betweenHarvests, days / sum.sowings),
    plants: within(LIMITS.plants, (sum.plants[0] + sum.plants[1]) / 2 / sum.sowings),
  };
}
