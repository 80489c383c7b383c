// Whether a newer page than this one is ready. Until it is asked for, this one keeps all of its own files, also those of views that
// were not opened yet.

import { TAKE_OVER } from './takeOver';

export class Renewed {
  /** A newer page was fetched and waits. */
  ready = $state(false);
  private waiting: ServiceWorker | null = null;

  /** Follows what the browser fetches for this page. */
  watch(registration: ServiceWorkerRegistration): void {
    this.waits(registration.waiting);
    registration.addEventListener('updatefound', () => {
      const coming = registration.installing;
      coming?.addEventListener('statechange', () => {
        // The first one ever takes over by itself: there is nothing that it could take away.
        if (coming.state === 'installed' && registration.active) this.waits(coming);
      });
    });
  }

  /** Loads the page anew, by the newer one's files. */
  load(): void {
    if (!this.waiting) return;
    // Another tab may have let it take over: then it is there already.
    if (this.waiting.state !== 'installed') return location.reload();
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
    this.waiting.postMessage(TAKE_OVER);
  }

  private waits(worker: ServiceWorker | null): void {
    this.waiting = worker;
    this.ready = worker !== null;
  }
}

export const renewed = new Renewed();
