<script lang="ts">
  // One lot: what comes up of it and why, its tests, its sums, and what may be done with it.
  import type { LotDraft, LotLine, SeedLot } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { fullDate } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { priceTyped } from '../../words/prices';
  import { amountTyped, amountWords, KEPT, roughly } from '../../words/tin';
  import LotForm from './LotForm.svelte';
  import SeedSaving from '../../parts/SeedSaving.svelte';
  import SowingSums from './SowingSums.svelte';
  import TestForm from './TestForm.svelte';

  interface Props {
    lot: SeedLot;
    line: LotLine;
    testing: boolean;
    take: (lot: number | null) => void;
    /** Puts seed that was saved here into the tin. */
    saved: () => void;
  }
  let { lot, line, testing = $bindable(), take, saved }: Props = $props();
  const { garden } = useOpenGarden();

  let editing = $state(false);
  const crop = $derived(garden.crop(lot.crop));
  /** What is known of its seed, where it is seed. */
  const seed = $derived(line.planted ? null : crop?.seed);
  const source = $derived(seed && garden.catalogue.sources[seed.source]);

  /** The lot as it is, to be kept with something of it changed. */
  const asIs = (): LotDraft => ({
    crop: lot.crop,
    variety: lot.variety,
    planted: lot.planted,
    amount: null,
    counted: null,
    packed: lot.packed,
    printed: lot.printed,
    tests: lot.tests,
    treated: lot.treated,
    kept: lot.kept,
    price: lot.price,
    source: lot.source,
    note: lot.note,
  });
  const keep = (change: Partial<LotDraft>) =>
    garden.send({ do: 'keep-lot', lot: lot.id, draft: { ...asIs(), ...change } });

  async function throwAway() {
    if (await garden.send({ do: 'forget-lot', lot: lot.id })) take(null);
  }
</script>

<h2>{garden.lotName(lot)}, {lot.packed}</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {lot.source === '' ? 'from where, nobody wrote down' : `from ${lot.source}`}{lot.price === null
    ? ''
    : `, ${priceTyped(lot.price)}`}; kept in {KEPT[lot.kept]}
</p>
{#if editing}
  <LotForm {lot} crop={lot.crop} variety={lot.variety} done={() => (editing = false)} />
{:else}
  {#if line.comes_up}
    <p class="mt-3 big" data-comes-up>{line.comes_up.percent} <span class="of">of 100 come up</span></p>
    <p>
      between {line.comes_up.between[0]} and {line.comes_up.between[1]} nine times in ten; of fresh seed usually {line
        .comes_up.fresh}.
      {#if line.state === 'too-old'}
        That is less than half of what comes up of fresh seed: it is not reckoned with any more. Sow it thick, or buy
        fresh seed.
      {:else if line.comes_up.too_old}
        Reckoned with until {fullDate(line.comes_up.too_old)}.
      {/if}
    </p>
    {#if line.state === 'test'}
      <p class="mt-2 ask">
        It has lost more than fifteen of a hundred since something was said of it. Lay ten or twenty seeds between damp
        paper in a warm place and count those that come up.
      </p>
    {/if}
  {:else if line.state === 'empty'}
    <p class="mt-3">There is nothing left of it.</p>
  {/if}
  <dl class="facts mt-3">
    <dt>left</dt>
    <dd>
      {amountWords(line.amount, garden.units)}{#if lot.amount.by === 'weight' && line.left}, {roughly(line.left)}
        {seed ? 'seeds' : (crop?.planted_as?.[1] ?? 'pieces')}{/if}
    </dd>
    <dt>counted</dt>
    <dd>
      {fullDate(lot.counted)}{line.sown > 0 ? `; ${line.sown.toLocaleString('en')} sown since` : ''}
    </dd>
    {#if lot.printed !== null}<dt>its packet</dt>
      <dd>{lot.printed} of 100</dd>{/if}
    {#if seed}<dt>the book</dt>
      <dd>
        keeps {count(seed.years, 'year', 'years')} in a drawer; {roughly([seed.per_gram[0], seed.per_gram[1]])} in a gram{seed
          .plants[1] > 1
          ? `; each is a cluster of ${seed.plants[0]} to ${seed.plants[1]} plants`
          : ''} <span class="quiet">({source?.title})</span>
      </dd>{/if}
    {#each lot.tests as test (`${test.on} ${test.sown} ${test.up}`)}
      <dt>tested</dt>
      <dd>{fullDate(test.on)}: {test.up} of {test.sown}</dd>
    {/each}
    {#if lot.note !== ''}<dt>note</dt>
      <dd class="[overflow-wrap:anywhere]">{lot.note}</dd>{/if}
  </dl>
  {#if garden.mayChange}
    {#if testing}
      <TestForm
        done={async (test) => {
          if (test === null || (await keep({ tests: [...lot.tests, test] }))) testing = false;
        }}
      />
    {:else}
      <p class="mt-3 flex flex-wrap gap-x-5">
        {#if line.comes_up}<button class="act" onclick={() => (testing = true)}>a germination test</button>{/if}
        <button class="act" onclick={() => (editing = true)}>change it</button>
        {#if line.sown > 0 && line.state !== 'empty'}
          <button class="act" onclick={() => keep({ amount: amountTyped(line.amount) })}>the rest went back</button>
        {/if}
        {#if line.state !== 'empty'}
          <button class="act" onclick={() => keep({ amount: lot.amount.by === 'count' ? '0' : '0 g' })}
            >it is used up</button
          >
        {/if}
        <button class="act" onclick={throwAway}>throw it away</button>
      </p>
    {/if}
  {/if}
  {#if line.comes_up}<SowingSums crop={lot.crop} variety={lot.variety} />{/if}
  {#if seed}<SeedSaving crop={lot.crop} variety={lot.variety} {saved} />{/if}
  <p class="foot"><button class="act" onclick={() => take(null)}>put this away</button></p>
{/if}

<style>
  .ask {
    color: var(--color-chestnut);
  }
</style>
