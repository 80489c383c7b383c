// Where a day lies on the drawing: the same place as on the year ribbon below it.
import { dayNumber, isoOf } from '../../words/dates';

/** The ribbon's own margins, so that one needle runs through both. */
export const LEFT = 74;
export const RIGHT = 26;

export class Scale {
  readonly first: number;
  readonly days: number;
  constructor(
    firstDay: string,
    lastDay: string,
    readonly width: number,
  ) {
    this.first = dayNumber(firstDay);
    this.days = dayNumber(lastDay) - this.first + 1;
  }

  get perDay(): number {
    return Math.max(1, this.width - LEFT - RIGHT) / this.days;
  }

  /** The place of a day's beginning, kept on the drawing. */
  x(iso: string): number {
    const day = Math.min(Math.max(dayNumber(iso) - this.first, 0), this.days);
    return LEFT + day * this.perDay;
  }

  /** The end of a day. */
  end(iso: string): number {
    const day = Math.min(Math.max(dayNumber(iso) + 1 - this.first, 0), this.days);
    return LEFT + day * this.perDay;
  }

  week(n: number): number {
    return LEFT + Math.min(n * 7, this.days) * this.perDay;
  }

  isIn(iso: string): boolean {
    const day = dayNumber(iso) - this.first;
    return day >= 0 && day < this.days;
  }

  plus(iso: string, days: number): string {
    return isoOf(dayNumber(iso) + days);
  }
}
