// Something asked of the server from a form: its trouble, told in the gardener's words.
import { Refused } from '../api';
import { upper } from '../words/text';

export class Tried {
  trouble = $state('');
  busy = $state(false);

  /** Tries some work; whether it was done. */
  async try(work: () => Promise<unknown>): Promise<boolean> {
    this.busy = true;
    try {
      await work();
      this.trouble = '';
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.trouble = upper(error.problem.detail);
      return false;
    } finally {
      this.busy = false;
    }
  }
}
