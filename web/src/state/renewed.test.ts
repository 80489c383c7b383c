// A newer page waits until it is asked for, and takes nothing away before.
import { afterEach, expect, it, vi } from 'vitest';
import { Renewed } from './renewed.svelte';
import { TAKE_OVER } from './takeOver';

/** A worker of the browser's in some state. */
class Worker extends EventTarget {
  told: unknown[] = [];
  constructor(public state: string) {
    super();
  }
  postMessage(what: unknown): void {
    this.told.push(what);
  }
  comesTo(state: string): void {
    this.state = state;
    this.dispatchEvent(new Event('statechange'));
  }
}

class Registration extends EventTarget {
  installing: Worker | null = null;
  waiting: Worker | null = null;
  active: Worker | null = null;
  finds(worker: Worker): void {
    this.installing = worker;
    this.dispatchEvent(new Event('updatefound'));
  }
}

function watched(registration: Registration): Renewed {
  const renewed = new Renewed();
  renewed.watch(registration as unknown as ServiceWorkerRegistration);
  return renewed;
}

afterEach(() => vi.unstubAllGlobals());

it('the first page ever is no newer one', () => {
  const registration = new Registration();
  const renewed = watched(registration);
  const first = new Worker('installing');
  registration.finds(first);
  first.comesTo('installed');
  expect(renewed.ready).toBe(false);
});

it('a newer one is told of once it is there, and takes over when it is asked for', () => {
  const registration = new Registration();
  registration.active = new Worker('activated');
  const renewed = watched(registration);
  const newer = new Worker('installing');
  registration.finds(newer);
  expect(renewed.ready).toBe(false);
  newer.comesTo('installed');
  expect(renewed.ready).toBe(true);
  expect(newer.told).toEqual([]);
  const container = new EventTarget();
  const reload = vi.fn();
  vi.stubGlobal('navigator', { serviceWorker: container });
  vi.stubGlobal('location', { reload });
  renewed.load();
  expect(newer.told).toEqual([TAKE_OVER]);
  expect(reload).not.toHaveBeenCalled();
  container.dispatchEvent(new Event('controllerchange'));
  expect(reload).toHaveBeenCalledOnce();
});

it('one that another tab let take over is there at once', () => {
  const registration = new Registration();
  registration.active = new Worker('activated');
  const newer = (registration.waiting = new Worker('installed'));
  const renewed = watched(registration);
  newer.comesTo('activated');
  const reload = vi.fn();
  vi.stubGlobal('location', { reload });
  renewed.load();
  expect(reload).toHaveBeenCalledOnce();
});

it('one that waited from before is told of at once', () => {
  const registration = new Registration();
  registration.active = new Worker('activated');
  registration.waiting = new Worker('installed');
  expect(watched(registration).ready).toBe(true);
});
