/// <reference types="node" />
// Photos are named by their bytes and tell nothing but the picture.
import { readFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { bare, named } from './photo';

const read = (name: string) => new Uint8Array(readFileSync(`../crates/formats/tests/data/${name}`));
const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1');

describe('a photo', () => {
  it('has the number that another reckoning of SHA-256 gives it', () => {
    const leaf = read('leaf.jpg');
    expect(named(leaf).picture).toBe(createHash('sha256').update(leaf).digest('hex'));
    expect(new Uint8Array(Buffer.from(named(leaf).jpeg, 'base64'))).toEqual(leaf);
  });

  it('loses the place and the camera that are written into it, and nothing else', () => {
    const taken = read('leaf-with-place.jpg');
    expect(text(taken)).toContain('Exif');
    const left = bare(taken);
    expect(text(left)).not.toContain('Exif');
    expect(text(left)).not.toContain('Invented');
    // All but the one field of an application: 4 bytes of its head and what it holds.
    const at = text(taken).indexOf('Exif') - 4;
    const long = 2 + ((taken[at + 2] ?? 0) * 256 + (taken[at + 3] ?? 0));
    expect(left.length).toBe(taken.length - long);
    expect(bare(read('leaf.jpg'))).toEqual(read('leaf.jpg'));
  });
});
