import { onDestroy } from 'svelte';

/**
 * Tells that a form is done, as long as it is shown. What is sent is answered later: by then another slip may be open in its place,
 * which is not to be closed.
 */
export function whileShown<Told extends unknown[]>(done: (...told: Told) => void): (...told: Told) => void {
  let shown = true;
  onDestroy(() => (shown = false));
  return (...told) => {
    if (shown) done(...told);
  };
}
