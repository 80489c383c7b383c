// What was open lately, so that it opens again: the garden after signing in, the needle's day after a reload.

const gardenOf = (name: string) => `sparrow.garden.${name}`;
const needleOf = (garden: number) => `sparrow.needle.${garden}`;

/** Storage may be forbidden or full; nothing here is worth a failure. */
function tried<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

/** The garden an account opened last in this browser. */
export function lastGarden(name: string): number | null {
  const kept = Number(tried(() => localStorage.getItem(gardenOf(name))));
  return kept > 0 ? kept : null;
}

export function rememberGarden(name: string, id: number): void {
  tried(() => localStorage.setItem(gardenOf(name), String(id)));
}

/** The day looked at before this page was loaded again. */
export function lastNeedle(garden: number): string | null {
  const kept = tried(() => sessionStorage.getItem(needleOf(garden)));
  return kept !== null && /^\d{4}-\d{2}-\d{2}$/.test(kept) ? kept : null;
}

export function rememberNeedle(garden: number, day: string): void {
  tried(() => sessionStorage.setItem(needleOf(garden), day));
}
