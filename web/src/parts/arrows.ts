// The arrow keys as steps.

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** One step to the right and down, by an arrow key; nothing for any other. */
export function arrows(event: KeyboardEvent): [number, number] | undefined {
  return STEPS[event.key];
}
