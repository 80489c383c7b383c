import { describe, expect, it } from 'vitest';
import type { Window } from '../generated/api';
import { groundWords } from './season';

const window = (of: Partial<Window>): Window => ({
  means: 'direct',
  cover: 'none',
  from: '2027-04-10',
  better: null,
  spare: '2027-07-24',
  until: '2027-07-24',
  inside: null,
  ripe: null,
  opens: 'soil-cold',
  closes: 'too-hot',
  ...of,
});

describe('the days of a window', () => {
  it('are told from the first to the last', () => {
    expect(groundWords(window({}))).toBe('10 April to 24 July');
    expect(groundWords(window({ better: '2027-04-10' }))).toBe('10 April to 24 July');
    expect(groundWords(window({ opens: 'year-ends', closes: 'year-ends' }))).toBe('all the year');
  });

  it('are better once the soil is warm, and with days to spare', () => {
    expect(groundWords(window({ better: '2027-05-01' }))).toBe('10 April to 24 July, better from 1 May');
    const spare = '2027-07-14';
    expect(groundWords(window({ spare }))).toBe('10 April to 24 July, better by 14 July');
    expect(groundWords(window({ spare, better: '2027-05-01' }))).toBe(
      '10 April to 24 July, better from 1 May and by 14 July',
    );
  });

  it('are not to be begun by a day on which the soil is not yet as warm', () => {
    const late = window({ better: '2027-07-20', spare: '2027-07-14' });
    expect(groundWords(late)).toBe('10 April to 24 July, better from 20 July');
  });
});
