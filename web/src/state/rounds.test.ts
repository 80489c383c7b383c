// A day's round against a line that is cut: what is tapped shows at once, is sent under one number, and is kept or told of.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { RoundLine } from '../generated/api';
import type { GardenState } from './garden.svelte';
import { Entries } from './entries';
import { Kept } from './kept.svelte';
import { Outbox } from './outbox.svelte';
import { RoundsState } from './rounds.svelte';

const DAY = '2027-04-05';
const line = (patch: number): RoundLine =>
  ({
    task: {
      key: `patch-${patch}-sow-outside`,
      day: DAY,
      work: 'sow-outside',
      patch,
      bed: 1,
      said: 'Sow',
      guess: false,
    },
    at: { bed: 1, patch, rect: null },
    due: DAY,
    late: 0,
    done: false,
    by: null,
    how: null,
    seeds: null,
    last: null,
    told: { kind: 'sown', many: null, depth: null, apart: null, under: null },
  }) as unknown as RoundLine;

/** The numbers of the entries that were sent. */
let sent: string[] = [];

/** What writing is answered with, in turn; what is asked is answered with two lines, the first done once it was written. */
function server(...answers: ('cut' | number)[]): void {
  const left = [...answers];
  let written = false;
  vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
    const json = (body: unknown, status = 200) => Promise.resolve(new Response(JSON.stringify(body), { status }));
    if (init.method === 'GET') return json([]);
    const body = JSON.parse(String(init.body)) as { entries?: { id: string }[] };
    if (!body.entries) {
      const lines = [{ ...line(1), done: written, by: written ? sent[0] : null }, line(2)];
      return json({ to: 'rounds', is: { day: DAY, lines, ahead: [], next: null } });
    }
    sent.push(...body.entries.map((entry) => entry.id));
    const answer = left.shift() ?? 200;
    if (answer === 'cut') return Promise.reject(new TypeError('network'));
    written = written || answer === 200;
    return json(answer === 200 ? { new: 1 } : { status: answer, title: 'Refused', detail: 'no' }, answer);
  });
}

async function opened(): Promise<RoundsState> {
  const kept = new Kept();
  const view = { id: 3, today: DAY };
  const garden = { view, mayChange: true, kept, entries: new Entries(), outbox: new Outbox(3, kept) };
  const rounds = new RoundsState(garden as unknown as GardenState);
  await rounds.read();
  return rounds;
}

