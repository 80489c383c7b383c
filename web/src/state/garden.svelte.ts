// The garden as this page knows it: facts and reckoning at a revision, and the needle's day.
import { api, Refused, type AnswerTo, type Problem, type Request } from '../api';
import type {
  Answer,
  Bed,
  BedReckoning,
  Cell,
  Catalogue,
  Command,
  Crop,
  Finding,
  GardenView,
  NumbersMade,
  Outcome,
  Patch,
  PatchReckoning,
  Planted,
  Question,
  SeasonView,
  Stood,
} from '../generated/api';
import { isLost, untilAnswered } from './again';
import { after, glanced } from './changed';
import { Entries, type Draft } from './entries';
import type { Kept } from './kept.svelte';
import { rememberNeedle } from './lately';
import { Outbox } from './outbox.svelte';
import { withOwn } from './ownBook';

/** A patch of the shown year with all that belongs to it. */
export interface Shown {
  patch: Patch;
  reckoning: PatchReckoning;
  crop: Crop;
}

export class GardenState {
  view: GardenView = $state.raw() as GardenView;
  /** The last thing that was refused, until the next thing is done. */
  problem: Problem | null = $state.raw(null);
  /** What was asked for when it was refused, so that a way out can ask again. */
  refused: Command | null = $state.raw(null);
  /** The day looked at; it runs ahead of the reckoning while the needle is dragged. */
  needle = $state('');
  /** The numbers of what the last change made. */
  made: Partial<NumbersMade> = $state.raw({});
  /** A change that was sent and not answered: nobody knows yet whether it was made. */
  unanswered: OnItsWay | null = $state.raw(null);
  /** The latest question of each kind that was not answered, to be asked again. */
  unheard: Partial<Record<Question['ask'], () => void>> = $state.raw({});
  /** The season of the needle's year at a revision, where it came with the answer to a change. */
  seasonDrawn: { revision: number; on: string; view: SeasonView } | null = null;
  /** The season is on the table, so that it is wanted with every answer. */
  wantsSeason = false;
  /** Entries of its journal on their way. */
  readonly outbox: Outbox;
  /** What makes entries of its journal. */
  readonly entries = new Entries();
  /** Something was written down since the garden was read, so that what follows may be otherwise. */
  outdated = $state(false);
  private queue: Promise<unknown> = Promise.resolve();
  private looking = false;

  constructor(
    view: GardenView,
    readonly book: Catalogue,
    readonly kept: Kept,
  ) {
    this.take(view);
    this.outbox = new Outbox(view.id, kept, () => void this.reread());
    this.needle = view.reckoning.season.needle;
  }

  /** What the book knows, with the household's varieties. */
  readonly catalogue = $derived.by(() => withOwn(this.book, this.view.own));
  readonly site = $derived(this.view.garden.site);
  readonly units = $derived(this.site.units);
  readonly southern = $derived(this.site.latitude < 0);
  readonly half = $derived((this.site.grid ?? this.units) === 'imperial' ? 1524 : 1500);
  readonly season = $derived(this.view.reckoning.season);
  readonly mayChange = $derived(this.view.role !== 'guest');
  private readonly crops = $derived.by((): Partial<Record<string, Crop>> =>
    byKey(this.catalogue.crops, (crop) => crop.key),
  );
  private readonly reckoned = $derived(byKey(this.view.reckoning.patches, (one) => one.patch));

  crop(key: string): Crop | undefined {
    return this.crops[key];
  }

  /** What a lot of seed or a want is of: 'carrot', 'carrot ‘Long Amber’', and of what is grown from either 'onion sets'. */
  lotName(lot: { crop: string; variety: number | null; planted?: boolean }): string {
    const crop = this.crop(lot.crop);
    const name = crop?.name ?? lot.crop;
    const variety = this.view.garden.varieties.find((one) => one.id === lot.variety);
    const sets = lot.planted === true && crop?.seed && crop.planted_as ? ` ${crop.planted_as[1]}` : '';
    return `${variety ? `${name} ‘${variety.name}’` : name}${sets}`;
  }

  /** What a wish for the years ahead is for: 'carrot ‘Long Amber’'; nothing where it is gone. */
  wishName(id: number): string {
    const wish = this.view.garden.turns.wishes.find((one) => one.id === id)?.wish;
    return wish ? this.lotName(wish) : '';
  }

  /** What stood or stands, by the name of its crop or its family. */
  stoodName({ what, key }: Stood): string {
    return what === 'crop' ? (this.crop(key)?.name ?? key) : this.familyName(key);
  }

