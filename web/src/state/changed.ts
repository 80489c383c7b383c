// A garden's view after a change: what did not change stays the same object, so that nothing of it is drawn again.
import type { Changed, Finding, Garden, GardenView, Glance } from '../generated/api';

/** A list as it changed: what is new or otherwise, and the numbers of what is gone. */
interface ListNow<T> {
  now: T[];
  gone: number[];
}

/** A list in the order of its numbers, with what is new or otherwise put in, and what is gone left out. */
export function merged<T>(list: T[], rows: ListNow<T>, number: (one: T) => number): T[] {
  if (rows.now.length === 0 && rows.gone.length === 0) return list;
  const now = new Map(rows.now.map((one) => [number(one), one]));
  const gone = new Set(rows.gone);
  const kept = list.filter((one) => !gone.has(number(one))).map((one) => now.get(number(one)) ?? one);
  const there = new Set(kept.map(number));
  const added = rows.now.filter((one) => !there.has(number(one)));
  return added.length === 0 ? kept : [...kept, ...added].sort((a, b) => number(a) - number(b));
}

/** A garden with the facts that are otherwise: of a list what is new, otherwise or gone, of anything else all of it, or nothing. */
function withFacts(garden: Garden, facts: Changed['facts']): Garden {
  const one = <K extends keyof Garden>(key: K): Garden[K] => {
    const now = facts[key] as Garden[K] | ListNow<{ id: number }> | null | undefined;
    if (now === null || now === undefined) return garden[key];
    const rows = now as ListNow<{ id: number }>;
    const isRows = !Array.isArray(now) && Array.isArray(rows.gone);
    return isRows ? (merged(garden[key] as { id: number }[], rows, ({ id }) => id) as Garden[K]) : (now as Garden[K]);
  };
  return Object.fromEntries(
    (Object.keys(garden) as (keyof Garden)[]).map((key) => [key, one(key)]),
  ) as unknown as Garden;
}

/** Findings bed by bed, those of some beds replaced. */
function found(all: Finding[], changed: Changed['reckoning']): Finding[] {
  const gone = new Set([...changed.beds.gone, ...changed.findings.map((one) => one.bed)]);
  if (gone.size === 0) return all;
  const kept = all.filter((one) => !gone.has(one.bed));
  const now = changed.findings.flatMap((one) => one.findings);
  // Sorting keeps the order of equals, which is that within a bed.
  return [...kept, ...now].sort((a, b) => a.bed - b.bed);
}

/** The view of a garden after what a change changed. */
export function after(view: GardenView, changed: Changed): GardenView {
  const { facts, reckoning } = changed;
  const { garden } = view;
  return {
    ...view,
    revision: changed.revision,
    journal: changed.journal,
    undo: changed.undo,
    redo: changed.redo,
    today: changed.today,
    own: changed.own ?? view.own,
    garden: withFacts(garden, facts),
    reckoning: {
      season: reckoning.season ?? view.reckoning.season,
      beds: merged(view.reckoning.beds, reckoning.beds, (bed) => bed.bed),
      patches: merged(view.reckoning.patches, reckoning.patches, (patch) => patch.patch),
      findings: found(view.reckoning.findings, reckoning),
      paths: reckoning.paths ?? view.reckoning.paths,
      never: reckoning.never ?? view.reckoning.never,
    },
  };
}

/** The view on another day of the same growing year; what is the same on both stays the same object. */
export function glanced(view: GardenView, glance: Glance): GardenView {
  const { reckoning } = view;
  const [beds, patches] = [
    new Map(glance.beds.map((one) => [one.bed, one])),
    new Map(glance.patches.map((one) => [one.patch, one])),
  ];
  return {
    ...view,
    reckoning: {
      ...reckoning,
      season: { ...reckoning.season, needle: glance.needle },
      beds: reckoning.beds.map((bed) => {
        const now = beds.get(bed.bed);
        const same = !now || (now.plants === bed.plants && now.free_centisquares === bed.free_centisquares);
        return same ? bed : { ...bed, plants: now.plants, free_centisquares: now.free_centisquares };
      }),
      patches: reckoning.patches.map((patch) => {
        const now = patches.get(patch.patch);
        const { stands, size } = patch;
        const same =
          !now || (now.stands === stands && now.size?.canopy === size?.canopy && now.size?.height === size?.height);
        return same ? patch : { ...patch, stands: now.stands, size: now.size };
      }),
    },
  };
}
