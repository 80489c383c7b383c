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

/** A number for an entry: by the clock, but always after the entry it is about, which another clock may have numbered. */
function number(after?: string): string {
  const before = after === undefined ? 0 : Number.parseInt(after.replaceAll('-', '').slice(0, 12), 16);
  const now = Date.now();
  return before < now ? v7() : v7({ msecs: before + 1 });
}

/** How long to wait before what was not answered is sent again (ms). */
const WAITS = [300, 1500, 4000];

/** As many entries as the server takes at once. */
const AT_ONCE = 200;

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
  private onItsWay: Partial<Record<string, 'done' | 'away'>> = $state.raw({});
  private asked = 0;

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
      .filter((line) => this.onItsWay[line.task.key] !== 'away')
      .map((line) => (this.onItsWay[line.task.key] === 'done' ? { ...line, done: true, late: 0 } : line));
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
  async catchUp(late: RoundLine[]): Promise<void> {
    const entry = (line: RoundLine): JournalEntry => ({
      id: number(),
      day: line.due,
      at: placeOf(line),
      what: line.told,
      words: '',
      instead_of: null,
    });
    for (let at = 0; at < late.length; at += AT_ONCE) {
      if (!(await this.keep(late.slice(at, at + AT_ONCE).map(entry)))) return;
    }
  }

  /** Strikes an entry out. */
  strike({ entry }: JournalLine): Promise<boolean> {
    return this.write({ what: { kind: 'struck', entry: entry.id }, at: entry.at, day: entry.day, after: entry.id });
  }

  /** Writes something down; sent again under the same number until it is answered, so that it is kept once. */
  async write(draft: Draft, key?: string, shows?: 'done' | 'away'): Promise<boolean> {
    const { what, at, words = '', day = this.day, after } = draft;
    const entry: JournalEntry = { id: number(after), day, at, what, words, instead_of: null };
    if (key && shows) this.onItsWay = { ...this.onItsWay, [key]: shows };
    const kept = await this.keep([entry]);
    if (key) this.onItsWay = Object.fromEntries(Object.entries(this.onItsWay).filter(([other]) => other !== key));
    return kept;
  }

  /** Keeps entries, and reads the day anew; whether they are kept. */
  private async keep(entries: JournalEntry[]): Promise<boolean> {
    try {
      await this.send(entries);
      this.trouble = '';
      await this.read();
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.trouble = upper(error.problem.detail);
      return false;
    }
  }

  private async send(entries: JournalEntry[]): Promise<void> {
    for (const wait of [...WAITS, null]) {
      try {
        await api.writeDown(this.garden.view.id, entries);
        return;
      } catch (error) {
        const again = error instanceof Refused && (error.problem.status === 0 || error.problem.again === true);
        if (!again || wait === null) throw error;
        await new Promise((resolve) => setTimeout(resolve, wait));
      }
    }
  }
}
