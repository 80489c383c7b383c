// What was done, in words, for undo and redo.

import type { Command } from '../generated/api';

const DONE: Record<Command['do'], string> = {
  'set-site': 'what was said of the place',
  'keep-variety': 'what was written of a variety',
  'forget-variety': 'forgetting a variety',
  'keep-own-crop': 'what was written of a crop of your own',
  'forget-own-crop': 'forgetting a crop of your own',
  'keep-lot': 'what was written of a lot of seed',
  'forget-lot': 'throwing seed away',
  'keep-list': 'what a list from a file said',
  'keep-want': 'what you would like to have',
  'wish-wants': 'wishes for the years ahead',
  'forget-want': 'wanting something',
  'divide-patch': 'dividing a patch',
  'add-bed': 'adding a bed',
  'change-bed': 'changing a bed',
  'move-bed': 'moving a bed',
  'remove-bed': 'removing a bed',
  'add-fixture': 'adding to the yard',
  'change-fixture': 'changing something of the yard',
  'move-fixture': 'moving something of the yard',
  'remove-fixture': 'taking something from the yard',
  place: 'putting a crop on squares',
  'place-all': 'planting several crops at once',
  'keep-grouping': 'saving a grouping',
  'forget-grouping': 'forgetting a grouping',
  'move-patch': 'moving or resizing a patch',
  'change-patch': 'changing a patch',
  'remove-patch': 'removing a patch',
  'keep-warning': 'keeping a warning',
  remember: 'remembering an earlier year',
  forget: 'forgetting an earlier year',
  'set-spacing': 'your own distance',
  'set-distance': 'this planting’s distance',
  'set-in-each': 'what goes in each hole',
  'set-school': 'choosing a school of spacing',
  turn: 'a change of the years ahead',
  season: 'a change of the season, the shelf or the warmth',
  replan: 'moving plantings in time',
  lock: 'keeping a patch in its place',
};

/** What a change did. */
export function doneWord(command: string): string {
  return DONE[command as Command['do']] ?? command;
}

export function undoWord(verb: string, command: string | null): string {
  return command ? `${verb} ${DONE[command as Command['do']]}` : `nothing to ${verb}`;
}
