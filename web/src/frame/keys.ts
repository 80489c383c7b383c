// The keys that work in every view. Views add their own and stop them from coming here.
import { isTyping, type Key } from '../parts/keys';
import type { Desk } from '../state/desk.svelte';
import type { GardenState } from '../state/garden.svelte';
import { VIEWS, type ViewKey } from '../views';
import { plusDays } from '../words/dates';

export const FRAME_KEYS: Key[] = [
  { says: [`1 to ${VIEWS.length}`, `open the ${VIEWS.map((one) => one.name).join(', the ')}`] },
  { says: [', and .', 'move the needle back or on by a week'] },
  { says: ['Ctrl Z, Ctrl Shift Z', 'undo and redo'] },
  { says: ['/', 'find a crop to put on squares'] },
  { says: ['?', 'this list'] },
  { says: ['Escape', 'back out of what is in hand or selected'] },
];

/** Opens a view; the Bed view opens on the bed last looked at, or the first. */
export function openView(view: ViewKey, garden: GardenState, desk: Desk): void {
  const first = garden.view.garden.beds[0]?.id ?? null;
  desk.open(view, view === 'bed' ? (desk.bed ?? first) : desk.bed);
}

export function frameKey(event: KeyboardEvent, garden: GardenState, desk: Desk): void {
  if (event.key === 'Escape') {
    if (event.target instanceof HTMLElement && isTyping(event)) event.target.blur();
    if (garden.problem) garden.settle();
    else desk.back();
    return;
  }
  if (isTyping(event)) return;
  const command = event.ctrlKey || event.metaKey;
  if (command && event.key.toLowerCase() === 'z') {
    event.preventDefault();
    // A view with an undo of its own has no other: nothing is taken back that is not seen.
    if (desk.ownUndo) {
      if (!event.shiftKey) desk.ownUndo()?.();
    } else void (event.shiftKey ? garden.redo() : garden.undo());
  } else if (command && event.key.toLowerCase() === 'y') {
    event.preventDefault();
    if (!desk.ownUndo) void garden.redo();
  } else if (!command && !event.altKey) plainKey(event, garden, desk);
}

function plainKey(event: KeyboardEvent, garden: GardenState, desk: Desk): void {
  const view = VIEWS[Number(event.key) - 1];
  if (view) openView(view.key, garden, desk);
  else if (event.key === ',' || event.key === '.') {
    const { first_day, last_day } = garden.season;
    const day = plusDays(garden.needle, event.key === ',' ? -7 : 7);
    void garden.look(day < first_day ? first_day : day > last_day ? last_day : day);
  } else if (event.key === '/') {
    event.preventDefault();
    if (desk.view !== 'bed') openView('bed', garden, desk);
    focusOnceDrawn('#find-crop');
  } else if (event.key === '?') desk.helpOpen = !desk.helpOpen;
}

/** How many frames a view may take to be drawn, its files fetched. */
const FRAMES = 120;

/** Moves the focus to something that is drawn with a view, as soon as it is. */
function focusOnceDrawn(what: string, frames = FRAMES): void {
  const there = document.querySelector<HTMLElement>(what);
  if (there) there.focus();
  else if (frames > 0) requestAnimationFrame(() => focusOnceDrawn(what, frames - 1));
}
