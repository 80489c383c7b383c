// What is said of a planting's time when nothing is said: everything as is usual for its crop.
import type { Timing } from '../generated/api';

export const AS_USUAL: Timing = {
  means: null,
  sown: null,
  arrives: null,
  survival: null,
  packet: null,
  free_on: null,
  trial: null,
};