beforeEach(() => {
  sent = [];
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a tap', () => {
  it('shows before it is answered, and is sent again under the same number', async () => {
    server('cut', 'cut');
    const rounds = await opened();
    const done = rounds.done(line(1));
    const shown = () => rounds.lines?.map((one) => [one.task.patch, one.done]);
    expect(shown()).toEqual([
      [2, false],
      [1, true],
    ]);
    rounds.step(1);
    expect(rounds.inHand?.task.patch).toBe(2);
    await vi.advanceTimersByTimeAsync(5000);
    expect(await done).toBe(true);
    expect(sent).toHaveLength(3);
    expect(new Set(sent).size).toBe(1);
    expect(shown()).toEqual([
      [2, false],
      [1, true],
    ]);
    expect(rounds.trouble).toBe('');
  });

  it('leaves its line where it is for a while, so that a second tap there does no other work', async () => {
    server();
    const rounds = await opened();
    const shown = () => [rounds.due, rounds.over].map((some) => some?.map((one) => one.task.patch));
    const first = rounds.tap(line(1));
    expect(rounds.due?.map((one) => one.done)).toEqual([true, false]);
    await vi.advanceTimersByTimeAsync(450);
    expect(await first).toBe(true);
    // The thumb comes down once more where the line still is.
    const struck = rounds.due?.[0];
    expect(struck?.task.patch).toBe(1);
    if (struck) await rounds.tap(struck);
    expect(sent).toHaveLength(1);
    expect(shown()).toEqual([[1, 2], []]);
    await vi.advanceTimersByTimeAsync(5000);
    expect(shown()).toEqual([[2], [1]]);
  });

  it('is what undo takes back, and nothing else is', async () => {
    server();
    const rounds = await opened();
    expect(rounds.undoes).toBeNull();
    const tapped = rounds.tap(line(1));
    await vi.advanceTimersByTimeAsync(100);
    await tapped;
    expect(rounds.just?.what.kind).toBe('sown');
    rounds.undoes?.();
    await vi.advanceTimersByTimeAsync(100);
    expect(sent).toHaveLength(2);
    expect([rounds.undoes, rounds.just]).toEqual([null, null]);
  });

  it('that came in too slowly is put aside and can be sent again; one too many waits by itself', async () => {
    server(408, 200, 429, 200);
    const rounds = await opened();
    const { outbox } = rounds.garden;
    const slow = rounds.done(line(1));
    await vi.advanceTimersByTimeAsync(100);
    expect(await slow).toBe(false);
    expect(outbox.refused).toHaveLength(1);
    const refused = outbox.refused[0];
    const again = refused && rounds.sendAgain(refused.entry);
    await vi.advanceTimersByTimeAsync(100);
    expect(await again).toBe(true);
    expect([outbox.refused, outbox.waiting]).toEqual([[], []]);
    expect(new Set(sent).size).toBe(1);
    const soon = rounds.done(line(2));
    await vi.advanceTimersByTimeAsync(100);
    expect(await soon).toBe(true);
    expect([outbox.refused, outbox.waiting.length]).toEqual([[], 1]);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(outbox.waiting).toEqual([]);
  });

  it('that is refused is taken back and told of', async () => {
    server(422);
    const rounds = await opened();
    const done = rounds.done(line(1));
    expect(rounds.lines?.[1]?.done).toBe(true);
    await vi.advanceTimersByTimeAsync(5000);
    expect(await done).toBe(false);
    expect(rounds.lines?.some((one) => one.done)).toBe(false);
    expect(rounds.trouble).toBe('No');
  });

  it('that is never answered waits, shown as done, and is sent before what comes after it', async () => {
    server('cut', 'cut', 'cut', 'cut', 'cut', 'cut');
    const rounds = await opened();
    const { outbox } = rounds.garden;
    const first = rounds.done(line(1));
    await vi.advanceTimersByTimeAsync(5000);
    expect(await first).toBe(true);
    expect(outbox.waiting).toHaveLength(1);
    expect(rounds.lines?.find((one) => one.task.patch === 1)?.done).toBe(true);
    expect(outbox.sending).toBe(0);
    const second = rounds.write({ what: { kind: 'weeded' }, at: { bed: 1, patch: null, rect: null } });
    // From the moment that two wait it is told that they are on their way, until nobody answered.
    expect(outbox.waiting).toHaveLength(2);
    expect(outbox.sending).toBe(1);
    await vi.advanceTimersByTimeAsync(5000);
    await second;
    expect(outbox.waiting).toHaveLength(2);
    expect(outbox.stuck).toBe(2);
    expect(outbox.sending).toBe(0);
    const numbers = outbox.waiting.map((entry) => entry.id);
    sent = [];
    const again = rounds.again();
    await vi.advanceTimersByTimeAsync(5000);
    expect(await again).toBe(true);
    expect(sent).toEqual(numbers);
    expect(outbox.waiting).toHaveLength(0);
    expect(outbox.stuck).toBe(0);
  });

  it('of which one of several is refused keeps the others', async () => {
    server('cut', 'cut', 'cut', 422, 422, 200);
    const rounds = await opened();
    const first = rounds.done(line(1));
    await vi.advanceTimersByTimeAsync(5000);
    await first;
    const second = rounds.done(line(2));
    await vi.advanceTimersByTimeAsync(5000);
    expect(await second).toBe(false);
    expect(rounds.garden.outbox.waiting).toHaveLength(0);
    expect(rounds.trouble).toBe('No');
    // Both together, the first alone, the second alone.
    expect(sent.slice(3)).toEqual([sent[0], sent[4], sent[0], sent[4]]);
  });

  it('is numbered within the household’s day, however fast this clock is', async () => {
    server();
    const rounds = await opened();
    vi.setSystemTime(new Date('2031-01-01T00:00:00Z'));
    for (const patch of [1, 2, 1]) {
      const done = rounds.done(line(patch));
      await vi.advanceTimersByTimeAsync(5000);
      await done;
    }
    expect([...sent].sort()).toEqual(sent);
    const made = sent.map((id) => new Date(Number.parseInt(id.replaceAll('-', '').slice(0, 12), 16)).toISOString());
    expect(made.every((at) => at.startsWith('2027-04-06T12:00'))).toBe(true);
  });

  it('for all that is late writes each on its own day, as one', async () => {
    server();
    const rounds = await opened();
    const late = [line(1), { ...line(2), due: '2027-04-01' }];
    await rounds.catchUp(late);
    expect(sent).toHaveLength(2);
    expect(rounds.trouble).toBe('');
  });

  it('that puts work off takes its line away', async () => {
    server();
    const rounds = await opened();
    const away = rounds.putOff(line(2), '2027-04-06');
    expect(rounds.lines?.map((one) => one.task.patch)).toEqual([1]);
    await vi.advanceTimersByTimeAsync(5000);
    expect(await away).toBe(true);
  });

  it('for a part writes what was done and asks for the rest tomorrow, as one', async () => {
    server();
    const rounds = await opened();
    const part = rounds.doneInPart(
      line(1),
      { kind: 'sown', many: null, depth: null, apart: null, under: null },
      'it rained',
    );
    await vi.advanceTimersByTimeAsync(5000);
    expect(await part).toBe(true);
    expect(sent).toHaveLength(2);
    expect([...sent].sort()).toEqual(sent);
  });

  it('on a whole bed is told apart from its plantings', async () => {
    server('cut', 'cut', 'cut');
    const rounds = await opened();
    const water = {
      ...line(1),
      at: { bed: 1, patch: null, rect: null },
      told: { kind: 'sown', many: null, depth: null, apart: null, under: null },
    };
    const done = rounds.done(water as RoundLine);
    await vi.advanceTimersByTimeAsync(5000);
    await done;
    expect(rounds.lines?.some((one) => one.done)).toBe(false);
  });

  it('that strikes out what a fast clock wrote is numbered after it', async () => {
    server();
    const rounds = await opened();
    const ahead = 'ffffff00-0000-7000-8000-000000000000';
    const entry = {
      id: ahead,
      day: DAY,
      at: { bed: 1, patch: 1, rect: null },
      what: line(1).told,
      words: '',
      instead_of: null,
    };
    const struck = rounds.strike(entry);
    await vi.advanceTimersByTimeAsync(5000);
    expect(await struck).toBe(true);
    expect(sent[0]).toMatch(/^ffffff00-0001-7/);
  });

  it('gives every entry a number that comes after the one before', async () => {
    server();
    const rounds = await opened();
    for (const patch of [1, 2, 1, 2]) {
      const done = rounds.done(line(patch));
      await vi.advanceTimersByTimeAsync(5000);
      await done;
    }
    expect([...sent].sort()).toEqual(sent);
  });
});
