// Entries of the journal as they are written here, each under a number of its own.
import { v7 } from 'uuid';
import type { At, Happened, JournalEntry } from '../generated/api';

/** What somebody writes down. */
export interface Draft {
  what: Happened;
  at: At;
  words?: string;
  /** Another day than the one that is looked at. */
  day?: string;
  /** The number of an entry that it comes after, whatever the clock says. */
  after?: string;
}

/** The household's day has come everywhere by then, and is over (ms). */
const DAY_AND_A_HALF = 36 * 3600 * 1000;

/** Nowhere in particular: the whole garden. */
export const EVERYWHERE: At = { bed: null, patch: null, rect: null };

export class Entries {
  private numbered = 0;

  /** An entry of a day, written while it is some day in the garden. */
  of({ what, at, words = '', day, after }: Draft, looked: string, today: string): JournalEntry {
    return { id: this.number(today, after), day: day ?? looked, at, what, words, instead_of: null };
  }

  /**
   * A number for an entry: by the clock, but after the one before and after the entry it is about, which another clock may have
   * numbered, and never later than the household's own day, whatever this clock says.
   */
  private number(today: string, after?: string): string {
    const latest = Date.parse(`${today}T00:00:00Z`) + DAY_AND_A_HALF;
    const about = after === undefined ? 0 : Number.parseInt(after.replaceAll('-', '').slice(0, 12), 16);
    this.numbered = Math.max(Math.min(Date.now(), latest), this.numbered + 1, about + 1);
    return v7({ msecs: this.numbered });
  }
}
