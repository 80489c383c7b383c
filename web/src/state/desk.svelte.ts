// What lies on the desk: which view is open, what is selected, which crop is in hand.
import type { BedWish, HarvestSeries, Rect, RowLine } from '../generated/api';
import type { ViewKey } from '../views';

/** What a sheet is printed on. */
export type Paper = 'a4' | 'letter';

/** Work on a whole bed, done in its slip; the sheet and the tags take the drawing's place. */
export type Task = 'arrange' | 'group' | 'bare' | 'sums' | 'markers' | 'sheet' | 'tags' | 'own-crops';

/** A crop in hand. */
export interface Hand {
  crop: string;
  way: string;
  /** The day it goes in; nothing for its usual one, or the needle's where the ground is taken then. */
  from: string | null;
}

/** A patch that might be: drawn dashed on the plan. */
export interface Maybe {
  rect: Rect;
  ticket: string;
  /** It would not stand on the needle's day. */
  later?: boolean;
  /** A single row at its exact place. */
  line?: RowLine;
}

export class Desk {
  view: ViewKey = $state('yard');
  /** The bed looked at, in both views. */
  bed: number | null = $state(null);
  patch: number | null = $state(null);
  /** The half squares the keyboard stands on. */
  cursor: Rect = $state({ x: 0, y: 0, w: 2, h: 2 });
  /** The crop to be put on squares next, its way, and the day it goes in where that is not its usual one. */
  hand: Hand | null = $state(null);
  helpOpen = $state(false);
  /** The work in hand on the bed, if any. */
  task: Task | null = $state(null);
  /** The crop of the household's own that is written, by its number or by the name of a new one; nothing when none is. */
  ownCrop: { id: number } | { name: string } | null = $state.raw(null);
  /** What the sheet is printed on. */
  paper: Paper = $state('letter');
  /** The sheet is for the whole year, not only for what stands on the needle's day. */
  wholeYear = $state(false);
  /** What a year's plan gives a bed, to be arranged there. */
  amounts: { bed: number; wishes: BedWish[] } | null = $state.raw(null);
  /** A series that a want asks for, to be reckoned in the Season. */
  series: HarvestSeries | null = $state.raw(null);
  /** What it would put on the squares. */
  preview: Maybe[] = $state.raw([]);

  /** What undo would take back in the view on the table, where that is not the plan's last change; `null` for the plan's. */
  ownUndo: (() => (() => void) | null) | null = $state.raw(null);

  constructor(
    readonly garden: number,
    /** The view of a word in an address. */
    private readonly viewAt: (word: string | undefined) => ViewKey,
  ) {
    this.read(location.pathname);
  }

  /** A view has an undo of its own while it is on the table; what is returned ends that. */
  undoHere(undo: () => (() => void) | null): () => void {
    this.ownUndo = undo;
    return () => {
      if (this.ownUndo === undo) this.ownUndo = null;
    };
  }

  /** Opens a view, a bed in it, and leaves it in the address. */
  open(view: ViewKey, bed: number | null = this.bed): void {
    if (bed !== this.bed) {
      this.patch = null;
      this.cursor = { x: 0, y: 0, w: 2, h: 2 };
      this.leaveTask();
    }
    this.view = view;
    this.bed = bed;
    const path = `/garden/${this.garden}/${view}${bed === null ? '' : `/${bed}`}`;
    if (path !== location.pathname) history.pushState(null, '', path);
  }

  /** Takes view and bed from an address. */
  read(path: string): void {
    const [, , garden, view, bed, patch] = path.split('/');
    if (Number(garden) !== this.garden) return;
    this.view = this.viewAt(view);
    this.bed = bed === undefined ? null : Number(bed);
    // A tag's code opens its planting.
    this.patch = patch === undefined ? null : Number(patch);
  }

  /** Takes a patch up, or puts it down. */
  select(patch: number | null): void {
    this.patch = patch;
    if (patch !== null) this.hand = null;
  }

  /** Takes a crop in hand. */
  take(crop: string, way: string, from: string | null = null): void {
    this.hand = { crop, way, from };
    this.patch = null;
    this.leaveTask();
  }

  /** Takes up work on the bed, or puts the same work down. */
  begin(task: Task): void {
    const same = this.task === task;
    this.leaveTask();
    if (same) return;
    this.task = task;
    this.hand = null;
    this.patch = null;
  }

  /** Writes down a crop that the book lacks, or one that is there. */
  writeCrop(crop: { id: number } | { name: string }): void {
    this.leaveTask();
    this.begin('own-crops');
    this.ownCrop = crop;
  }

  leaveTask(): void {
    this.task = null;
    this.ownCrop = null;
    this.preview = [];
  }

  /** Backs out one step: crop in hand, patch, work, bed. */
  back(): void {
    if (this.hand) this.hand = null;
    else if (this.patch !== null) this.patch = null;
    else if (this.task !== null) this.leaveTask();
    else if (this.view === 'yard' && this.bed !== null) this.open('yard', null);
  }
}
