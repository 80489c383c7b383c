// Which of several words on a drawing can stand beside each other: the first keep their place, and what would touch them is left out.

/** Words on a line: from where to where, and how high their foot is. */
export interface Label {
  from: number;
  to: number;
  foot: number;
}

/** Words nearer than that touch [px]. */
const BESIDE = 5;
const ABOVE = 12;

function touch(one: Label, other: Label): boolean {
  const beside = Math.min(one.to, other.to) - Math.max(one.from, other.from) > -BESIDE;
  return beside && Math.abs(one.foot - other.foot) < ABOVE;
}

/** Those of the labels that touch none that is kept before them, nor any that stands already. */
export function apart<T extends Label>(labels: T[], standing: Label[] = []): T[] {
  const kept: T[] = [];
  for (const label of labels) {
    if (![...standing, ...kept].some((other) => touch(label, other))) kept.push(label);
  }
  return kept;
}
