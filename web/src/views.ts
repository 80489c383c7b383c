// The views, in the order of the work: the one list that the spine, the addresses, the number keys, the list of keys and the loading
// of what a view needs follow.
import type { Component } from 'svelte';
import type { Key } from './parts/keys';

interface View {
  key: string;
  name: string;
  /** Its heading in the list of keys. */
  where: string;
  /** Fetches it when it is first opened. */
  load: () => Promise<{ default: Component<Record<string, never>> }>;
  /** Its own keys. */
  keys: () => Promise<Key<string>[]>;
}

/** Those that number keys open. */
export const VIEWS = [
  {
    key: 'yard',
    name: 'Yard',
    where: 'In the Yard',
    load: () => import('./views/yard/YardView.svelte'),
    keys: async () => (await import('./views/yard/keys')).YARD_KEYS,
  },
  {
    key: 'wants',
    name: 'Wants',
    where: 'In the Wants',
    load: () => import('./views/wants/WantsView.svelte'),
    keys: async () => (await import('./views/wants/keys')).WANTS_KEYS,
  },
  {
    key: 'turns',
    name: 'Turns',
    where: 'In the Turns',
    load: () => import('./views/turns/TurnsView.svelte'),
    keys: async () => (await import('./views/turns/keys')).TURNS_KEYS,
  },
  {
    key: 'bed',
    name: 'Bed',
    where: 'In a bed',
    load: () => import('./views/bed/BedView.svelte'),
    keys: async () => (await import('./views/bed/keys')).BED_KEYS,
  },
  {
    key: 'season',
    name: 'Season',
    where: 'In the Season',
    load: () => import('./views/season/SeasonView.svelte'),
    keys: async () => (await import('./views/season/keys')).SEASON_KEYS,
  },
  {
    key: 'tin',
    name: 'Seed tin',
    where: 'In the Seed tin',
    load: () => import('./views/tin/TinView.svelte'),
    keys: async () => (await import('./views/tin/keys')).TIN_KEYS,
  },
  {
    key: 'rounds',
    name: 'Rounds',
    where: 'On the Rounds',
    load: () => import('./views/rounds/RoundsView.svelte'),
    keys: async () => (await import('./views/rounds/keys')).ROUNDS_KEYS,
  },
] as const satisfies View[];

/** Beside the work: who may come in, and who changed what. */
const PEOPLE = {
  key: 'people',
  name: 'People',
  where: 'On the People',
  load: () => import('./views/people/PeopleView.svelte'),
  keys: () => Promise.resolve([]),
} as const satisfies View;

const ALL = [...VIEWS, PEOPLE];

export type ViewKey = (typeof ALL)[number]['key'];

/** The view of a word in an address; the first where it is none. */
export function viewAt(word: string | undefined): ViewKey {
  return ALL.find((one) => one.key === word)?.key ?? VIEWS[0].key;
}

/** A view with all that is said of it. */
export function viewOf(key: ViewKey): View {
  return ALL.find((one) => one.key === key) ?? VIEWS[0];
}
