import { describe, expect, it, vi } from 'vitest';
import { typed } from '../words/journal';
import { readField } from './numberField';

describe('a number field', () => {
  const field = (value: string) => ({ value, setCustomValidity: vi.fn() }) as unknown as HTMLInputElement;
  const read = (text: string) => typed(text, 10);

  it('is read, and says nothing where it is right or empty', () => {
    for (const [text, value] of [
      ['1 1/2', 15],
      ['', null],
      ['  ', null],
    ] as const) {
      const one = field(text);
      expect(readField(one, read)).toBe(value);

      expect(one.setCustomValidity).toHaveBeenLastCalledWith('');
    }
  });

  it('names what it cannot read, and how a number is typed', () => {
    const one = field('some');
    expect(readField(one, read)).toBeNull();

    expect(one.setCustomValidity).toHaveBeenLastCalledWith(expect.stringMatching(/“some” is no number.*1\/2/));
  });
});
