// Crops by what is typed: their own names first, then what else they are called.
import type { Catalogue, Crop } from '../generated/api';

/** A crop that is found, by which other name, and the way that name says. */
export interface Named {
  crop: Crop;
  way: string | null;
  said: string | null;
}

/** Crops in which every typed word stands, and those called so otherwise; what begins as it is typed comes first. */
export function matching(catalogue: Catalogue, sought: string, family: (key: string) => string): Named[] {
  const typed = sought.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const holds = (text: string) => typed.every((word) => text.toLowerCase().includes(word));
  const whole = typed.join(' ');
  const own = catalogue.crops
    .filter((crop) =>
      holds([crop.name, crop.plural, crop.botanical, family(crop.family), crop.ticket].join(' ').toLowerCase()),
    )
    .map((crop): Named => ({ crop, way: null, said: null }));
  // Names are kept of one, so that what is typed of several begins with one.
  const called = whole === '' ? [] : catalogue.names.filter(({ said }) => holds(said) || whole.startsWith(said));
  const others = called.flatMap((name) =>
    name.of.flatMap((meant): Named[] => {
      const crop = catalogue.crops.find((one) => one.key === meant.crop);
      return crop ? [{ crop, way: meant.way, said: name.said }] : [];
    }),
  );
  const varieties = catalogue.crops.flatMap((crop) =>
    crop.ways
      .filter((way) => way.variety && holds(way.name))
      .map((way): Named => ({ crop, way: way.key, said: way.name })),
  );
  const rank = ({ crop, said }: Named) => {
    const name = (said ?? crop.name).toLowerCase();
    return name === whole ? 0 : name.startsWith(whole) || whole.startsWith(name) ? 1 : 2;
  };
  const found = [...own, ...others, ...varieties].sort((a, b) => rank(a) - rank(b));
  const same = (a: Named, b: Named) =>
    a.crop.key === b.crop.key && (a.way ?? a.crop.ways[0]?.key) === (b.way ?? b.crop.ways[0]?.key);
  return found.filter((one, index) => found.findIndex((other) => same(one, other)) === index);
}
