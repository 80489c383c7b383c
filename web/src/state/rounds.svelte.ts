// A day's round as this page knows it: what is to be done, what was written down, and what is on its way to the server.
import { api, Refused } from '../api';
import type { Happened, JournalEntry, JournalLine, RoundLine, Rounds } from '../generated/api';
import { DOES } from '../generated/Kinds';
import { plusDays } from '../words/dates';
import { upper } from '../words/text';
import { EVERYWHERE, type Draft } from './entries';
import type { GardenState } from './garden.svelte';

/** The days about today that are kept for a time without a signal. */
const AHEAD = [-1, 0, 1, 2, 3, 4, 5, 6, 7];
/** They are read when nothing was for so long (ms). */
const QUIET = 3000;

/** How long a line that was ticked stays where it was (ms), so that the next one does not slide under the thumb. */
const STAYS = 5000;
/** Within this time a second tap on the same line is the same tap (ms). */
const SAME_TAP = 700;
/** How long what was just written down is told, with its undo (ms). */
const TOLD = 10_000;

/** A line that was just ticked. */
interface Ticked {
  at: number;
  /** It was late. */
  late: boolean;
  /** The entry that was written by it. */
  entry: string;
}

/** Whether an entry is about the place of a line's work. */
function sameAt({ at }: JournalEntry, line: RoundLine): boolean {
  return at.patch === line.at.patch && (at.patch !== null || at.bed === line.at.bed);
}

/** Whether the work of a line is done by something that happened. */
function does(what: Happened, { task }: RoundLine): boolean {
  return DOES[what.kind].includes(task.work) || (what.kind === 'tended' && what.work === task.work);
}

