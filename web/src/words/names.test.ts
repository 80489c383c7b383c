import { describe, expect, it } from 'vitest';
import type { Catalogue } from '../generated/api';
import { matching } from './names';

const crop = (key: string, name: string, ways: string[]) => ({
  key,
  name,
  plural: `${name}s`,
  botanical: '',
  family: 'f',
  ticket: key.slice(0, 2),
  ways: ways.map((way) => ({ key: way })),
});
const catalogue = {
  crops: [
    crop('bean', 'common bean', ['bush', 'climbing']),
    crop('maize', 'maize', ['block']),
    crop('pea', 'pea', ['climbing']),
  ],
  names: [
    { said: 'corn', of: [{ crop: 'maize', way: null }] },
    { said: 'pole bean', of: [{ crop: 'bean', way: 'climbing' }] },
  ],
} as unknown as Catalogue;
const found = (sought: string) =>
  matching(catalogue, sought, () => 'kin').map((one) => `${one.crop.key}/${one.way ?? ''}`);

describe('crops by what is typed', () => {
  it('finds other names, in the plural too', () => {
    expect(found('corn')).toEqual(['maize/']);
    expect(found('Corn')).toEqual(['maize/']);
    expect(found('pole beans')).toEqual(['bean/climbing']);
  });
  it('lists a crop once for each way, its own name first', () => {
    expect(found('bean')).toEqual(['bean/', 'bean/climbing']);
    expect(found('')).toEqual(['bean/', 'maize/', 'pea/']);
    expect(found('xyz')).toEqual([]);
  });
});
