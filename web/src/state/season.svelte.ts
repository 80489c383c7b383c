// The season on the table: the year's bars, what is selected, and a bar in hand.
import { api, Refused } from '../api';
import type {
  Course,
  Free,
  HandOff,
  HarvestSeries,
  Moved,
  PatchChange,
  SeasonChange,
  SeasonView,
  ToSettle,
} from '../generated/api';
import type { GardenState } from './garden.svelte';

/** What the slip is about. */
export type About =
  | { is: 'year' }
  | { is: 'climate' }
  | { is: 'shelf' }
  | { is: 'again'; asked?: HarvestSeries }
  | { is: 'calendar' }
  | { is: 'starts' }
  | { is: 'patch'; patch: number }
  | { is: 'hand-off'; first: number; then: number }
  | { is: 'free'; bed: number; free: Free };

/** A bar being dragged: its days as they would be, those of what moves along, and whether the rules would refuse it. */
export interface InHand {
  patch: number;
  from: string;
  until: string;
  moved: Partial<Record<number, [string, string]>>;
  refused: boolean;
}

export class SeasonState {
  view: SeasonView | null = $state.raw(null);
  about: About = $state.raw({ is: 'year' });
  hand: InHand | null = $state.raw(null);
  /** The bar moved by keys, which keeps the focus when it is drawn in another lane. */
  moved: number | null = null;
  private rehearsing = false;

  constructor(readonly garden: GardenState) {}

  private readonly courses = $derived.by((): Partial<Record<number, Course>> =>
    Object.fromEntries((this.view?.courses ?? []).map((course) => [course.patch, course])),
  );

  /** Draws the season again, after a change of the garden or of the needle. */
  draw(): void {
    const on = this.garden.needle;
    const { revision } = this.garden.view;
    // It came with the answer to the change; nothing more need be asked.
    const drawn = this.garden.seasonDrawn;
    if (drawn?.revision === revision && drawn.on === on) {
      this.view = drawn.view;
      return;
    }
    this.garden.asks({ ask: 'season', on }, (view) => {
      if (on === this.garden.needle) this.view = view;
    });
  }

  course(patch: number): Course | undefined {
    return this.courses[patch];
  }

  /** The numbers on the drawing that belong to a patch. */
  marks(patch: number): ToSettle[] {
    return (this.view?.to_settle ?? []).filter(
      ({ what }) =>
        (what.about === 'patch' && what.patch === patch) || (what.about === 'hand-off' && what.then === patch),
    );
  }

  /** What follows a patch, and what it follows. */
  handOffs(patch: number): HandOff[] {
    return (this.view?.hand_offs ?? []).filter((one) => one.first === patch || one.then === patch);
  }

  choose(about: About): void {
    this.about = about;
  }

  /** Opens what a number on the drawing stands for. */
  open(one: ToSettle): void {
    if (one.what.about === 'patch') this.choose({ is: 'patch', patch: one.what.patch });
    else if (one.what.about === 'hand-off') this.choose({ is: 'hand-off', first: one.what.first, then: one.what.then });
    else this.choose({ is: 'shelf' });
  }

  back(): void {
    if (this.hand) this.hand = null;
    else this.choose({ is: 'year' });
  }

  change(...changes: SeasonChange[]): Promise<boolean> {
    return this.garden.send({ do: 'season', changes });
  }

  replan(changes: PatchChange[], follow: boolean): Promise<boolean> {
    return this.garden.send({ do: 'replan', changes, follow });
  }

  /** Holds a bar over other days and shows what would move along; only the last place asked for counts. */
  async hold(patch: number, from: string, until: string): Promise<void> {
    const before = this.hand?.patch === patch ? this.hand : { moved: {}, refused: false };
    this.hand = { patch, from, until, moved: before.moved, refused: before.refused };
    if (this.rehearsing) return;
    this.rehearsing = true;
    try {
      for (;;) {
        const asked: InHand = this.hand;
        const changes = shifted(asked.patch, asked.from, asked.until);
        let moves: Moved[] | null = null;
        let cutOff = false;
        try {
          moves = await api.ask(this.garden.view.id, { ask: 'moves', changes });
        } catch (error) {
          if (!(error instanceof Refused)) throw error;
          // No answer is no refusal: what was shown before stays.
          cutOff = error.problem.status === 0;
        }
        const now: InHand | null = this.hand;
        if (!now) return;
        if (cutOff) return;
        const along = (moves ?? []).filter((one) => one.patch !== asked.patch);
        const moved = Object.fromEntries(
          along.map((one): [number, [string, string]] => [one.patch, [one.from, one.until]]),
        );
        this.hand = { ...now, moved, refused: moves === null };
        if (now.from === asked.from && now.until === asked.until) return;
      }
    } finally {
      this.rehearsing = false;
    }
  }

  /** Lets the bar in hand go where it is. */
  async drop(): Promise<void> {
    const held = this.hand;
    if (!held) return;
    await this.replan(shifted(held.patch, held.from, held.until), true);
    this.hand = null;
  }
}

function shifted(patch: number, from: string, until: string): PatchChange[] {
  return [{ change: 'days', patch, from, until }];
}
