// The queue of changes against a line that is cut, a server that is slow, and other tabs.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Catalogue, GardenView } from '../generated/api';
import { GardenState } from './garden.svelte';
import { Kept } from './kept.svelte';

const DAY = '2027-06-16';

function view(revision: number): GardenView {
  return {
    id: 3,
    revision,
    undo: null,
    redo: null,
    role: 'owner',
    garden: {
      site: { units: 'imperial', latitude: 4490 },
      beds: [],
      patches: [],
      past: [],
      groupings: [],
      own_crops: [],
      varieties: [],
      lots: [],
      wants: [],
      fixtures: [],
    },
    reckoning: { season: { needle: DAY }, beds: [], patches: [], findings: [], paths: [] },
  } as unknown as GardenView;
}

function outcome(revision: number): object {
  const none = { now: [], gone: [] };
  const facts = {
    beds: none,
    patches: none,
    past: none,
    groupings: none,
    own_crops: none,
    varieties: none,
    lots: none,
    wants: none,
    fixtures: none,
  };
  const reckoning = { beds: none, patches: none, findings: [] };
  return { came: 'changed', revision, undo: 'lock', redo: null, facts, made: { patches: [revision] }, reckoning };
}

interface Sent {
  key: string;
  revision: string;
  path: string;
}

let sent: Sent[] = [];

/** Answers requests in turn: an object is an answer, 'cut' a line cut before it, 'half' one cut in its middle. */
function line(...answers: (object | 'cut' | 'half' | Response)[]): void {
  const left = [...answers];
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    const headers = init.headers as Record<string, string>;
    sent.push({ key: headers['Idempotency-Key'] ?? '', revision: headers['If-Match'] ?? '', path });
    const answer = left.shift() ?? 'cut';
    if (answer === 'cut') return Promise.reject(new TypeError('network'));
    if (answer === 'half')
      return Promise.resolve({ ok: true, status: 200, text: () => Promise.reject(new TypeError('network')) });
    return Promise.resolve(answer instanceof Response ? answer : new Response(JSON.stringify(answer)));
  });
}

const lock = (patch: number) => ({ do: 'lock', patch, locked: true }) as const;

beforeEach(() => {
  sent = [];
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** Lets all waiting pass. */
async function settled<T>(promise: Promise<T>): Promise<T> {
  await vi.runAllTimersAsync();
  return promise;
}

describe('a change', () => {
  const open = () => new GardenState(view(1), { crops: [] } as unknown as Catalogue, new Kept());

  it('is sent again under the same key when the line is cut, also in the middle of an answer', async () => {
    const garden = open();
    line('cut', 'half', outcome(2));
    expect(await settled(garden.send(lock(1)))).toBe(true);
    expect(sent.map((one) => one.key)).toEqual([sent[0]?.key, sent[0]?.key, sent[0]?.key]);
    expect(sent[0]?.key).not.toBe('');
    expect(garden.view.revision).toBe(2);
    expect(garden.made.patches).toEqual([2]);
    expect(garden.problem).toBeNull();
  });

  it('of unknown fate is told as such, and is settled before the next one', async () => {
    const garden = open();
    line('cut', 'cut', 'half');
    const first = garden.send(lock(1));
    await vi.runAllTimersAsync();
    expect(garden.problem?.detail).toContain('not known yet');
    expect(garden.view.revision).toBe(1);
    const key = sent[0]?.key;
    sent = [];
    line({ came: 'whole', ...view(2) }, outcome(3));
    expect(await settled(garden.send(lock(2)))).toBe(true);
    expect(sent.map((one) => [one.key === key, one.revision])).toEqual([
      [true, '"1"'],
      [false, '"2"'],
    ]);
    expect(await first).toBe(true);
    expect(garden.view.revision).toBe(3);
    expect(garden.problem).toBeNull();
  });

  it('asked for once more while nobody knows its fate is made once, and told to both who asked', async () => {
    const garden = open();
    line('cut', 'cut', 'cut', 'cut', 'cut', 'cut');
    const first = garden.send(lock(1));
    await vi.runAllTimersAsync();
    // The line is still cut: what comes after it is not sent.
    expect(await settled(garden.send(lock(2)))).toBe(false);
    line(outcome(2));
    expect(await settled(garden.send(lock(1)))).toBe(true);
    expect(await first).toBe(true);
    expect(new Set(sent.map((one) => one.key)).size).toBe(1);
    expect(garden.view.revision).toBe(2);
  });

  it('that was refused when it was sent again is told so', async () => {
    const garden = open();
    line('cut', 'cut', 'cut');
    const first = garden.send(lock(1));
    await vi.runAllTimersAsync();
    const problem = { status: 422, title: 'Refused', detail: 'no' };
    line(new Response(JSON.stringify(problem), { status: 422 }));
    expect(await settled(garden.send(lock(1)))).toBe(false);
    expect(await first).toBe(false);
    expect(sent).toHaveLength(4);
    expect(garden.problem?.detail).toBe('no');
  });

  it('that is refused does not stop those that wait', async () => {
    const garden = open();
    const problem = { status: 422, title: 'Refused', detail: 'no' };
    line(new Response(JSON.stringify(problem), { status: 422 }), outcome(2));
    const [first, second] = [garden.send(lock(1)), garden.send(lock(2))];
    expect(await settled(first)).toBe(false);
    expect(await settled(second)).toBe(true);
    expect(garden.view.revision).toBe(2);
  });

  it('made elsewhere first is told with the garden as it is, and nothing is sent again', async () => {
    const garden = open();
    const stale = { status: 409, title: 'Changed elsewhere', detail: 'changed elsewhere', current: view(5) };
    line(new Response(JSON.stringify(stale), { status: 409 }));
    expect(await settled(garden.send(lock(1)))).toBe(false);
    expect(garden.view.revision).toBe(5);
    expect(garden.unanswered).toBeNull();
    expect(sent).toHaveLength(1);
  });

  it('whose maker throws leaves the queue whole', async () => {
    const garden = open();
    line(outcome(2));
    const broken = garden.send(() => {
      throw new Error('a mistake of ours');
    });
    await expect(broken).rejects.toThrow('a mistake of ours');
    expect(await settled(garden.send(lock(1)))).toBe(true);
  });

  it('of undo and redo carries a key too', async () => {
    const garden = open();
    line('cut', outcome(2));
    expect(await settled(garden.undo())).toBe(true);
    expect(sent.map((one) => one.path.split('?')[0])).toEqual(['/api/v1/gardens/3/undo', '/api/v1/gardens/3/undo']);
    expect(sent[0]?.key).toBe(sent[1]?.key);
  });

  it('asks again for what was not answered, and says that nothing can have been changed', async () => {
    line('cut', { to: 'amounts', is: ['hills'] });
    const garden = open();
    const take = vi.fn();
    garden.asks({ ask: 'amounts', bed: 1, year: 2027 }, take);
    await vi.runAllTimersAsync();
    expect(garden.problem?.detail).toBe('The garden cannot be reached just now.');
    garden.askAgain();
    await vi.runAllTimersAsync();
    expect(take).toHaveBeenCalledWith(['hills']);
    expect([garden.problem, garden.unheard]).toEqual([null, {}]);
  });
});
