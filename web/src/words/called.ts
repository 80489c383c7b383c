// What words need of a garden: what its things are called.
import type { Bed, Catalogue, Crop } from '../generated/api';

export interface Called {
  readonly catalogue: Catalogue;
  crop(key: string): Crop | undefined;
  bed(id: number): Bed | undefined;
  familyName(key: string): string;
  wishName(id: number): string;
}
