// A question about the garden, and its latest answer: asked again whenever what it is about changes.
import { api, Refused, type AnswerTo } from '../api';
import type { Answer, Question } from '../generated/api';
import { upper } from '../words/text';
import type { GardenState } from './garden.svelte';

export class AnswerState<A extends Answer['to']> {
  /** The latest answer; nothing before there is one, and while there is nothing to ask. */
  is: AnswerTo<A> | null = $state.raw(null);
  /** What was wrong with the question, where the page says so beside it. */
  trouble = $state('');

  /**
   * Begins asking; made while a component is. A refusal is told like any other, or with `beside` kept in `trouble`, for
   * questions that are still being typed.
   */
  constructor(garden: GardenState, question: () => (Question & { ask: A }) | null, beside = false) {
    // The effect behind all questions: it follows what the question reads and the garden's revision, and an answer to
    // what was asked before is dropped.
    $effect(() => {
      const asked = question();
      let still = true;
      const take = (answer: AnswerTo<A> | null, trouble = '') => {
        if (!still) return;
        this.trouble = trouble;
        if (answer || !trouble) this.is = answer;
      };
      if (!asked) take(null);
      else if (!beside) garden.asks(asked, take);
      else this.askBeside(garden, asked, take);
      return () => {
        still = false;
      };
    });
  }

  private askBeside(
    garden: GardenState,
    asked: Question & { ask: A },
    take: (answer: AnswerTo<A> | null, trouble?: string) => void,
  ): void {
    const { id, revision } = garden.view;
    api.ask<A>(id, asked).then(
      (answer) => {
        if (revision === garden.view.revision) take(answer);
      },
      (error: unknown) => {
        if (!(error instanceof Refused)) throw error;
        take(null, upper(error.problem.detail));
      },
    );
  }
}
