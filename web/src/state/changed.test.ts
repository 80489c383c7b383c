import { describe, expect, it } from 'vitest';
import type { Changed, Finding, GardenView } from '../generated/api';
import { after, glanced, merged } from './changed';

const one = (id: number, word: string) => ({ id, word });
const id = (thing: { id: number }) => thing.id;

describe('a list merged with what changed in it', () => {
  const list = [one(1, 'a'), one(3, 'c'), one(4, 'd')];

  it('is the same list when nothing changed', () => {
    expect(merged(list, { now: [], gone: [] }, id)).toBe(list);
  });

  it('puts a new thing where its number belongs', () => {
    expect(merged(list, { now: [one(2, 'b')], gone: [] }, id).map(id)).toEqual([1, 2, 3, 4]);
  });

  it('replaces what is otherwise, leaves out what is gone, and keeps the rest as it is', () => {
    const result = merged(list, { now: [one(3, 'other')], gone: [4] }, id);
    expect(result.map((thing) => thing.word)).toEqual(['a', 'other']);
    expect(result[0]).toBe(list[0]);
  });
});

/** As much of a view as a change can touch. */
function view(findings: Finding[]): GardenView {
  return {
    revision: 4,
    today: '2026-11-23',
    undo: null,
    redo: 'lock',
    role: 'owner',
    garden: {
      site: { name: 'Quillet Lane' },
      beds: [{ id: 1 }, { id: 2 }],
      patches: [{ id: 7 }, { id: 9 }],
      past: [],
      spacings: [],
      groupings: [],
      own_crops: [],
      varieties: [],
      lots: [],
      wants: [],
      fixtures: [],
      school: { is: 'square-foot' },
      turns: { years: 4 },
      almanac: { from: 'place' },
    },
    reckoning: { season: { needle: '2027-06-16' }, beds: [{ bed: 1 }, { bed: 2 }], patches: [], findings, paths: [] },
  } as unknown as GardenView;
}

function changed(parts: { facts?: object; reckoning?: object }): Changed {
  const none = { now: [], gone: [] };
  return {
    revision: 5,
    today: '2026-11-24',
    undo: 'remove-bed',
    redo: null,
    facts: {
      ...{
        site: null,
        beds: none,
        patches: none,
        past: none,
        spacings: null,
        groupings: none,
        own_crops: none,
        varieties: none,
        lots: none,
        wants: none,
      },
      ...{ fixtures: none, school: null, turns: null, almanac: null },
      ...parts.facts,
    },
    made: {
      beds: [],
      patches: [],
      past: [],
      groupings: [],
      own_crops: [],
      varieties: [],
      lots: [],
      wants: [],
      fixtures: [],
      wishes: [],
      plans: [],
    },
    reckoning: { season: null, beds: none, patches: none, findings: [], paths: null, ...parts.reckoning },
    season: null,
  } as unknown as Changed;
}

const finding = (bed: number, key: string) => ({ bed, key }) as Finding;

describe('a view after a change', () => {
  const before = view([finding(1, 'a'), finding(2, 'b'), finding(2, 'c')]);

  it('keeps every object that did not change', () => {
    const now = after(before, changed({}));
    expect([now.revision, now.undo, now.redo]).toEqual([5, 'remove-bed', null]);
    expect(now.garden.beds).toBe(before.garden.beds);
    expect(now.reckoning.findings).toBe(before.reckoning.findings);
    expect(now.garden.turns).toBe(before.garden.turns);
  });

  it('replaces the findings of one bed and keeps the order of beds', () => {
    const findings = [{ bed: 1, findings: [finding(1, 'x'), finding(1, 'y')] }];
    const now = after(before, changed({ reckoning: { findings } }));
    expect(now.reckoning.findings.map((one) => one.key)).toEqual(['x', 'y', 'b', 'c']);
  });

  it('forgets what was found in a bed that is gone', () => {
    const gone = { now: [], gone: [2] };
    const now = after(before, changed({ facts: { beds: gone }, reckoning: { beds: gone } }));
    expect(now.garden.beds.map((bed) => bed.id)).toEqual([1]);
    expect(now.reckoning.findings.map((one) => one.key)).toEqual(['a']);
  });
});

describe('a view on another day', () => {
  const size = { canopy: 100, height: 50 };
  const base = view([finding(1, 'a')]);
  const before = {
    ...base,
    reckoning: {
      ...base.reckoning,
      beds: [
        { bed: 1, plants: 9, free_centisquares: 400 },
        { bed: 2, plants: 0, free_centisquares: 800 },
      ],
      patches: [
        { patch: 7, stands: true, size, holes: [] },
        { patch: 9, stands: false, size: null, holes: [] },
      ],
    },
  } as unknown as GardenView;
  const now = glanced(before, {
    needle: '2027-06-17',
    beds: [
      { bed: 1, plants: 13, free_centisquares: 300 },
      { bed: 2, plants: 0, free_centisquares: 800 },
    ],
    patches: [
      { patch: 7, stands: true, size: { ...size } },
      { patch: 9, stands: true, size },
    ],
  });

  it('has what is otherwise on it', () => {
    expect(now.reckoning.season.needle).toBe('2027-06-17');
    expect(now.reckoning.beds[0]).toMatchObject({ plants: 13, free_centisquares: 300 });
    expect(now.reckoning.patches[1]).toMatchObject({ stands: true, size, holes: [] });
  });

  it('keeps every object that is the same on both', () => {
    expect(now.garden).toBe(before.garden);
    expect(now.reckoning.findings).toBe(before.reckoning.findings);
    expect(now.reckoning.beds[1]).toBe(before.reckoning.beds[1]);
    expect(now.reckoning.patches[0]).toBe(before.reckoning.patches[0]);
  });
});
