// One way of dragging for the whole page: the main button takes hold, the pointer is followed wherever it goes, and
// letting go, being cancelled by the system or losing the element each end it once.
import type { Attachment } from 'svelte/attachments';

/** How a thing under the pointer is dragged; what is held is the dragger's own. */
export interface Dragging<Held> {
  /** Takes what is under the pointer, or nothing. */
  take: (event: PointerEvent) => Held | null;
  /** Follows the pointer, so many pixels from where it took hold. */
  carry: (held: Held, dx: number, dy: number, event: PointerEvent) => void;
  /** Lets go; `moved` is false when the hand only twitched. */
  drop: (held: Held, moved: boolean) => void;
  /** Gives up. */
  cancel: (held: Held) => void;
}

/** How far a hand twitches [px]. */
const TWITCH = 3;

export function drags<Held>(dragging: Dragging<Held>): Attachment<Element> {
  return (element) => {
    let hand: { held: Held; pointer: number; x: number; y: number; moved: boolean } | null = null;
    let swallow = false;
    const end = (event: PointerEvent) => {
      const ended = hand?.pointer === event.pointerId ? hand : null;
      if (ended) hand = null;
      return ended;
    };
    const on = {
      pointerdown: (event: PointerEvent) => {
        swallow = false;
        if (event.button !== 0 || hand) return;
        const held = dragging.take(event);
        if (held === null) return;
        hand = { held, pointer: event.pointerId, x: event.clientX, y: event.clientY, moved: false };
        element.setPointerCapture(event.pointerId);
      },
      pointermove: (event: PointerEvent) => {
        if (hand?.pointer !== event.pointerId) return;
        const [dx, dy] = [event.clientX - hand.x, event.clientY - hand.y];
        hand.moved ||= Math.hypot(dx, dy) > TWITCH;
        dragging.carry(hand.held, dx, dy, event);
      },
      pointerup: (event: PointerEvent) => {
        const ended = end(event);
        if (!ended) return;
        swallow = ended.moved;
        dragging.drop(ended.held, ended.moved);
      },
      // Letting go of what was dragged is no click on it.
      click: (event: Event) => {
        if (swallow) event.stopImmediatePropagation();
        swallow = false;
      },
      pointercancel: (event: PointerEvent) => {
        const ended = end(event);
        if (ended) dragging.cancel(ended.held);
      },
    };
    const all = Object.entries(on) as [string, EventListener][];
    for (const [name, listener] of all) element.addEventListener(name, listener, { capture: name === 'click' });
    return () => {
      for (const [name, listener] of all) element.removeEventListener(name, listener, { capture: name === 'click' });
      if (hand) dragging.cancel(hand.held);
    };
  };
}
