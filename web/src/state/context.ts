// The one typed place where the garden and the desk are handed down.
import { getContext, setContext } from 'svelte';
import type { Desk } from './desk.svelte';
import type { GardenState } from './garden.svelte';

const KEY = Symbol('open garden');

export interface OpenGarden {
  garden: GardenState;
  desk: Desk;
  /** Back to the list of gardens. */
  leave: () => void;
}

export function provide(open: OpenGarden): void {
  setContext(KEY, open);
}

export function useOpenGarden(): OpenGarden {
  const open = getContext<OpenGarden | undefined>(KEY);
  if (!open) throw new Error('this component stands outside an open garden');
  return open;
}
