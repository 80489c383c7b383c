// The book with what is a household's own in it: crops that it lacks, and varieties, each one more way of growing its crop.
import type { Catalogue, OwnBook } from '../generated/api';

/** The book with crops and ways of the household's own; without any it is the book itself. */
export function withOwn(book: Catalogue, own: OwnBook): Catalogue {
  if (own.crops.length === 0 && own.ways.length === 0) return book;
  const crops = [...book.crops, ...own.crops].map((crop) => {
    const ways = own.ways.filter((one) => one.crop === crop.key).map((one) => one.way);
    return ways.length === 0 ? crop : { ...crop, ways: [...crop.ways, ...ways] };
  });
  return { ...book, crops, sources: { ...book.sources, ...own.sources } };
}
