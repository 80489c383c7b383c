<script lang="ts">
  // What the household would like to have in a year, what that takes of plants and ground, and how far it is met.
  import { doing } from '../../parts/keys';
  import type { Wished } from '../../generated/api';
  import Problem from '../../parts/Problem.svelte';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import { InHand } from '../../state/inHand.svelte';
  import { yearName } from '../../words/dates';
  import GroundTaken from './GroundTaken.svelte';
  import { WANTS_KEYS, type WantsDoing } from './keys';
  import WantForm from './WantForm.svelte';
  import WantSlip from './WantSlip.svelte';
  import WantTable from './WantTable.svelte';

  const { garden, desk } = useOpenGarden();
  const year = $derived(garden.season.year);
  const asked = new AnswerState<'wants'>(garden, () => ({ ask: 'wants', year }));

  const answer = $derived(asked.is);
  const hand = new InHand();
  const take = (one: number | null) => hand.take(one);
  const line = $derived(answer?.wants.find((one) => one.want === hand.at));
  const want = $derived(garden.view.garden.wants.find((one) => one.id === hand.at));
  const numbers = $derived(answer?.wants.map((one) => one.want) ?? []);

  /** The wants with what they come to, those that hold their ground longest first. */
  const all = $derived(
    (answer?.wants ?? []).flatMap((line) => {
      const want = garden.view.garden.wants.find((one) => one.id === line.want);
      return want ? [{ want, line }] : [];
    }),
  );
  /** What is wanted and not wished for as it is wanted. */
  const unwished = $derived((answer?.wished ?? []).filter((one) => one.becomes !== null));

  /** Into the years ahead: makes or changes a wish of each crop, all in one step. */
  const wish = (wished: Wished[]) =>
    garden.send({ do: 'wish-wants', year, wanted: wished.map(({ crop, variety }) => ({ crop, variety })) });

  const DOES: Record<WantsDoing, () => void> = {
    down: () => hand.step(numbers, 1),
    up: () => hand.step(numbers, -1),
    new: () => garden.mayChange && hand.write(),
  };

  function key(event: KeyboardEvent) {
    const does = doing(WANTS_KEYS, event);
    if (does) {
      event.preventDefault();
      DOES[does]();
    } else if (event.key === 'Escape' && !hand.isEmpty) take(null);
    else return;
    event.stopPropagation();
  }
</script>

<svelte:window onkeydowncapture={key} />

<main class="plan px-6 pt-3 pb-8">
  {#if answer}
    <div class="flex flex-wrap items-baseline gap-x-6">
      <h1>What you would like to have in {yearName(year, garden.southern)}</h1>
      {#if garden.mayChange}<button class="act" onclick={DOES.new}>write down a want</button
        >{#if unwished.length > 1}<button class="act" onclick={() => wish(unwished)}
            >wish for all of it in the Turns ({unwished.length} wishes)</button
          >{/if}{/if}
    </div>
    {#if answer.wants.length === 0}
      <p class="mt-4" data-empty>
        Nothing is written down yet. Say it as you think of it: tomatoes for 20 jars, carrots by weight, a salad every
        other day from May. What that takes of plants, ground and weeks is reckoned then, as a range.
      </p>
    {:else}
      <WantTable wants={answer.wants} hand={hand.at} {take} />
      {#if garden.view.garden.beds.length === 0}
        <p class="mt-6">
          There is no ground yet to hold it against. <button class="act" onclick={() => desk.open('yard', null)}
            >measure a bed in the Yard (1)</button
          >
        </p>
      {:else}
        <GroundTaken {answer} />
      {/if}
    {/if}
  {:else if asked.trouble}
    <p class="trouble" role="alert">{asked.trouble}</p>
  {:else}
    <p role="status" class="quiet">Reckoning …</p>
  {/if}
</main>

<aside class="slip" class:raised={!hand.isEmpty} aria-label="Wants">
  <Problem />
  {#if hand.writing}
    <h2>A want</h2>
    <WantForm want={null} done={take} />
  {:else if want && line}
    {#key want.id}
      <WantSlip {want} {line} {all} wished={answer?.wished ?? []} {take} {wish} />
    {/key}
  {:else}
    <h2>Wants</h2>
    <p class="quiet border-b-2 border-hair pb-2">what you eat, keep, give and sell, as ground</p>
    <p class="mt-3">
      What a plant gives is a wide range: two planting guides differ by up to three times, and so do summers. Weigh what
      you pick, and your own figures stand in place of theirs.
    </p>
    <p class="mt-3">
      Crops that hold their ground longest come first; give those their place before the quick ones fill the gaps. A
      want holds for every year.
    </p>
  {/if}
</aside>
