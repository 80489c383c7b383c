// What is printed on a tag is read back by an independent decoder.
import jsQR from 'jsqr';
import { describe, expect, it } from 'vitest';
import { qr } from './qr';

/** The path as black and white pixels, so many to a module. */
function pixels({ wide, d }: { wide: number; d: string }, scale: number) {
  const size = wide * scale;
  const data = new Uint8ClampedArray(size * size * 4).fill(255);
  for (const [, x, y] of d.matchAll(/M(\d+) (\d+)h1v1h-1z/g))
    for (let row = 0; row < scale; row += 1)
      for (let column = 0; column < scale; column += 1) {
        const at = ((Number(y) * scale + row) * size + Number(x) * scale + column) * 4;
        data.fill(0, at, at + 3);
      }
  return { data, size };
}

describe('a tag’s code', () => {
  it('is read back as the address it was made of', () => {
    for (const address of [
      'http://127.0.0.1:8018/garden/1/bed/3/17',
      'https://garden.example.org/garden/120345/bed/60/31999',
      `https://${'a'.repeat(63)}.example.org/garden/1/bed/1/1`,
    ]) {
      const { data, size } = pixels(qr(address), 3);
      expect(jsQR(data, size, size)?.data).toBe(address);
    }
  });
});
