import { describe, expect, it } from 'vitest';
import type { Catalogue, Crop, OwnWay } from '../generated/api';
import { withOwn } from './ownBook';

const book = {
  crops: [
    { key: 'carrot', ways: [{ key: 'root' }] },
    { key: 'pea', ways: [{ key: 'bush' }] },
  ],
  sources: { handbook: { title: 'Tables' } },
} as unknown as Catalogue;
const way = (crop: string, key: string) => ({ crop, way: { key } }) as unknown as OwnWay;
const none = { crops: [], sources: {}, ways: [] };

describe('the book with what is one’s own', () => {
  it('has each variety as the last way of its crop, and every other crop as it was', () => {
    const ways = [way('carrot', 'variety-1'), way('carrot', 'variety-2'), way('gone', 'variety-3')];
    const both = withOwn(book, { ...none, ways });
    expect(both.crops.map((crop) => crop.ways.map((one) => one.key))).toEqual([
      ['root', 'variety-1', 'variety-2'],
      ['bush'],
    ]);
    expect(both.crops[1]).toBe(book.crops[1]);
    expect(book.crops[0]?.ways).toHaveLength(1);
  });

  it('has crops that it lacks after its own, with their varieties and the sources of their figures', () => {
    const crop = { key: 'own-1', ways: [{ key: 'bush' }] } as unknown as Crop;
    const source = { title: 'a notebook', publisher: '', year: null, note: '' };
    const own = { crops: [crop], sources: { 'own-1': source }, ways: [way('own-1', 'variety-4')] };
    const both = withOwn(book, own);
    expect(both.crops.map((one) => one.key)).toEqual(['carrot', 'pea', 'own-1']);
    expect(both.crops[2]?.ways.map((one) => one.key)).toEqual(['bush', 'variety-4']);
    expect(Object.keys(both.sources)).toEqual(['handbook', 'own-1']);
    expect(Object.keys(book.sources)).toEqual(['handbook']);
  });

  it('is the book itself where there is nothing', () => {
    expect(withOwn(book, none)).toBe(book);
  });
});
