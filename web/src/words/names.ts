// Crops by what is typed: their own names first, then what else they are called.
import type { Catalogue } from '../generated/Catalogue';
import type { Crop } from '../generated/Crop';

/** A crop that is found, by which other name, and the way that name says. */
export interface Named {
  crop: Crop;
  way: string | null;
  said: string | null;
}

/** Crops in which every typed word stands, and those called so otherwise; what begins as it is typed comes first. */
export function matching(catalogue: Catalogue, sought: string, family: (key: string) => string): Named[] {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const holds = (text: string) =>
    words.every((word) => text.toLowerCase().includes(word) || text.includes(singular(word)));
  const own = catalogue.crops
    .filter((crop) =>
      holds([crop.name, crop.plural, crop.botanical, family(crop.family), crop.ticket].join(' ').toLowerCase()),
    )
    .map((crop): Named => ({ crop, way: null, said: null }));
  const called = words.length === 0 ? [] : catalogue.names.filter((name) => holds(name.said));
  const others = called.flatMap((name) =>
    name.of.flatMap((meant): Named[] => {
      const crop = catalogue.crops.find((one) => one.key === meant.crop);
      return crop ? [{ crop, way: meant.way, said: name.said }] : [];
    }),
  );
  const rank = ({ crop, said }: Named) => {
    const name = (said ?? crop.name).toLowerCase();
    const typed = words.join(' ');
    return name === typed || name === singular(typed) ? 0 : name.startsWith(singular(typed)) ? 1 : 2;
  };
  const found = [...own, ...others].sort((a, b) => rank(a) - rank(b));
  const same = (a: Named, b: Named) =>
    a.crop.key === b.crop.key && (a.way ?? a.crop.ways[0]?.key) === (b.way ?? b.crop.ways[0]?.key);
  return found.filter((one, index) => found.findIndex((other) => same(one, other)) === index);
}

/** Without the plural's s, which names are kept without. */
function singular(word: string): string {
  return word.replace(/(?<=[^s]{2})s$/, '');
}