export class RoundsState {
  day = $state('');
  /** The line in hand, by its task's key. */
  hand: string | null = $state(null);
  trouble = $state('');
  private rounds: Rounds | null = $state.raw(null);
  written: JournalLine[] | null = $state.raw(null);
  /** What was answered and is not in what was read yet. */
  private settling: JournalEntry[] = $state.raw([]);
  /** What was written last here, which can be taken back. */
  last: JournalEntry | null = $state.raw(null);
  /** The same, while it is told. */
  just: JournalEntry | null = $state.raw(null);
  /** Lines that were ticked a moment ago, by their task's key. */
  private ticked: Partial<Record<string, Ticked>> = $state.raw({});
  /** The last day of which this browser knows the round without a signal. */
  keptUntil: string | null = $state(null);
  private asked = 0;
  private reading: Promise<void> = Promise.resolve();
  private keeping: ReturnType<typeof setTimeout> | undefined;

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
    const lines = this.rounds.lines.map((line) => this.asTapped(line)).filter((line) => line !== null);
    // As they are shown, so that the next line by keys is the next one seen.
    return [...lines.filter((line) => !this.isOver(line)), ...lines.filter((line) => this.isOver(line))];
  });
  /** What is late, with what was late when it was ticked a moment ago. */
  readonly late = $derived.by(() =>
    this.lines?.filter((line) => !this.isOver(line) && (line.late > 0 || this.ticked[line.task.key]?.late)),
  );
  readonly due = $derived.by(() =>
    this.lines?.filter((line) => !this.isOver(line) && line.late === 0 && !this.ticked[line.task.key]?.late),
  );
  readonly over = $derived.by(() => this.lines?.filter((line) => this.isOver(line)));
  readonly ahead = $derived.by(() => this.rounds?.ahead ?? []);
  readonly cautions = $derived.by(() => this.rounds?.cautions ?? []);
  /** The beds as they are walked. */
  readonly walked = $derived.by(() => this.rounds?.walk ?? []);
  readonly inHand = $derived.by(() => this.lines?.find((line) => line.task.key === this.hand) ?? null);

  /** What is written down of the day, with what is on its way. */
  readonly told = $derived.by((): (JournalLine & { waits?: boolean })[] | null => {
    const way = this.onItsWay;
    const struck = way.map(({ what }) => (what.kind === 'struck' ? what.entry : ''));
    const known = this.written?.map((line) => line.entry.id) ?? [];
    const new_ = way.filter(
      (entry) => entry.day === this.day && entry.what.kind !== 'struck' && !known.includes(entry.id),
    );
    const all = [...(this.written ?? []), ...new_.map((entry) => ({ entry, by: null, at: '', waits: true }))];
    return this.written && all.filter((line) => !struck.includes(line.entry.id));
  });

  /** Reads the day anew; only the newest answer counts, and is waited for. */
  read(): Promise<void> {
    this.reading = this.readDay(++this.asked);
    return this.reading;
  }

  private async readDay(mine: number): Promise<void> {
    const { day } = this;
    try {
      const [rounds, written] = await this.lately(day);
      if (mine !== this.asked) return await this.reading;
      this.rounds = rounds;
      this.written = written;
      this.trouble = '';
      this.keepSoon();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (mine !== this.asked) return await this.reading;
      this.trouble = upper(error.problem.detail);
    }
  }

  /** A day's round and what was written down on it, as they are, or as they were when they were read last. */
  private lately(day: string): Promise<[Rounds, JournalLine[]]> {
    const { id } = this.garden.view;
    const { kept } = this.garden;
    return Promise.all([
      kept.lately(`rounds/${id}/${day}`, () => api.ask<'rounds'>(id, { ask: 'rounds', day })),
      kept.lately(`journal/${id}/${day}`, () => api.journal(id, day, day)),
    ]);
  }

  /** Once nothing new was read for a moment, the days about today are read too, for a time without a signal. */
  private keepSoon(): void {
    clearTimeout(this.keeping);
    const { today } = this.garden.view;
    if (!this.garden.kept.lasts || this.garden.kept.since !== null) return;
    this.keeping = setTimeout(() => void this.keepDays(AHEAD.map((days) => plusDays(today, days))), QUIET);
  }

  private async keepDays(days: string[]): Promise<void> {
    try {
      for (const day of days) await this.lately(day);
      if (this.garden.kept.opensAlone()) this.keptUntil = days.at(-1) ?? null;
    } catch (error) {
      // It was worth a try; the day that is looked at says what is wrong.
      if (!(error instanceof Refused)) throw error;
    }
  }

  private get onItsWay(): JournalEntry[] {
    const { waiting } = this.garden.outbox;
    return [...waiting, ...this.settling.filter((entry) => !waiting.includes(entry))];
  }

  /** A line with what was tapped and is on its way; nothing where it goes away by that. */
  private asTapped(line: RoundLine): RoundLine | null {
    const about = this.onItsWay.filter((entry) => sameAt(entry, line));
    const struck = about.map(({ what }) => (what.kind === 'struck' ? what.entry : ''));
    const holds = about.filter((entry) => !struck.includes(entry.id));
    const work = (what: Happened) => ((what.kind === 'put-off' || what.kind === 'left-out') && what.work) || null;
    const last = holds.findLast(({ what }) => work(what) === line.task.work || (does(what, line) && !line.done));
    if (last && does(last.what, line))
      return last.day === this.day ? { ...line, done: true, late: 0, by: last.id } : null;
    if (last) return null;
    return line.by !== null && struck.includes(line.by) ? { ...line, done: false, by: null } : line;
  }

  /** Some lines that were ticked no longer stand where they were. */
  private moves(which: (one: Ticked) => boolean): void {
    this.ticked = Object.fromEntries(Object.entries(this.ticked).filter(([, one]) => one && !which(one)));
  }

  /** Whether a line is done, and no longer stands where it was ticked. */
  private isOver(line: RoundLine): boolean {
    return line.done && !this.ticked[line.task.key];
  }

  turn(days: number): void {
    this.to(plusDays(this.day, days));
  }

  to(day: string): void {
    this.day = day;
    this.hand = null;
    this.rounds = null;
    this.written = null;
    this.ticked = {};
    this.just = null;
  }

  /** Takes the next line in hand, or the one before. */
  step(by: 1 | -1): void {
    const lines = this.lines ?? [];
    const at = lines.findIndex((line) => line.task.key === this.hand);
    const next = at < 0 ? (by === 1 ? 0 : lines.length - 1) : Math.min(lines.length - 1, Math.max(0, at + by));
    this.hand = lines[next]?.task.key ?? null;
  }

  /** A tap on a line's box: done, or what was done struck out again. A second tap at once means the first. */
  tap(line: RoundLine): Promise<boolean> {
    const { key } = line.task;
    const ticked = this.ticked[key];
    if (ticked && Date.now() - ticked.at < SAME_TAP) return Promise.resolve(true);
    const by = this.doneBy(line);
    if (by) return this.strike(by.entry);
    if (line.done) return Promise.resolve(false);
    const done = this.done(line);
    const entry = this.last?.id ?? '';
    this.ticked = { ...this.ticked, [key]: { at: Date.now(), late: line.late > 0, entry } };
    setTimeout(() => this.moves((one) => one.entry === entry), STAYS);
    return done;
  }

  /** The work of a line is done, as it was planned or as is told. */
  done(line: RoundLine, told: Partial<Draft> = {}): Promise<boolean> {
    return this.write({ what: line.told, at: line.at, ...told });
  }

  putOff(line: RoundLine, until: string): Promise<boolean> {
    return this.write({ what: { kind: 'put-off', work: line.task.work, until }, at: line.at });
  }

  leaveOut(line: RoundLine): Promise<boolean> {
    return this.write({ what: { kind: 'left-out', work: line.task.work }, at: line.at });
  }

  /** Only a part of a line's work was done; the rest is asked for tomorrow. */
  doneInPart(line: RoundLine, what: Happened, words: string): Promise<boolean> {
    const rest: Happened = { kind: 'put-off', work: line.task.work, until: plusDays(this.day, 1) };
    return this.keep([this.entry({ what, at: line.at, words }), this.entry({ what: rest, at: line.at })]);
  }

  /** From now on something that gardeners do differently is done in this way. */
  choose(topic: string, school: string): Promise<boolean> {
    return this.keep([this.entry({ what: { kind: 'chose', topic, school }, at: EVERYWHERE })]);
  }

  /** From now on the beds are walked in this order. */
  walk(beds: number[]): Promise<boolean> {
    return this.keep([this.entry({ what: { kind: 'walked', beds }, at: EVERYWHERE })]);
  }

  /** What is late was done, each on its day, and only not written down. */
  catchUp(late: RoundLine[]): Promise<boolean> {
    return this.keep(late.map((line) => this.entry({ what: line.told, at: line.at, day: line.due })));
  }

  /** The entry by which a line was done on this day, where there is one: it may be struck out again. */
  doneBy(line: RoundLine): JournalLine | undefined {
    return line.by === null ? undefined : this.told?.find(({ entry }) => entry.id === line.by);
  }

  /** Keeps a photo of a place; false where this browser cannot read it. */
  async photo(file: Blob, at: Draft['at'], words = ''): Promise<boolean> {
    const { shrunk } = await import('./photo');
    const photo = await shrunk(file);
    if (!photo) {
      this.trouble = 'This picture cannot be read here; a JPEG or PNG can.';
      return false;
    }
    await this.garden.outbox.take(photo);
    return this.write({ what: { kind: 'photo', picture: photo.picture }, at, words });
  }

  /** Takes a picture away for good, and strikes out the entry that it belongs to. */
  async forgetPhoto(entry: JournalEntry): Promise<void> {
    if (entry.what.kind !== 'photo') return;
    try {
      // What waits is sent first, so that the picture is not sent after it was taken away.
      await this.garden.outbox.send([]);
      await api.forgetPhoto(this.garden.view.id, entry.what.picture);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.trouble = upper(error.problem.detail);
      return;
    }
    await this.strike(entry);
  }

  /** Strikes an entry out. */
  strike(entry: JournalEntry): Promise<boolean> {
    this.last = null;
    this.just = null;
    this.moves((one) => one.entry === entry.id);
    return this.keep([
      this.entry({ what: { kind: 'struck', entry: entry.id }, at: entry.at, day: entry.day, after: entry.id }),
    ]);
  }

  /** Writes something down. */
  async write(draft: Draft): Promise<boolean> {
    const entry = this.entry(draft);
    this.last = this.just = entry;
    setTimeout(() => this.just === entry && (this.just = null), TOLD);
    const kept = await this.keep([entry]);
    if (!kept && this.last === entry) this.last = this.just = null;
    return kept;
  }

  /** Sends what waits once more. */
  again(): Promise<boolean> {
    return this.keep([]);
  }

  /** Sends what was refused once more. */
  sendAgain(entry: JournalEntry): Promise<boolean> {
    return this.keptBy([entry], () => this.garden.outbox.sendAgain(entry));
  }

  /** What undo means on the round: what was written here last is struck out. Nothing where nothing was. */
  get undoes(): (() => void) | null {
    const { last } = this;
    return last && (() => void this.strike(last));
  }

  private entry(draft: Draft): JournalEntry {
    return this.garden.entries.of(draft, this.day, this.garden.view.today);
  }

  /** Keeps entries and reads the day anew; false where they are refused. What is not answered waits, and is shown as done. */
  private keep(entries: JournalEntry[]): Promise<boolean> {
    return this.keptBy(entries, () => this.garden.outbox.send(entries));
  }

  private async keptBy(entries: JournalEntry[], send: () => Promise<boolean>): Promise<boolean> {
    this.settling = [...this.settling, ...entries];
    try {
      if (!(await send())) return true;
      this.trouble = '';
      // Other views are told of what happened when they are opened.
      this.garden.outdated = true;
      await this.read();
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.trouble = upper(error.problem.detail);
      return false;
    } finally {
      this.settling = this.settling.filter((entry) => !entries.includes(entry));
    }
  }
}
