// What else stands in a yard, by its names.
import type { FixtureKind } from '../generated/api';

export const FIXTURES: Record<FixtureKind, string> = {
  house: 'house',
  shed: 'shed or greenhouse',
  fence: 'fence or wall',
  hedge: 'hedge',
  tree: 'tree',
  paving: 'paving or path',
  tap: 'tap or water butt',
};
