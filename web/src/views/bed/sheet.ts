// Where a bed's setting-out drawing is found.
import type { Paper } from '../../state/desk.svelte';
import type { GardenState } from '../../state/garden.svelte';

export function sheetAddress(garden: GardenState, bed: number, paper: Paper, on: string | null): string {
  const day = on === null ? '' : `&on=${on}`;
  return `/api/v1/gardens/${garden.view.id}/beds/${bed}/sheet.svg?year=${garden.season.year}&paper=${paper}${day}`;
}
