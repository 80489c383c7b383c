// Where one planting lies on the drawing, and what it is called there: for its bar, its time on the shelf, its label.
import type { Bar, Course, Crop, Patch, ToSettle } from '../../generated/api';
import type { GardenState } from '../../state/garden.svelte';
import type { SeasonState } from '../../state/season.svelte';
import { upper } from '../../words/text';
import type { Scale } from './scale';

export class Lying {
  constructor(
    private readonly garden: GardenState,
    private readonly season: SeasonState,
    private readonly scale: Scale,
    readonly bar: Bar,
  ) {}

  get patch(): Patch | undefined {
    return this.garden.view.garden.patches.find((one) => one.id === this.bar.patch);
  }
  get course(): Course | undefined {
    return this.season.course(this.bar.patch);
  }
  get crop(): Crop | undefined {
    return this.garden.crop(this.patch?.planted.crop ?? '');
  }
  /** Its days while it, or what it follows, is in hand. */
  get held(): [string, string] | null {
    const { hand } = this.season;
    if (!hand) return null;
    return hand.patch === this.bar.patch ? [hand.from, hand.until] : (hand.moved[this.bar.patch] ?? null);
  }
  get from(): string {
    return this.held?.[0] ?? this.course?.plant ?? this.patch?.from ?? '';
  }
  get until(): string {
    return this.held?.[1] ?? this.course?.until ?? this.patch?.until ?? '';
  }
  /** The plan's own days, where it was lived otherwise and is not in hand. */
  get planned(): [string, string] | null {
    return this.held ? null : (this.course?.planned ?? null);
  }
  /** Its left and its right end [px]. */
  get left(): number {
    return this.scale.x(this.from);
  }
  get right(): number {
    return this.scale.end(this.until);
  }
  /** Whether it is sown on the shelf within so many pixels from a day on, where its dot wants to be seen. */
  sownIn(day: string, pixels: number): boolean {
    const sow = this.course?.means === 'shelf' ? this.course.sow : null;
    const from = this.scale.x(day);
    return sow !== null && this.scale.isIn(sow) && this.scale.x(sow) >= from && this.scale.x(sow) < from + pixels;
  }
  get marks(): ToSettle[] {
    return this.season.marks(this.bar.patch);
  }
  /** Its name where there is room for it, else its ticket. */
  get label(): string {
    const name = upper(this.crop?.name ?? '');
    return this.right - this.left > name.length * 6.6 + 14 ? name : (this.crop?.ticket ?? '');
  }
}
