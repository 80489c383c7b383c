// Entries of the journal on their way to the server, in order: what is not answered waits, and is sent before what comes after it.
import { api, Refused } from '../api';
import type { JournalEntry } from '../generated/JournalEntry';
import { untilAnswered } from './again';

/** How long to wait before what was not answered is sent again (ms). */
const WAITS = [300, 1500];
/** As many entries as the server takes at once. */
const AT_ONCE = 200;

export class Outbox {
  /** What was written and not answered yet; it is kept once, however often it is sent. */
  waiting: JournalEntry[] = $state.raw([]);
  /** Nobody answered when it was sent last: how many wait until it is sent again, which is worth telling. */
  stuck = $state(0);
  private queue: Promise<unknown> = Promise.resolve();

  constructor(private readonly garden: number) {}

  /**
   * Sends what waits, and then these; whether all are kept. What is refused is told by a `Refused` and waits no longer.
   */
  send(entries: JournalEntry[]): Promise<boolean> {
    this.waiting = [...this.waiting, ...entries];
    const turn = this.queue.then(() => this.carry());
    this.queue = turn.catch(() => false);
    return turn;
  }

  private async carry(): Promise<boolean> {
    let [many, refusal]: [number, unknown] = [AT_ONCE, null];
    while (this.waiting.length > 0) {
      const some = this.waiting.slice(0, many);
      try {
        await untilAnswered(WAITS, () => api.writeDown(this.garden, some));
      } catch (error) {
        if (staysWaiting(error)) {
          this.stuck = this.waiting.length;
          return false;
        }
        // Of several none was kept: one by one it shows which of them was meant.
        if (some.length > 1) {
          many = 1;
          continue;
        }
        refusal = error;
      }
      this.waiting = this.waiting.filter((entry) => !some.includes(entry));
    }
    this.stuck = 0;
    if (refusal) throw refusal as Error;
    return true;
  }
}

/** Whether what was sent may be kept another time: nobody knows its fate, the server is in trouble, or nobody is signed in. */
function staysWaiting(error: unknown): boolean {
  if (!(error instanceof Refused)) return false;
  const { status, again } = error.problem;
  return status === 0 || again === true || status === 401 || status >= 500;
}