  /** What is in a piece of ground in a year: as it is wished for or planted, with its variety, or as it is remembered. */
  cellName({ wish, patch, stood }: Cell): string {
    const planted = this.view.garden.patches.find((one) => one.id === patch)?.planted;
    return (wish !== null && this.wishName(wish)) || this.named(planted) || this.stoodName(stood);
  }

  /** The household's variety that a way of growing a crop is; `null` where the way is the book's. */
  varietyOf(crop: string, way: string | null): number | null {
    return this.crop(crop)?.ways.find((one) => one.key === way)?.variety?.id ?? null;
  }

  /** What is planted, by the name of its crop and of the household's variety: 'carrot ‘Long Amber’'. */
  named(planted: Pick<Planted, 'crop' | 'way'> | undefined): string {
    const crop = planted && this.crop(planted.crop);
    const own = crop?.ways.find((way) => way.key === planted?.way && way.variety);
    return own ? `${crop?.name ?? ''} ‘${own.name}’` : (crop?.name ?? '');
  }

  hatch(family: string): string {
    return this.catalogue.families.find((one) => one.key === family)?.hatch ?? 'pips';
  }

  familyName(key: string): string {
    return this.catalogue.families.find((one) => one.key === key)?.name ?? key;
  }

  bed(id: number): Bed | undefined {
    return this.view.garden.beds.find((bed) => bed.id === id);
  }

  reckonedBed(id: number): BedReckoning | undefined {
    return this.view.reckoning.beds.find((one) => one.bed === id);
  }

  /** The patches of the shown year in a bed. */
  patchesIn(bed: number): Shown[] {
    return this.view.garden.patches
      .filter((patch) => patch.bed === bed)
      .map((patch) => this.shown(patch.id))
      .filter((one) => one !== undefined);
  }

  shown(id: number): Shown | undefined {
    const patch = this.view.garden.patches.find((one) => one.id === id);
    const reckoning = this.reckoned[id];
    const crop = patch && this.crops[patch.planted.crop];
    return patch && reckoning && crop ? { patch, reckoning, crop } : undefined;
  }

  findingsIn(bed: number): Finding[] {
    return this.view.reckoning.findings.filter((finding) => finding.bed === bed);
  }

  /**
   * Carries out a command; true when it was done, told once that is known: of one that was not answered, when it was sent
   * again. Commands wait for each other, in order; one that builds on the garden as it will be then, such as a step of a held
   * arrow key, is given as a function.
   */
  send(command: Command | (() => Command | undefined)): Promise<boolean> {
    return this.inTurn(() => {
      const asked = typeof command === 'function' ? command() : command;
      return asked ? { do: 'command', command: asked } : null;
    });
  }

  /** Takes one's own last change back, or the one of a number. */
  undo(number?: number): Promise<boolean> {
    return this.inTurn(() => ({ do: 'undo', number }));
  }

  redo(number?: number): Promise<boolean> {
    return this.inTurn(() => ({ do: 'redo', number }));
  }

  /** Sends what was not answered once more; the server makes it once, however often it is sent. */
  again(): Promise<boolean> {
    return this.inTurn(() => null);
  }

  /** Looks at another day; the drawing follows as fast as the server reckons. */
  async look(day: string): Promise<void> {
    this.needle = day;
    rememberNeedle(this.view.id, day);
    if (this.looking) return;
    this.looking = true;
    try {
      for (let was = this.season.needle; was !== this.needle; was = this.season.needle) {
        const { revision } = this.view;
        const told = await api.look(this.view, this.needle, was);
        if (told.came === 'whole') this.take(told);
        // A change may have come between: then the glance is of a garden that is no more, and another is asked for.
        else if (this.view.revision === revision && this.season.needle === was) this.take(glanced(this.view, told));
      }
    } catch (error) {
      this.report(error, null);
    } finally {
      this.looking = false;
    }
  }

  /** The line is back: sends what waits, and looks how things stand. */
  async lineIsBack(): Promise<void> {
    await this.outbox.send([]).catch(() => false);
    await this.reread();
  }

  /** Writes something down and reads the garden anew. */
  async writeDown(draft: Draft): Promise<void> {
    try {
      await this.outbox.send([this.entries.of(draft, this.view.today, this.view.today)]);
      await this.reread();
    } catch (error) {
      this.report(error, null);
    }
  }

  /** Reads the garden anew, as after a time in which it could not be reached. */
  async reread(): Promise<void> {
    const { id } = this.view;
    this.outdated = false;
    this.seasonDrawn = null;
    try {
      this.take(await this.kept.lately(`garden/${id}`, () => api.garden(id, this.needle)));
    } catch (error) {
      this.report(error, null);
    }
  }

