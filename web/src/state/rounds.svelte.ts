// A day's round as this page knows it: what is to be done, what was written down, and what is on its way to the server.
import { v7 } from 'uuid';
import { api, Refused } from '../api';
import type { Happened } from '../generated/Happened';
import type { At } from '../generated/At';
import type { JournalEntry } from '../generated/JournalEntry';
import type { JournalLine } from '../generated/JournalLine';
import type { RoundLine } from '../generated/RoundLine';
import type { Rounds } from '../generated/Rounds';
import { plusDays } from '../words/dates';
import { upper } from '../words/reasons';
import type { GardenState } from './garden.svelte';

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

/** The place of a line's work. */
export function placeOf(line: RoundLine): At {
  return { bed: line.task.bed, patch: line.task.patch, rect: null };
}

export class RoundsState {
  day = $state('');
  /** The line in hand, by its task's key. */
  hand: string | null = $state(null);
  trouble = $state('');
  private rounds: Rounds | null = $state.raw(null);
  written: JournalLine[] | null = $state.raw(null);
  /** What was tapped and is on its way, by the task's key: it shows at once. */
  private shown: Partial<Record<string, { entry: JournalEntry; as: 'done' | 'away' }>> = $state.raw({});
  /** What was written last here, which can be taken back. */
  last: JournalEntry | null = $state.raw(null);
  private asked = 0;
  private numbered = 0;

  constructor(readonly garden: GardenState) {
    this.day = garden.view.today;
  }

  readonly next = $derived.by(() => this.rounds?.next ?? null);
  /** What happens is written down when it has happened. */
  readonly mayWrite = $derived.by(() => this.garden.mayChange && this.day <= this.garden.view.today);
  readonly isToday = $derived.by(() => this.day === this.garden.view.today);
  /** What is to be done and what was, with what was just tapped. */
  readonly lines = $derived.by((): RoundLine[] | null => {
    if (!this.rounds) return null;
    const lines = this.rounds.lines
      .filter((line) => this.shown[line.task.key]?.as !== 'away')
      .map((line) => (this.shown[line.task.key]?.as === 'done' ? { ...line, done: true, late: 0 } : line));
    // As they are shown, so that the next line by keys is the next one seen.
    return [...lines.filter((line) => !line.done), ...lines.filter((line) => line.done)];
  });
  readonly ahead = $derived.by(() => this.rounds?.ahead ?? []);
  readonly inHand = $derived.by(() => this.lines?.find((line) => line.task.key === this.hand) ?? null);

  /** Reads the day anew; only the newest answer counts. */
  async read(): Promise<void> {
    const mine = ++this.asked;
    const { day } = this;
    try {
      const [rounds, written] = await Promise.all([
        api.ask<'rounds'>(this.garden.view.id, { ask: 'rounds', day }),
        api.journal(this.garden.view.id, day, day),
      ]);
      if (mine !== this.asked) return;
      this.rounds = rounds;
      this.written = written;
      this.trouble = '';
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (mine === this.asked) this.trouble = upper(error.problem.detail);
    }
  }

  turn(days: number): void {
    this.to(plusDays(this.day, days));
  }

  to(day: string): void {
    this.day = day;
    this.hand = null;
    this.rounds = null;
    this.written = null;
  }

  /** Takes the next line in hand, or the one before. */
  step(by: 1 | -1): void {
    const lines = this.lines ?? [];
    const at = lines.findIndex((line) => line.task.key === this.hand);
    const next = at < 0 ? (by === 1 ? 0 : lines.length - 1) : Math.min(lines.length - 1, Math.max(0, at + by));
    this.hand = lines[next]?.task.key ?? null;
  }

  /** The work of a line is done, as it was planned or as is told. */
  done(line: RoundLine, told: Partial<Draft> = {}): Promise<boolean> {
    return this.write({ what: line.told, at: placeOf(line), ...told }, line.task.key, 'done');
  }

  putOff(line: RoundLine, until: string): Promise<boolean> {
    return this.write(
      { what: { kind: 'put-off', work: line.task.work, until }, at: placeOf(line) },
      line.task.key,
      'away',
    );
  }

  leaveOut(line: RoundLine): Promise<boolean> {
    return this.write({ what: { kind: 'left-out', work: line.task.work }, at: placeOf(line) }, line.task.key, 'away');
  }

  /** What is late was done, each on its day, and only not written down. */
  catchUp(late: RoundLine[]): Promise<boolean> {
    return this.keep(late.map((line) => this.entry({ what: line.told, at: placeOf(line), day: line.due })));
  }

  /** The entry by which a line was done on this day, where there is one: it may be struck out again. */
  doneBy(line: RoundLine): JournalLine | undefined {
    return this.written?.findLast(
      ({ entry }) => entry.at.patch === line.task.patch && entry.what.kind === line.told.kind,
    );
  }

  /** Strikes an entry out. */
  strike(entry: JournalEntry): Promise<boolean> {
    this.last = null;
    return this.keep([
      this.entry({ what: { kind: 'struck', entry: entry.id }, at: entry.at, day: entry.day, after: entry.id }),
    ]);
  }

  /** Writes something down. */
  async write(draft: Draft, key?: string, shows?: 'done' | 'away'): Promise<boolean> {
    const entry = this.entry(draft);
    if (key && shows) this.shown = { ...this.shown, [key]: { entry, as: shows } };
    const kept = await this.keep([entry]);
    if (kept) this.last = entry;
    return kept;
  }

  /** Sends what waits once more. */
  again(): Promise<boolean> {
    return this.keep([]);
  }

  private entry({ what, at, words = '', day = this.day, after }: Draft): JournalEntry {
    return { id: this.number(after), day, at, what, words, instead_of: null };
  }

  /**
   * A number for an entry: by the clock, but after the one before and after the entry it is about, which another clock may have
   * numbered, and never later than the household's own day, whatever this clock says.
   */
  private number(after?: string): string {
    const latest = Date.parse(`${this.garden.view.today}T00:00:00Z`) + DAY_AND_A_HALF;
    const about = after === undefined ? 0 : Number.parseInt(after.replaceAll('-', '').slice(0, 12), 16);
    this.numbered = Math.max(Math.min(Date.now(), latest), this.numbered + 1, about + 1);
    return v7({ msecs: this.numbered });
  }

  /** Keeps entries and reads the day anew; false where they are refused. What is not answered waits, and is shown as done. */
  private async keep(entries: JournalEntry[]): Promise<boolean> {
    const { outbox } = this.garden;
    try {
      if (!(await outbox.send(entries))) return true;
      this.trouble = '';
      await this.read();
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.trouble = upper(error.problem.detail);
      return false;
    } finally {
      // What waits no longer is either in what was read, or refused.
      const waits = (one: JournalEntry) => outbox.waiting.includes(one);
      this.shown = Object.fromEntries(Object.entries(this.shown).filter(([, one]) => one && waits(one.entry)));
    }
  }
}
