// What this browser keeps of an account for the time without a signal: what was read last, and what waits to be sent.
//
// Everything is kept under the account's name and told to no other; with signing out it is gone. Where the browser keeps
// nothing, as in some private windows, nothing is kept and all else goes on.
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { api } from '../api';
import type { JournalEntry, SessionView } from '../generated/api';
import { isLost } from './again';

/** An entry that is not with the server. */
export interface Waiting {
  entry: JournalEntry;
  garden: number;
  /** Why the server would not have it; it stays until somebody says what to do. */
  refused: string | null;
}

/** What was read, and when. */
interface Read {
  answer: unknown;
  at: number;
  /** In which shape it was sent; nothing where an early page kept it. */
  shape?: number;
}

interface Stored extends DBSchema {
  /** Who is signed in, under no name: one at most. */
  session: { key: 'session'; value: SessionView };
  /** By account and what was asked for. */
  answers: { key: [account: string, path: string]; value: Read };
  /** Pictures that wait with their entries, in base64, by account and number. */
  pictures: { key: [account: string, picture: string]; value: string };
  /** By account and the entry's number, which tells the order. */
  waiting: { key: [account: string, id: string]; value: Waiting };
}

const VERSION = 1;

/** What was not read for so long is kept no longer (ms): two weeks, more than the days that are kept ahead. */
const KEPT_FOR = 14 * 24 * 3600 * 1000;

/** Raised when what is sent takes another shape: what an earlier page kept of it cannot be shown by this one. */
const SHAPE = 2;

function opened(): Promise<IDBPDatabase<Stored> | null> {
  const made = async () =>
    openDB<Stored>('patient-sparrow', VERSION, {
      upgrade(base) {
        base.createObjectStore('session');
        base.createObjectStore('answers');
        base.createObjectStore('waiting');
        base.createObjectStore('pictures');
      },
    });
  return made().catch(() => null);
}

/** All keys that begin with an account's name. */
const of = (account: string) => IDBKeyRange.bound([account], [account, []]);

/** Lets go what nobody has read for long. */
async function letOldGo(base: IDBPDatabase<Stored>): Promise<void> {
  const write = base.transaction('answers', 'readwrite');
  for (let at = await write.store.openCursor(); at; at = await at.continue())
    if (at.value.at < Date.now() - KEPT_FOR) await at.delete();
  await write.done;
}

export class Kept {
  /** Since when what is shown was not read anew (ms since 1970); nothing while the server answers. */
  since: number | null = $state(null);
  /** Whether anything can be kept here. */
  lasts = $state(true);
  private account: string | null = null;
  private base = opened().then((base) => {
    this.lasts = base !== null;
    return base;
  });

  /** Who is signed in: as the server says, and as it said last where it cannot be reached. */
  async session(): Promise<SessionView> {
    const base = await this.base;
    try {
      const session = await api.session();
      await this.belongsTo(session);
      return session;
    } catch (error) {
      const last = isLost(error) ? await base?.get('session', 'session') : undefined;
      if (!last?.me) throw error;
      this.account = last.me.name;
      return last;
    }
  }

  /** Reads something, and where nobody can be reached, what it was when it was read last. */
  async lately<T>(path: string, read: () => Promise<T>): Promise<T> {
    const base = await this.base;
    const { account } = this;
    try {
      const answer = await read();
      this.since = null;
      // Nothing that is kept for later may fail what is done now.
      if (account !== null)
        await base?.put('answers', { answer, at: Date.now(), shape: SHAPE }, [account, path]).catch(() => '');
      return answer;
    } catch (error) {
      if (!isLost(error) || account === null) throw error;
      const last = await base?.get('answers', [account, path]).catch(() => undefined);
      if (last?.shape !== SHAPE) throw error;
      this.since = Math.min(this.since ?? last.at, last.at);
      return last.answer as T;
    }
  }

  /** Whether this browser opens the page itself without a line. */
  opensAlone(): boolean {
    return this.lasts && 'serviceWorker' in navigator && navigator.serviceWorker.controller !== null;
  }

  /** What waits to be sent from a garden, in order. */
  async waiting(garden: number): Promise<Waiting[]> {
    return (await this.allWaiting()).filter((one) => one.garden === garden);
  }

  /** How many entries of any garden wait. */
  async waitingInAll(): Promise<number> {
    return (await this.allWaiting()).length;
  }

  /** Keeps entries until they are let go. */
  async hold(waiting: Waiting[]): Promise<void> {
    const base = await this.base;
    const { account } = this;
    if (!base || account === null || waiting.length === 0) return;
    const write = base.transaction('waiting', 'readwrite');
    const puts = waiting.map((one) => write.store.put(one, [account, one.entry.id]));
    await Promise.all([...puts, write.done]).catch(() => (this.lasts = false));
  }

  /** They are with the server, or not wanted any longer. */
  async letGo(entries: JournalEntry[]): Promise<void> {
    const base = await this.base;
    const { account } = this;
    if (!base || account === null || entries.length === 0) return;
    const write = base.transaction('waiting', 'readwrite');
    await Promise.all([...entries.map((entry) => write.store.delete([account, entry.id])), write.done]);
  }

  /** Keeps a picture until its entry is sent. */
  async holdPicture(picture: string, jpeg: string): Promise<void> {
    const { account } = this;
    if (account !== null) await (await this.base)?.put('pictures', jpeg, [account, picture]).catch(() => '');
  }

  /** A picture that waits. */
  async picture(picture: string): Promise<string | undefined> {
    const { account } = this;
    return account === null ? undefined : (await this.base)?.get('pictures', [account, picture]);
  }

  async letPictureGo(picture: string): Promise<void> {
    const { account } = this;
    if (account !== null) await (await this.base)?.delete('pictures', [account, picture]);
  }

  /** Forgets all of the account, also what waits. */
  async forget(): Promise<void> {
    const base = await this.base;
    const { account } = this;
    this.account = null;
    this.since = null;
    await base?.delete('session', 'session');
    const stores = ['answers', 'waiting', 'pictures'] as const;
    if (account !== null) await Promise.all(stores.map((store) => base?.delete(store, of(account))));
  }

  private async allWaiting(): Promise<Waiting[]> {
    const base = await this.base;
    return (this.account === null ? undefined : await base?.getAll('waiting', of(this.account))) ?? [];
  }

  /** Of anybody else only what they wrote and nobody has yet stays, for them alone. */
  private async belongsTo(session: SessionView): Promise<void> {
    const base = await this.base;
    const account = session.me?.name ?? null;
    this.account = account;
    if (!base) return;
    const others = (await base.getAllKeys('answers')).filter(([name]) => name !== account);
    await Promise.all(others.map((key) => base.delete('answers', key)));
    await letOldGo(base);
    if (account === null) await base.delete('session', 'session');
    else await base.put('session', session, 'session');
  }
}

/** There is one store a browser, and one page in front of it. */
export const kept = new Kept();
