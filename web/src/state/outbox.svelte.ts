// Entries of the journal on their way to the server, in order: what is not answered waits, also through a reload or a closed
// phone, and is sent before what comes after it.
import { api, Refused } from '../api';
import type { JournalEntry } from '../generated/api';
import { LIMITS } from '../generated/Limits';
import { untilAnswered } from './again';
import type { Kept, Waiting } from './kept.svelte';
import type { Photo } from './photo';

/** How long to wait before what was not answered is sent again (ms). */
const WAITS = [300, 1500];
/** How long before it is tried again on its own (ms). */
const TRIES = 20_000;

export class Outbox {
  /** What was written and not answered yet; it is kept once, however often it is sent. */
  waiting: JournalEntry[] = $state.raw([]);
  /** What the server would not have; it stays here until somebody says what to do with it. */
  refused: Waiting[] = $state.raw([]);
  /** Nobody answered when it was sent last: how many wait until it is sent again, which is worth telling. */
  stuck = $state(0);
  /** How often it is being sent at the moment; whoever is told that something waits is told that too. */
  sending = $state(0);
  /** Pictures of entries that wait, in base64. */
  private pictures: Partial<Record<string, string>> = $state.raw({});
  private queue: Promise<unknown>;
  private trying: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly garden: number,
    private readonly kept: Kept,
    /** Somebody answered after nobody had. */
    private readonly reached: () => void = () => undefined,
  ) {
    this.queue = this.load();
  }

  /** Once what waited from before is known. */
  ready(): Promise<unknown> {
    return this.queue;
  }

  /** Sends what waits, and then these; whether all are kept. What is refused is told by a `Refused` and waits no longer. */
  send(entries: JournalEntry[]): Promise<boolean> {
    this.waiting = [...this.waiting, ...entries];
    this.sending += 1;
    const held = this.kept.hold(entries.map((entry) => ({ entry, garden: this.garden, refused: null })));
    const turn = this.queue.then(async () => (await held, this.carry())).finally(() => (this.sending -= 1));
    this.queue = turn.catch(() => false);
    return turn;
  }

  /** Takes a picture in that an entry will name; it is sent before that. */
  async take({ picture, jpeg }: Photo): Promise<void> {
    this.pictures = { ...this.pictures, [picture]: jpeg };
    await this.kept.holdPicture(picture, jpeg);
  }

  /** Where a picture is seen: here while it waits, else at the server. */
  seen(picture: string): string {
    const waits = this.pictures[picture];
    return waits ? `data:image/jpeg;base64,${waits}` : `/api/v1/gardens/${this.garden}/photos/${picture}`;
  }

  /** Sends the pictures that some entries name; they are with the server before what speaks of them. */
  private async sendPictures(entries: JournalEntry[]): Promise<void> {
    for (const { what } of entries) {
      if (what.kind !== 'photo') continue;
      const jpeg = this.pictures[what.picture] ?? (await this.kept.picture(what.picture));
      if (jpeg === undefined) continue;
      await api.keepPhoto(this.garden, what.picture, jpeg);
      this.pictures = { ...this.pictures, [what.picture]: undefined };
      await this.kept.letPictureGo(what.picture);
    }
  }

  /** What was refused is sent once more: the plan may be another by now, or the line quicker. */
  async sendAgain(entry: JournalEntry): Promise<boolean> {
    this.refused = this.refused.filter((one) => one.entry.id !== entry.id);
    return this.send([entry]);
  }

  /** What was refused is not wanted any longer. */
  async throwAway(entry: JournalEntry): Promise<void> {
    this.refused = this.refused.filter((one) => one.entry.id !== entry.id);
    await this.kept.letGo([entry]);
  }

  private async load(): Promise<void> {
    const before = await this.kept.waiting(this.garden);
    this.refused = before.filter((one) => one.refused !== null);
    const ids = this.waiting.map((entry) => entry.id);
    const older = before.filter((one) => one.refused === null && !ids.includes(one.entry.id)).map((one) => one.entry);
    this.waiting = [...older, ...this.waiting];
    for (const { what } of older) {
      const jpeg = what.kind === 'photo' ? await this.kept.picture(what.picture) : undefined;
      if (what.kind === 'photo' && jpeg) this.pictures = { ...this.pictures, [what.picture]: jpeg };
    }
    if (older.length > 0) void this.send([]).catch(() => false);
  }

  private async carry(): Promise<boolean> {
    let [many, refusal]: [number, unknown] = [LIMITS.entriesAtOnce[1], null];
    const wasStuck = this.stuck > 0;
    while (this.waiting.length > 0) {
      const some = this.waiting.slice(0, many);
      try {
        await untilAnswered(WAITS, async () => {
          await this.sendPictures(some);
          return api.writeDown(this.garden, some);
        });
        await this.kept.letGo(some);
      } catch (error) {
        if (staysWaiting(error)) {
          this.stuck = this.waiting.length;
          this.tryLater();
          return false;
        }
        // Of several none was kept: one by one it shows which of them was meant.
        if (some.length > 1) {
          many = 1;
          continue;
        }
        refusal = error;
        await this.putAside(some, error);
      }
      this.waiting = this.waiting.filter((entry) => !some.includes(entry));
    }
    this.stuck = 0;
    if (wasStuck) this.reached();
    if (refusal) throw refusal as Error;
    return true;
  }

  private async putAside(entries: JournalEntry[], error: unknown): Promise<void> {
    const why = error instanceof Refused ? error.problem.detail : String(error);
    const aside = entries.map((entry) => ({ entry, garden: this.garden, refused: why }));
    this.refused = [...this.refused, ...aside];
    await this.kept.hold(aside);
  }

  private tryLater(): void {
    clearTimeout(this.trying);
    this.trying = setTimeout(() => void this.send([]).catch(() => false), TRIES);
  }
}

/** Nobody is signed in, or too much was asked for in a short time: later it may be kept. */
const LATER = [401, 429];

/**
 * Whether what was sent may be kept another time: nobody knows its fate, the server is in trouble, or it said to come again. What
 * came in too slowly (408) is put aside instead, as it would hold up all that comes after it.
 */
function staysWaiting(error: unknown): boolean {
  if (!(error instanceof Refused)) return false;
  const { status, again } = error.problem;
  return status === 0 || again === true || LATER.includes(status) || status >= 500;
}
