// A garden's view after a change: what did not change stays the same object, so that nothing of it is drawn again.
import type { Changed } from '../generated/Changed';
import type { Finding } from '../generated/Finding';
import type { GardenView } from '../generated/GardenView';
import type { Rows } from '../generated/Rows';

/** A list in the order of its numbers, with what is new or otherwise put in, and what is gone left out. */
export function merged<T>(list: T[], rows: Rows<T, number>, number: (one: T) => number): T[] {
  if (rows.now.length === 0 && rows.gone.length === 0) return list;
  const now = new Map(rows.now.map((one) => [number(one), one]));
  const gone = new Set(rows.gone);
  const kept = list.filter((one) => !gone.has(number(one))).map((one) => now.get(number(one)) ?? one);
  const there = new Set(kept.map(number));
  const added = rows.now.filter((one) => !there.has(number(one)));
  return added.length === 0 ? kept : [...kept, ...added].sort((a, b) => number(a) - number(b));
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
    undo: changed.undo,
    redo: changed.redo,
    today: changed.today,
    garden: {
      site: facts.site ?? garden.site,
      beds: merged(garden.beds, facts.beds, (bed) => bed.id),
      patches: merged(garden.patches, facts.patches, (patch) => patch.id),
      past: merged(garden.past, facts.past, (past) => past.id),
      spacings: facts.spacings ?? garden.spacings,
      groupings: merged(garden.groupings, facts.groupings, (own) => own.id),
      school: facts.school ?? garden.school,
      turns: facts.turns ?? garden.turns,
      almanac: facts.almanac ?? garden.almanac,
    },
    reckoning: {
      season: reckoning.season ?? view.reckoning.season,
      beds: merged(view.reckoning.beds, reckoning.beds, (bed) => bed.bed),
      patches: merged(view.reckoning.patches, reckoning.patches, (patch) => patch.patch),
      findings: found(view.reckoning.findings, reckoning),
      paths: reckoning.paths ?? view.reckoning.paths,
    },
  };
}
