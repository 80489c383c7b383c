// One search: what it has found by now, whether it still goes on, and why it ended if it was not by itself.
import { api, CUT_OFF, Refused } from '../api';
import type { Found, Search } from '../generated/api';
import type { GardenState } from './garden.svelte';

/** What a search of some kinds finds. */
export type FoundAs<K extends Found['found']> = Found & { found: K };

const CHANGED = 'The garden has changed since this was asked.';
const TIME_UP = 'Half a minute was not enough to look at everything: there may be more.';

export class SearchState<K extends Found['found']> {
  /** The latest that was found; it stays when the search is stopped. */
  found: FoundAs<K> | null = $state.raw(null);
  going = $state(false);
  /** Searches that have their turn before this one. */
  before = $state(0);
  trouble = $state('');
  private stopping: AbortController | null = null;
  private last: { search: Search; take?: (found: FoundAs<K>) => void } | null = null;

  constructor(private readonly garden: GardenState) {}

  /**
   * Begins anew; whatever went on before is stopped. What is found when the garden has changed is about another garden:
   * the search ends there and says so, and in an effect it is begun again.
   */
  start(search: Search, take?: (found: FoundAs<K>) => void): void {
    this.found = null;
    this.renew(search, take);
  }

  /** Begins anew, and keeps what was found before until something is found. */
  renew(search: Search, take?: (found: FoundAs<K>) => void): void {
    const revision = this.garden.view.revision;
    this.stop();
    this.trouble = '';
    this.last = { search, take };
    const stopping = (this.stopping = new AbortController());
    const mine = () => this.stopping === stopping;
    this.going = true;
    let ended = false;
    const run = api.search(this.garden.view.id, search, stopping.signal, (told) => {
      if (!mine()) return;
      if (revision !== this.garden.view.revision) {
        this.stop();
        this.trouble = CHANGED;
        return;
      }
      ended = told.event === 'done' || told.event === 'stopped' || told.event === 'refused';
      if (told.event === 'stopped') this.trouble = TIME_UP;
      if (told.event === 'waiting') this.before = told.data.before;
      else if (told.event === 'refused') this.trouble = told.data.said;
      else {
        this.before = 0;
        this.found = told.data as FoundAs<K>;
        take?.(this.found);
      }
    });
    run
      .then(() => {
        if (mine() && !ended) this.trouble = CUT_OFF;
      })
      .catch((error: unknown) => {
        if (!(error instanceof Refused)) throw error;
        if (mine()) this.trouble = error.problem.detail;
      })
      .finally(() => {
        if (this.stopping === stopping) this.ended();
      });
  }

  /** Searches for the same once more. */
  again(): void {
    if (this.last) this.start(this.last.search, this.last.take);
  }

  /** Ends the search; what it found stays. */
  stop(): void {
    this.stopping?.abort();
    this.ended();
  }

  /** Ends the search and forgets what it found. */
  clear(): void {
    this.stop();
    this.found = null;
    this.trouble = '';
  }

  private ended(): void {
    this.stopping = null;
    this.going = false;
    this.before = 0;
  }
}
