import { describe, expect, it } from 'vitest';
import { LENGTHS } from '../generated/Lengths';
import { anOrdinal, length } from './lengths';

describe("the page's words for lengths", () => {
  it('are those of the tape that the rules read and write', () => {
    expect(LENGTHS.length).toBeGreaterThan(200);
    for (const [tenths, imperial, metric] of LENGTHS) {
      expect([tenths, length(tenths, 'imperial'), length(tenths, 'metric')]).toEqual([tenths, imperial, metric]);
    }
  });
});

describe('the next row that does not fit', () => {
  it('has the article that is said with it', () => {
    const said = [7, 8, 11, 12, 18, 22, 80, 111].map(anOrdinal);
    expect(said).toEqual(['a seventh', 'an eighth', 'an 11th', 'a 12th', 'an 18th', 'a 22nd', 'an 80th', 'a 111th']);
  });
});
