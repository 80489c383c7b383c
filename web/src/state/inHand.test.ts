import { expect, test } from 'vitest';
import { InHand } from './inHand.svelte';

test('steps through a list, stops at its ends, and puts down what is written', () => {
  const hand = new InHand();
  hand.step([7, 3, 9], 1);
  expect(hand.at).toBe(7);
  hand.step([7, 3, 9], -1);
  expect(hand.at).toBe(7);
  hand.step([7, 3, 9], 1);
  hand.step([7, 3, 9], 1);
  hand.step([7, 3, 9], 1);
  expect(hand.at).toBe(9);
  hand.write();
  expect([hand.at, hand.isEmpty]).toEqual([null, false]);
  hand.step([7, 3, 9], -1);
  expect([hand.at, hand.writing]).toEqual([9, false]);
  hand.take(null);
  hand.step([], 1);
  expect(hand.isEmpty).toBe(true);
});