  /**
   * Asks a question and hands the answer on, unless the garden has changed meanwhile; in an effect it is
   * asked again then. What is refused is told like any refusal.
   */
  asks<A extends Answer['to']>(question: Question & { ask: A }, take: (answer: AnswerTo<A>) => void): void {
    const asked = this.view.revision;
    api.ask<A>(this.view.id, question).then(
      (answer) => {
        if (asked === this.view.revision) take(answer);
      },
      (error: unknown) => {
        if (isLost(error)) this.unheard = { ...this.unheard, [question.ask]: () => this.asks(question, take) };
        // A change that nobody knows the fate of is told before a question.
        if (!isLost(error) || !this.unanswered) this.report(error, null);
      },
    );
  }

  /** Asks again for what was not answered. */
  askAgain(): void {
    const again = Object.values(this.unheard);
    this.settle();
    for (const ask of again) ask?.();
  }

  /** How many problems were put away; fields begin anew with each, so that they show what holds. */
  settled = $state(0);

  /** Puts a problem away, and what was typed for it. */
  putAway(): void {
    this.settled += 1;
    this.settle();
  }

  /** Nothing is wrong any longer. */
  settle(): void {
    this.problem = null;
    this.refused = null;
    this.unheard = {};
  }

  private inTurn(work: () => Request['does'] | null): Promise<boolean> {
    return new Promise((tell, fail) => {
      const turn = this.queue.then(async () => {
        const before = this.unanswered;
        const made = before === null || (await this.carry(before));
        if (made === null) return tell(false);
        const does = work();
        if (!does) return tell(true);
        // Whoever asks once more for what was not answered means it once.
        if (before && JSON.stringify(does) === JSON.stringify(before.request.does)) return tell(made);
        const { id: garden, revision } = this.view;
        const on = this.view.reckoning.season.needle;
        const request = { garden, revision, key: newKey(), on, season: this.wantsSeason, does };
        await this.carry({ request, tell });
      });
      // Whatever goes wrong in one turn, the next one comes.
      this.queue = turn.catch(fail);
    });
  }

  /**
   * Sends a change until it is answered, a few times at most, takes what it changed, and tells whoever waits for it; whether it
   * was made, or nothing when that is not known.
   */
  private async carry(change: OnItsWay): Promise<boolean | null> {
    const { request, tell } = change;
    try {
      await untilAnswered(WAITS, async () => this.came(request, await api.change(request)));
      this.unanswered = null;
      this.settle();
      tell(true);
      return true;
    } catch (error) {
      const lost = isLost(error);
      this.unanswered = lost ? change : null;
      this.report(lost ? unknownFate() : error, request.does.do === 'command' ? request.does.command : null);
      if (lost) return null;
      tell(false);
      return false;
    }
  }

  private async came(request: Request, outcome: Outcome): Promise<void> {
    if (outcome.came === 'whole') {
      this.made = {};
      this.take(outcome);
      return;
    }
    const { revision, season, made } = outcome;
    if (season) this.seasonDrawn = { revision, on: request.on, view: season };
    this.made = made;
    // So may something have been written down.
    const { revision: was, journal, reckoning } = this.view;
    const sameBase = was === request.revision && journal === outcome.journal && reckoning.season.needle === request.on;
    // Another day may have been looked at while the answer was on its way: then what changed is told of another day.
    this.take(sameBase ? after(this.view, outcome) : await api.garden(request.garden, this.needle));
    if (this.view.reckoning.season.needle !== this.needle) void this.look(this.needle);
  }

  private take(view: GardenView): void {
    // An answer that was long on its way must not put the garden back.
    if (this.view && view.revision < this.view.revision) return;
    this.view = view;
  }

  report(error: unknown, command: Command | null): void {
    if (!(error instanceof Refused)) throw error;
    // A change that was not made elsewhere is told with the garden as it is.
    if (error.problem.current) this.take(error.problem.current);
    this.problem = error.problem;
    this.refused = command;
  }
}

/** A change, and who is to be told whether it was made. */
interface OnItsWay {
  request: Request;
  tell: (made: boolean) => void;
}

/** How long to wait before a change is sent again that was not answered (ms). */
const WAITS = [200, 1000];

function unknownFate(): Refused {
  const detail =
    'No answer came, so it is not known yet whether that was done. It is sent again with your next change, or now, and is done once however often it is sent.';
  return new Refused({ status: 0, title: 'No answer', detail });
}

/** A key for a request: random, and the same for as long as it is sent. */
function newKey(): string {
  // `randomUUID` is only there over TLS or on this machine; random bytes are there everywhere.
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

function byKey<T>(list: T[], key: (one: T) => string | number): Partial<Record<string | number, T>> {
  return Object.fromEntries(list.map((one) => [key(one), one]));
}
