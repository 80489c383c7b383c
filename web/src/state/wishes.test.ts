import { expect, test } from 'vitest';
import type { TurnWish, Want, WantLine, WantSum, Way, WishDraft } from '../generated/api';
import { cropWished, seriesOf, wishChange } from './wishes';

const wanted = (crop: string, ground: [number, number] | null) => ({
  want: { crop } as Want,
  line: { sum: ground && { ground } } as WantLine,
});
const draft = (crop: string, squares: number) => ({ crop, squares, winters: true }) as WishDraft;
const wish = (id: number, crop: string, squares: number): TurnWish => ({ id, wish: draft(crop, squares) });

test('all wants of a crop are one wish, by the middle of what they take', () => {
  const lines = [
    wanted('beet', [300, 500]),
    wanted('beet', [100, 300]),
    wanted('maize', [900, 900]),
    wanted('beet', null),
  ];
  const beet = cropWished('beet', lines, []);
  expect(beet).toMatchObject({ squares: 6, wished: 0, becomes: 6 });
  expect(wishChange(beet, draft('beet', 4))).toEqual({ turn: 'wish', wish: draft('beet', 6) });
});

test('a wish that is there is changed and keeps what else it says', () => {
  const beet = cropWished('beet', [wanted('beet', [600, 600])], [wish(1, 'maize', 9), wish(3, 'beet', 2)]);
  expect(beet.wished).toBe(2);
  expect(wishChange(beet, { ...draft('beet', 4), winters: false })).toEqual({
    turn: 'change-wish',
    id: 3,
    wish: draft('beet', 6),
  });
});

test('what is wished in several parts comes to what is wanted, or is left alone', () => {
  const lines = [wanted('beet', [600, 600])];
  expect(cropWished('beet', lines, [wish(1, 'beet', 1), wish(2, 'beet', 4)])).toMatchObject({ wished: 5, becomes: 2 });
  expect(cropWished('beet', lines, [wish(1, 'beet', 3), wish(2, 'beet', 3)]).becomes).toBe(null);
  expect(cropWished('beet', lines, [wish(1, 'beet', 3), wish(2, 'beet', 8)]).becomes).toBe(null);
  expect(cropWished('beet', [wanted('beet', null)], []).becomes).toBe(null);
});

test('a want through some months is a series of its sowings, within the limits of one', () => {
  const had = { from: '2027-05-20', until: '2027-09-30', days: 134, wanted: 153 };
  const sum = (sowings: number, plants: [number, number]) => ({ sowings, plants }) as WantSum;
  const lettuce = { crop: 'lettuce', variety: null } as Want;
  expect(seriesOf(lettuce, [], sum(9, [40, 86]), had)).toEqual({
    crop: 'lettuce',
    way: null,
    from: '2027-05-20',
    until: '2027-09-30',
    every: 15,
    plants: 7,
  });
  const ways = [{ key: 'leaf' }, { key: 'variety-4', variety: { id: 4 } }] as Way[];
  expect(seriesOf({ crop: 'lettuce', variety: 4 } as Want, ways, sum(9, [0, 1]), had)).toMatchObject({
    way: 'variety-4',
    plants: 1,
  });
});
