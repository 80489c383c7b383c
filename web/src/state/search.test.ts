// A search against a line that is cut, one that is refused, and a garden that changes meanwhile.
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Catalogue, GardenView } from '../generated/api';
import { GardenState } from './garden.svelte';
import { Kept } from './kept.svelte';
import { SearchState } from './search.svelte';

const open = (revision = 1) =>
  new GardenState(
    {
      id: 3,
      revision,
      garden: { site: {} },
      reckoning: { season: { needle: '2027-06-16' }, patches: [] },
    } as unknown as GardenView,
    { crops: [] } as unknown as Catalogue,
    new Kept(),
  );

/** A stream that says what it is told to say, when it is told to. */
function line() {
  let at: ReadableStreamDefaultController<Uint8Array> | undefined;
  let ended: AbortSignal | null | undefined;
  vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
    ended = init.signal;
    return Promise.resolve(new Response(new ReadableStream({ start: (begun) => void (at = begun) })));
  });
  const text = (words: string) => at?.enqueue(new TextEncoder().encode(words));
  return {
    says: (event: string, data: object) => text(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`),
    text,
    ends: () => at?.close(),
    breaks: () => at?.error(new TypeError('network')),
    isStopped: () => ended?.aborted,
  };
}

/** Lets everything that was said come through. */
const heard = () => new Promise((resolve) => setTimeout(resolve));
const asked = { search: 'late', first: 1, then: 2 } as const;
const ways = (...words: string[]) => ({ found: 'late', is: words });

afterEach(() => vi.unstubAllGlobals());

describe('a search', () => {
  it('waits for its turn, tells what it has found by now, and ends', async () => {
    const [search, server] = [new SearchState<'late'>(open()), line()];
    search.start(asked);
    await heard();
    server.says('waiting', { before: 2 });
    await heard();
    expect([search.going, search.before, search.found]).toEqual([true, 2, null]);
    // An event may come in two pieces.
    server.text('event: going\nda');
    server.text(`ta: ${JSON.stringify(ways('wait'))}\n\n`);
    await heard();
    expect([search.before, search.found?.is]).toEqual([0, ['wait']]);
    server.says('done', ways('wait', 'move'));
    server.ends();
    await heard();
    expect([search.going, search.found?.is, search.trouble]).toEqual([false, ['wait', 'move'], '']);
  });

  it('keeps what it found when the line is cut, says so, and can be begun again', async () => {
    const [search, server] = [new SearchState<'late'>(open()), line()];
    search.start(asked);
    await heard();
    server.says('going', ways('wait'));
    await heard();
    server.breaks();
    await heard();
    expect([search.going, search.found?.is]).toEqual([false, ['wait']]);
    expect(search.trouble).toContain('cut off');
    const other = line();
    search.again();
    await heard();
    other.says('done', ways());
    other.ends();
    await heard();
    expect([search.found?.is, search.trouble]).toEqual([[], '']);
  });

  it('says why there is nothing to search for', async () => {
    const [search, server] = [new SearchState<'late'>(open()), line()];
    search.start(asked);
    await heard();
    server.says('refused', { said: 'there is no patch “9”' });
    server.ends();
    await heard();
    expect([search.going, search.trouble]).toEqual([false, 'there is no patch “9”']);
  });

  it('ends on the server too when it is stopped, and hears no more', async () => {
    const [search, server] = [new SearchState<'late'>(open()), line()];
    search.start(asked);
    await heard();
    server.says('going', ways('wait'));
    await heard();
    search.stop();
    expect(server.isStopped()).toBe(true);
    server.says('going', ways('late'));
    await heard();
    expect([search.going, search.found?.is, search.trouble]).toEqual([false, ['wait'], '']);
  });

  it('ends when the garden has changed, and says so', async () => {
    const garden = open();
    const [search, server] = [new SearchState<'late'>(garden), line()];
    search.start(asked);
    await heard();
    garden.view = { ...garden.view, revision: 2 };
    server.says('going', ways('old'));
    await heard();
    expect([search.going, search.found, server.isStopped()]).toEqual([false, null, true]);
    expect(search.trouble).toContain('changed');
  });

  it('says that there may be more when its time is up', async () => {
    const [search, server] = [new SearchState<'late'>(open()), line()];
    search.start(asked);
    await heard();
    server.says('stopped', ways('wait'));
    server.ends();
    await heard();
    expect([search.going, search.found?.is]).toEqual([false, ['wait']]);
    expect(search.trouble).toContain('there may be more');
  });
});
