import { describe, expect, it } from 'vitest';
import { LENGTHS } from '../generated/Lengths';
import { length } from './lengths';

describe("the page's words for lengths", () => {
  it('are those of the tape that the rules read and write', () => {
    expect(LENGTHS.length).toBeGreaterThan(200);
    for (const [tenths, imperial, metric] of LENGTHS) {
      expect([tenths, length(tenths, 'imperial'), length(tenths, 'metric')]).toEqual([tenths, imperial, metric]);
    }
  });
});
