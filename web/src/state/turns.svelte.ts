// The years on the table: the plan looked at, what is selected in it, and the search for a better one.
import type { Entry, Piece, Pinned, Tie, TurnChange, TurnsView } from '../generated/api';
import type { GardenState } from './garden.svelte';
import { SearchState } from './search.svelte';

/** What the slip is about. */
export type About =
  | { is: 'years' }
  | { is: 'wishes' }
  | { is: 'rules' }
  | { is: 'plans' }
  | { is: 'cell'; at: Piece; year: number }
  | { is: 'year'; year: number }
  | { is: 'tie'; tie: Tie }
  | { is: 'argument'; pin: Pinned };

/** What is known of the plan looked at. */
export interface Known {
  proven: boolean;
  seconds: number;
  /** The garden's revision it is about; another one may have other best plans. */
  revision: number;
}

const NONE: Entry[] = [];

export class TurnsState {
  view: TurnsView | null = $state.raw(null);
  /** A plan that is not kept yet; nothing while the followed one is looked at. */
  draft: Entry[] | null = $state.raw(null);
  private found: Known | null = $state.raw(null);
  about: About = $state.raw({ is: 'years' });
  /** The cell the keyboard stands on. */
  cursor: { row: number; year: number } = $state({ row: 0, year: 0 });
  /** What is wrong with something that was typed. */
  trouble = $state('');
  /** The search for the best plan. */
  readonly best: SearchState<'towards' | 'years'>;
  /** The search for why a family comes back too soon, and for ways out. */
  readonly why: SearchState<'why'>;
  /** The search for what it costs to have a wish somewhere. */
  readonly argument: SearchState<'argue'>;
  /** Another plan beside this one. */
  beside: { name: string; view: TurnsView } | null = $state.raw(null);
  /** The plan whose years came with a search, so that they need not be asked for. */
  private drawn: { entries: Entry[]; revision: number } | null = null;

  constructor(readonly garden: GardenState) {
    this.best = new SearchState(garden);
    this.why = new SearchState(garden);
    this.argument = new SearchState(garden);
  }

  readonly turns = $derived.by(() => this.garden.view.garden.turns);
  readonly followed = $derived.by(() => this.turns.plans.find((plan) => plan.followed) ?? null);
  readonly entries = $derived.by(() => this.draft ?? this.followed?.entries ?? NONE);
  readonly searching = $derived.by(() => this.best.going);
  readonly argued = $derived.by(() => this.argument.found?.is ?? null);
  readonly reasons = $derived.by(() => this.why.found?.is ?? null);
  readonly known = $derived.by(() => (this.found?.revision === this.garden.view.revision ? this.found : null));

  /** Draws the years again, after a change of the garden or of the plan looked at. */
  draw(): void {
    const [entries, revision] = [this.entries, this.garden.view.revision];
    if (this.drawn?.entries === entries && this.drawn.revision === revision) return;
    this.garden.asks({ ask: 'turns', entries }, (view) => {
      if (entries === this.entries) this.show(view);
    });
  }

  private show(view: TurnsView): void {
    this.view = view;
    if (this.cursor.year === 0) this.cursor.year = view.first;
    if (this.about.is === 'tie') this.choose(this.follow(view, this.about.tie));
  }

  /** A clash may have another number in the new drawing, or be gone. */
  private follow(view: TurnsView, tie: Tie): About {
    const same = view.ties.find(
      (one) =>
        one.sort === tie.sort &&
        one.at.bed === tie.at.bed &&
        one.at.piece === tie.at.piece &&
        one.earlier === tie.earlier &&
        one.later === tie.later,
    );
    return same ? { is: 'tie', tie: same } : { is: 'years' };
  }

  choose(about: About): void {
    const again = about.is === 'tie' && this.about.is === 'tie' && about.tie.number === this.about.tie.number;
    this.about = about;
    this.trouble = '';
    if (about.is !== 'argument') this.argument.clear();
    if (about.is === 'tie' && !about.tie.planted) this.explain(about.tie, again);
    else this.why.clear();
  }

  back(): void {
    if (this.searching) this.stop();
    else if (this.about.is !== 'years') this.choose({ is: 'years' });
  }

  private explain(tie: Tie, keep: boolean): void {
    const { sort, at, earlier, later } = tie;
    const search = { search: 'why', tie: { sort, at, earlier, later }, entries: this.entries } as const;
    // The same clash drawn anew keeps its reasons until the new ones are there.
    if (keep) this.why.renew(search);
    else this.why.start(search);
  }

  /** Looks for the best plan; the best so far is drawn while it looks. */
  propose(): void {
    const [now, begun] = [this.entries, performance.now()];
    this.found = null;
    this.best.start({ search: 'years', now }, (found) => {
      const seconds = (performance.now() - begun) / 1000;
      if (found.found === 'years') {
        const { entries, proven } = found.is.proposal;
        this.lay(entries, found.is.view);
        this.learn(proven, seconds);
        return;
      }
      const { entries } = found.is.towards;
      if (entries && found.is.view) this.lay(entries, found.is.view);
      this.learn(false, seconds);
    });
  }

  /** Lays a plan on the table, with the years as it makes them. */
  private lay(entries: Entry[], view: TurnsView): void {
    this.draft = entries;
    this.drawn = { entries, revision: this.garden.view.revision };
    this.show(view);
  }

  /** Ends the search; what it found so far stays on the table. */
  stop(): void {
    this.best.stop();
  }

  change(...changes: TurnChange[]): Promise<boolean> {
    return this.garden.send({ do: 'turn', changes });
  }

  async keep(name: string): Promise<void> {
    const known = this.known;
    if (!(await this.change({ turn: 'keep-plan', name, entries: [...this.entries] }))) return;
    this.draft = null;
    if (known) this.learn(known.proven, known.seconds);
  }

  /** What is known of the plan on the table, as long as the garden stays as it is now. */
  private learn(proven: boolean, seconds = 0): void {
    this.found = { proven, seconds, revision: this.garden.view.revision };
  }

  /** Asks what it costs to have a wish there. */
  argue(pin: Pinned): void {
    this.choose({ is: 'argument', pin });
    this.argument.start({ search: 'argue', pin, entries: this.entries });
  }

  /** Takes an argued plan, with the wish fixed where it was put. */
  async give(pin: Pinned, entries: Entry[], proven: boolean): Promise<void> {
    const name = this.followed?.name ?? 'First plan';
    if (await this.change({ turn: 'pin', pin, fixed: true }, { turn: 'keep-plan', name, entries })) {
      this.draft = null;
      this.learn(proven);
      this.choose({ is: 'years' });
    }
  }

  /** Carries a way out through: its changes and the plan it makes possible, as one. */
  async remedy(changes: TurnChange[], entries: Entry[], proven: boolean): Promise<void> {
    const name = this.followed?.name ?? 'First plan';
    if (await this.change(...changes, { turn: 'keep-plan', name, entries })) {
      this.draft = null;
      this.learn(proven);
      this.choose({ is: 'years' });
    }
  }

  /** Lays another kept plan beside this one, or takes it away. */
  compare(id: number | null): void {
    const plan = this.turns.plans.find((one) => one.id === id);
    if (!plan) this.beside = null;
    else {
      this.garden.asks({ ask: 'turns', entries: plan.entries }, (view) => (this.beside = { name: plan.name, view }));
    }
  }
}
