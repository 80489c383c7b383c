// What fits a sheet of paper: a view as large as it lies on the screen, made smaller where the paper is, upright where it is tall.

interface Size {
  width: number;
  height: number;
}

/** What A4 and letter paper have within 8 mm between the garden's name and the year's ribbon, the less of the two [CSS px]. */
const LYING: Size = { width: 994, height: 600 };
const UPRIGHT: Size = { width: 733, height: 880 };
/** Smaller than this nothing can be read; what does not fit then goes on to the next sheet. */
const LEAST = 0.35;

/** Whether a view is better printed upright, and how much smaller than on the screen. */
export function printed({ width, height }: Size): { upright: boolean; scale: number } {
  const on = (paper: Size) => Math.min(1, paper.width / width, Math.max(LEAST, paper.height / height));
  const upright = on(UPRIGHT) > on(LYING);
  return { upright, scale: on(upright ? UPRIGHT : LYING) };
}

/** Takes the measure of the view just before it is printed. */
export function measure(): void {
  const main = document.querySelector('main.plan');
  if (!main) return;
  const { upright, scale } = printed({ width: main.scrollWidth, height: main.scrollHeight });
  const root = document.documentElement;
  root.classList.toggle('upright', upright);
  root.style.setProperty('--printed', `${scale}`);
  root.style.setProperty('--as-wide', `${main.scrollWidth}px`);
}
