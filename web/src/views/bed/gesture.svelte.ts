// What a pointer does on a bed's plan: draws a rectangle, moves a patch, stretches it.
import type { Rect } from '../../generated/api';
import { between, moved, resized, sameRect, type Grid } from './ground';

type Spot = [number, number];
type Doing = { does: 'draw'; from: Spot } | { does: 'move' | 'stretch'; patch: number; was: Rect; from: Spot };

/** What came of a gesture when the pointer was let go. */
export type Done =
  { does: 'draw'; from: Spot; rect: Rect | null } | { does: 'place'; patch: number; rect: Rect } | null;

export class Gesture {
  private doing = $state.raw<Doing | null>(null);
  /** The rectangle it would make now. */
  ghost = $state.raw<Rect | null>(null);
  /** The patch being moved or stretched. */
  readonly patch = $derived(this.doing && this.doing.does !== 'draw' ? this.doing.patch : null);

  draw(from: Spot): void {
    this.doing = { does: 'draw', from };
  }

  take(patch: number, was: Rect, from: Spot, stretch: boolean): void {
    this.doing = { does: stretch ? 'stretch' : 'move', patch, was, from };
  }

  /** Follows the pointer, in half squares. */
  drag(to: Spot, grid: Grid): void {
    const doing = this.doing;
    if (!doing) return;
    const [dx, dy] = [Math.round(to[0] - doing.from[0]), Math.round(to[1] - doing.from[1])];
    const far = Math.hypot(to[0] - doing.from[0], to[1] - doing.from[1]) > 0.4;
    let next: Rect | null = this.ghost;
    if (doing.does === 'move') next = moved(doing.was, dx, dy, grid);
    else if (doing.does === 'stretch') next = resized(doing.was, dx, dy, grid);
    else if (far) next = between(doing.from, to, grid);
    // The same rectangle again is nothing new to draw.
    if (next && (!this.ghost || !sameRect(next, this.ghost))) this.ghost = next;
  }

  /** Lets go; the ghost stays until `clear`, so that nothing jumps back while the answer is on its way. */
  finish(): Done {
    const [doing, rect] = [this.doing, this.ghost];
    this.doing = null;
    if (doing?.does === 'draw') return { does: 'draw', from: doing.from, rect };
    if (doing && rect && !sameRect(rect, doing.was)) return { does: 'place', patch: doing.patch, rect };
    return null;
  }

  clear(): void {
    this.doing = null;
    this.ghost = null;
  }
}
