// What a browser keeps of an account: read without a line by that account alone, and gone with signing out.
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { JournalEntry } from '../generated/api';
import { Kept } from './kept.svelte';
import { Outbox } from './outbox.svelte';

/** Who the server says is signed in; nobody answers when it is `cut`. */
function server(who: string | null | 'cut'): void {
  vi.stubGlobal('fetch', () =>
    who === 'cut'
      ? Promise.reject(new TypeError('network'))
      : Promise.resolve(new Response(JSON.stringify({ me: who && { name: who } }))),
  );
}

/** A page that is opened in this browser while somebody is signed in, or with no line. */
async function page(who: string | null | 'cut'): Promise<Kept> {
  server(who);
  const kept = new Kept();
  await kept.session().catch(() => null);
  return kept;
}

const { Refused } = await import('../api');
const lost = () => Promise.reject(new Refused({ status: 0, title: 'No answer', detail: '' }));
const entry = (id: string) => ({ id, day: '2027-04-05', words: '', what: { kind: 'weeded' } }) as JournalEntry;
const waits = (id: string, garden = 1) => ({ entry: entry(id), garden, refused: null });

beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory());
});

describe('what was read', () => {
  it('is told as it was when there is no line, and since when', async () => {
    await (await page('ann')).lately('garden/1', () => Promise.resolve({ beds: 3 }));
    const alone = await page('cut');
    expect(alone.since).toBeNull();
    expect(await alone.lately('garden/1', lost)).toEqual({ beds: 3 });
    expect(Date.now() - (alone.since ?? 0)).toBeLessThan(60_000);
    await alone.lately('garden/1', () => Promise.resolve({ beds: 4 }));
    expect(alone.since).toBeNull();
    await expect(alone.lately('garden/2', lost)).rejects.toBeInstanceOf(Refused);
  });

  it('is told to nobody else, and gone once somebody else is signed in, or nobody', async () => {
    for (const other of ['bea', null]) {
      vi.stubGlobal('indexedDB', new IDBFactory());
      await (await page('ann')).lately('garden/1', () => Promise.resolve('of ann'));
      const theirs = await page(other);
      await expect(theirs.lately('garden/1', lost)).rejects.toBeInstanceOf(Refused);
      // Not even by ann’s own name, should she come back without a line.
      const alone = await page('cut');
      await expect(alone.lately('garden/1', lost)).rejects.toBeInstanceOf(Refused);
    }
  });

  it('is kept for two weeks and no longer', async () => {
    const days = (many: number) => vi.setSystemTime(new Date(Date.UTC(2027, 3, 5 + many)));
    vi.useFakeTimers({ toFake: ['Date'] });
    days(0);
    await (await page('ann')).lately('rounds/1/2027-04-05', () => Promise.resolve('old'));
    days(10);
    await (await page('ann')).lately('rounds/1/2027-04-15', () => Promise.resolve('newer'));
    days(15);
    await page('ann');
    const alone = await page('cut');
    await expect(alone.lately('rounds/1/2027-04-05', lost)).rejects.toBeInstanceOf(Refused);
    expect(await alone.lately('rounds/1/2027-04-15', lost)).toBe('newer');
    vi.useRealTimers();
  });

  it('is not told where an earlier page kept it in another shape', async () => {
    const kept = await page('ann');
    await kept.lately('garden/1', () => Promise.resolve({ beds: 3 }));
    const base = await openDB('patient-sparrow');
    await base.put('answers', { answer: { beds: 'three' }, at: Date.now() }, ['ann', 'garden/1']);
    base.close();
    await expect(kept.lately('garden/1', lost)).rejects.toBeInstanceOf(Refused);
  });

  it('a refusal is a refusal, whatever was read before', async () => {
    const kept = await page('ann');
    await kept.lately('garden/1', () => Promise.resolve('read'));
    const gone = () => Promise.reject(new Refused({ status: 404, title: 'Gone', detail: '' }));
    await expect(kept.lately('garden/1', gone)).rejects.toBeInstanceOf(Refused);
  });
});

describe('what waits', () => {
  it('is there again after a reload, in order and by its garden, for its own account', async () => {
    const kept = await page('ann');
    await kept.hold([waits('b'), waits('a'), waits('c', 2)]);
    await kept.letGo([entry('b')]);
    await kept.hold([waits('d')]);
    const again = await page('cut');
    expect((await again.waiting(1)).map((one) => one.entry.id)).toEqual(['a', 'd']);
    expect(await again.waitingInAll()).toBe(3);
    expect(await (await page('bea')).waitingInAll()).toBe(0);
    // Nobody but ann can have sent it, so it is still there when she comes back.
    expect(await (await page('ann')).waitingInAll()).toBe(3);
  });

  it('is gone with signing out, with all else', async () => {
    const kept = await page('ann');
    await kept.hold([waits('a')]);
    await kept.lately('garden/1', () => Promise.resolve('read'));
    await kept.forget();
    const alone = await page('cut');
    expect(await alone.waitingInAll()).toBe(0);
    await expect(alone.lately('garden/1', lost)).rejects.toBeInstanceOf(Refused);
    expect(await (await page('ann')).waitingInAll()).toBe(0);
  });

  it('has its picture with the server before the entry that names it, also after a reload', async () => {
    const picture = 'a'.repeat(64);
    const kept = await page('ann');
    const photo = { ...entry('a'), what: { kind: 'photo', picture } } as JournalEntry;
    server('cut');
    const outbox = new Outbox(1, kept);
    await outbox.take({ picture, jpeg: 'AAAA' });
    expect(outbox.seen(picture)).toContain('data:image/jpeg');
    await kept.hold([{ entry: photo, garden: 1, refused: null }]);
    const sent: string[] = [];
    const later = await page('cut');
    vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
      sent.push(`${init.method} ${path.split('/').slice(5, 6).join('')}`);
      return Promise.resolve(new Response(init.method === 'PUT' ? '' : '{"new":1}', { status: 200 }));
    });
    const again = new Outbox(1, later);
    await again.ready();
    await again.send([]);
    expect(sent).toEqual(['PUT photos', 'POST journal']);
    expect(again.seen(picture)).toBe(`/api/v1/gardens/1/photos/${picture}`);
    expect(await later.picture(picture)).toBeUndefined();
  });

  it('goes out with the page that is opened next, and what is refused stays until it is thrown away', async () => {
    const kept = await page('ann');
    await kept.hold([waits('a'), waits('b')]);
    const sent: string[][] = [];
    vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
      const ids = (JSON.parse(String(init.body)) as { entries: JournalEntry[] }).entries.map((one) => one.id);
      sent.push(ids);
      const status = ids.includes('b') ? 422 : 200;
      return Promise.resolve(new Response(JSON.stringify({ new: 1, detail: 'no such day' }), { status }));
    });
    const outbox = new Outbox(1, kept);
    await outbox.ready();
    await outbox.send([]).catch(() => null);
    expect(sent).toEqual([['a', 'b'], ['a'], ['b']]);
    expect(outbox.waiting).toEqual([]);
    expect(outbox.refused.map((one) => [one.entry.id, one.refused])).toEqual([['b', 'no such day']]);
    // Also after a reload, and it is not sent again on its own.
    const later = new Outbox(1, kept);
    await later.ready();
    expect([later.waiting.length, later.refused.length, sent.length]).toEqual([0, 1, 3]);
    await later.throwAway(entry('b'));
    expect(await kept.waitingInAll()).toBe(0);
  });
});
