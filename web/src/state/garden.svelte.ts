// The garden as this page knows it: facts and reckoning at a revision, and the needle's day.
import { api, Refused, type AnswerTo, type Problem } from '../api';
import type { Answer } from '../generated/Answer';
import type { Bed } from '../generated/Bed';
import type { BedReckoning } from '../generated/BedReckoning';
import type { Catalogue } from '../generated/Catalogue';
import type { Command } from '../generated/Command';
import type { Crop } from '../generated/Crop';
import type { Finding } from '../generated/Finding';
import type { GardenView } from '../generated/GardenView';
import type { Question } from '../generated/Question';
import type { Patch } from '../generated/Patch';
import type { PatchReckoning } from '../generated/PatchReckoning';

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
  private queue: Promise<unknown> = Promise.resolve();
  private looking = false;

  constructor(
    view: GardenView,
    readonly catalogue: Catalogue,
  ) {
    this.take(view);
    this.needle = view.reckoning.season.needle;
  }

  readonly site = $derived(this.view.garden.site);
  readonly units = $derived(this.site.units);
  readonly southern = $derived(this.site.latitude < 0);
  readonly half = $derived(this.units === 'imperial' ? 1524 : 1500);
  readonly season = $derived(this.view.reckoning.season);
  readonly mayChange = $derived(this.view.role !== 'guest');
  private readonly crops = $derived.by((): Partial<Record<string, Crop>> =>
    byKey(this.catalogue.crops, (crop) => crop.key),
  );
  private readonly reckoned = $derived(byKey(this.view.reckoning.patches, (one) => one.patch));

  crop(key: string): Crop | undefined {
    return this.crops[key];
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
    const crop = patch && this.crops[patch.crop];
    return patch && reckoning && crop ? { patch, reckoning, crop } : undefined;
  }

  findingsIn(bed: number): Finding[] {
    return this.view.reckoning.findings.filter((finding) => finding.bed === bed);
  }

  /**
   * Carries out a command; true when it was done. Commands wait for each other, in order; one that
   * builds on the garden as it will be then, such as a step of a held arrow key, is given as a function.
   */
  send(command: Command | (() => Command | undefined)): Promise<boolean> {
    let asked: Command | undefined;
    return this.inTurn(
      () => asked ?? null,
      () => {
        asked = typeof command === 'function' ? command() : command;
        return asked ? api.command(this.view.id, this.view.revision, asked, this.needle) : Promise.resolve(this.view);
      },
    );
  }

  undo(): Promise<boolean> {
    return this.inTurn(noCommand, () => api.undo(this.view.id, this.view.revision, this.needle));
  }

  redo(): Promise<boolean> {
    return this.inTurn(noCommand, () => api.redo(this.view.id, this.view.revision, this.needle));
  }

  /** Looks at another day; the drawing follows as fast as the server reckons. */
  async look(day: string): Promise<void> {
    this.needle = day;
    if (this.looking) return;
    this.looking = true;
    try {
      while (this.view.reckoning.season.needle !== this.needle) this.take(await api.garden(this.view.id, this.needle));
    } catch (error) {
      this.report(error, null);
    } finally {
      this.looking = false;
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
      (error: unknown) => this.report(error, null),
    );
  }

  /** Puts a problem away. */
  settle(): void {
    this.problem = null;
    this.refused = null;
  }

  private inTurn(asked: () => Command | null, work: () => Promise<GardenView>): Promise<boolean> {
    const turn = this.queue.then(async () => {
      try {
        this.take(await work());
        this.settle();
        return true;
      } catch (error) {
        this.report(error, asked());
        return false;
      }
    });
    this.queue = turn;
    return turn;
  }

  private take(view: GardenView): void {
    this.view = view;
  }

  private report(error: unknown, command: Command | null): void {
    if (!(error instanceof Refused)) throw error;
    if (error.problem.current) this.take(error.problem.current);
    this.problem = error.problem;
    this.refused = command;
  }
}

const noCommand = () => null;

function byKey<T>(list: T[], key: (one: T) => string | number): Partial<Record<string | number, T>> {
  return Object.fromEntries(list.map((one) => [key(one), one]));
}
