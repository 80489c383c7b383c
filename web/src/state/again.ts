// What is asked for more than once when no answer comes, and what that says of it.
import { Refused } from '../api';

/** Whether no answer came at all. */
export function isLost(error: unknown): boolean {
  return error instanceof Refused && error.problem.status === 0;
}

/** Whether the server had no time for it, and changed nothing. */
function isBusy(error: unknown): boolean {
  return error instanceof Refused && error.problem.again === true;
}

/** Asks again after each of some pauses (ms) while no answer comes or the server is busy; the last answer is what it is. */
export async function untilAnswered<T>(waits: number[], ask: () => Promise<T>): Promise<T> {
  for (const wait of waits) {
    try {
      return await ask();
    } catch (error) {
      if (!isLost(error) && !isBusy(error)) throw error;
      await new Promise((resolve) => setTimeout(resolve, wait));
    }
  }
  return ask();
}
