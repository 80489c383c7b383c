<script lang="ts">
  // What lies in the tin, what comes up of it, and what is short for all that is going to be sown.
  import { doing } from '../../parts/keys';
  import Problem from '../../parts/Problem.svelte';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import { InHand } from '../../state/inHand.svelte';
  import { fullDate } from '../../words/dates';
  import { byAge } from '../../words/tin';
  import { TIN_KEYS, type TinDoing } from './keys';
  import LotForm from './LotForm.svelte';
  import LotSlip from './LotSlip.svelte';
  import LotTable from './LotTable.svelte';
  import NeedTable from './NeedTable.svelte';
  import OverTable from './OverTable.svelte';
  import TinFiles from './TinFiles.svelte';

  const { garden } = useOpenGarden();
  const asked = new AnswerState<'tin'>(garden, () => ({ ask: 'tin', on: garden.view.today }));

  /** Where seed that was saved is from. */
  const SAVED = 'our own garden';

  const tin = $derived(asked.is);
  const hand = new InHand();
  /** What a new lot is of, where that is known already. */
  let fresh = $state.raw({ crop: '', variety: null as number | null, planted: false, from: '' });
  let testing = $state(false);

  const inHand = $derived(tin?.lots.find((line) => line.lot === hand.at));
  const lot = $derived(garden.view.garden.lots.find((one) => one.id === hand.at));
  /** Those that are too old first come first, what is used up last; else by name. */
  let agesFirst = $state(false);
  const lots = $derived(agesFirst ? byAge(tin?.lots ?? []) : (tin?.lots ?? []));
  const numbers = $derived(lots.map((line) => line.lot));

  function take(one: number | null) {
    hand.take(one);
    testing = false;
  }

  function step(by: 1 | -1) {
    testing = false;
    hand.step(numbers, by);
  }

  function writeNew(crop = '', variety: number | null = null, planted = false, from = '') {
    take(null);
    fresh = { crop, variety, planted, from };
    hand.write();
  }

  const DOES: Record<TinDoing, () => void> = {
    down: () => step(1),
    up: () => step(-1),
    new: () => garden.mayChange && writeNew(),
    test: () => lot && garden.mayChange && (testing = true),
  };

  function key(event: KeyboardEvent) {
    const does = doing(TIN_KEYS, event);
    if (does) {
      event.preventDefault();
      DOES[does]();
    } else if (event.key === 'Escape' && !hand.isEmpty) {
      if (testing) testing = false;
      else take(null);
    } else return;
    event.stopPropagation();
  }
</script>

<svelte:window onkeydowncapture={key} />

<main class="plan px-6 pt-3 pb-8">
  {#if tin}
    <div class="flex flex-wrap items-baseline gap-x-6">
      <h1>The seed tin on {fullDate(tin.on)}</h1>
      {#if garden.mayChange}<button class="act" onclick={() => writeNew()}>put seed in</button>{/if}
      {#if numbers.length > 1}
        <label class="quiet flex items-center gap-1"
          ><input type="checkbox" bind:checked={agesFirst} name="ages-first" /> what will not keep comes first</label
        >
      {/if}
    </div>
    {#if tin.lots.length === 0}
      <p class="mt-4" data-empty>
        There is nothing in it yet. Take the packets out of their tin one by one and write down how much there is and
        the year each was packed for; what comes up of each, and what is short, is reckoned then.
      </p>
    {:else}
      <LotTable {lots} hand={hand.at} {take} />
    {/if}
    <NeedTable {tin} add={writeNew} />
    {#if tin.over.length > 0}<OverTable over={tin.over} />{/if}
    <TinFiles />
  {:else if asked.trouble}
    <p class="trouble" role="alert">{asked.trouble}</p>
  {:else}
    <p role="status" class="quiet">Looking into the tin …</p>
  {/if}
</main>

<aside class="slip" class:raised={!hand.isEmpty} aria-label="Seed tin">
  <Problem />
  {#if hand.writing}
    {#key fresh}
      <h2>Into the tin</h2>
      <LotForm
        lot={null}
        crop={fresh.crop}
        variety={fresh.variety}
        planted={fresh.planted}
        from={fresh.from}
        done={take}
      />
    {/key}
  {:else if lot && inHand}
    {#key lot.id}
      <LotSlip
        {lot}
        line={inHand}
        bind:testing
        {take}
        saved={() => writeNew(lot?.crop, lot?.variety ?? null, false, SAVED)}
      />
    {/key}
  {:else}
    <h2>Seed tin</h2>
    <p class="quiet border-b-2 border-hair pb-2">what you have, how old, and what will come up</p>
    <p class="mt-3">
      Choose a lot to see its sums. What is sown in the journal is taken off by itself, the oldest lot of a crop or
      variety first.
    </p>
    <p class="mt-3">
      What comes up falls with age: by the viability equation where its constants are known (onion, lettuce, cowpea),
      else by a table of years, both for seed in a drawer; a jar in the cold keeps it longer, a damp shed shorter. A
      test of your own counts more than either.
    </p>
  {/if}
</aside>
