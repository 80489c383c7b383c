<script lang="ts">
  // What it costs to have a wish where the household wants it, and what else would move.
  import type { Entry, Pinned, TurnsView } from '../../generated/api';
  import SearchLine from '../../parts/SearchLine.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { yearName } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { differenceWords, placeName } from '../../words/turns';

  let { turns, view, pin }: { turns: TurnsState; view: TurnsView; pin: Pinned } = $props();
  const { garden } = useOpenGarden();

  const argued = $derived(turns.argued);
  const alone = $derived(argued?.alone ?? null);
  const difference = $derived(argued ? differenceWords(argued.before, argued.proposal.against) : '');
  /** What leaves a place and what comes to one, put together by wish and year. */
  const moves = $derived.by(() => {
    const told: Record<string, { wish: number; year: number; from: Entry[]; to: Entry[] }> = {};
    const line = (entry: Entry) =>
      (told[`${entry.year} ${entry.wish}`] ??= { wish: entry.wish, year: entry.year, from: [], to: [] });
    for (const entry of argued?.gone ?? []) line(entry).from.push(entry);
    for (const entry of argued?.come ?? []) line(entry).to.push(entry);
    return Object.values(told).sort((a, b) => a.year - b.year || a.wish - b.wish);
  });
  const grows = $derived(
    argued?.proposal.entries.some((entry) => entry.wish === pin.wish && entry.year === pin.year) ?? true,
  );
  const places = (entries: Entry[]) =>
    entries.map((entry) => `${placeName(garden, entry.at, view.plots)} (${entry.squares})`).join(', ') || 'nowhere';
</script>

<h2>{upper(garden.wishName(pin.wish))} there?</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {placeName(garden, pin.at, view.plots)}, {yearName(pin.year, garden.southern)}
</p>
<SearchLine search={turns.argument} looking="Working out what that costs …" />
{#if argued}
  <p class="mt-3 text-[17px]" data-price={difference || 'none'}>
    {upper(difference) || (argued.worse ? 'Worse, though by nothing that is counted here' : 'No worse than before')}.<br
    />
    <span class="quiet"
      >{argued.proposal.proven
        ? 'No plan with it there is better: proved.'
        : 'There may be better plans with it there.'}</span
    >
  </p>
  {#if !grows}
    <p class="trouble mt-2">There is no room for it there, whatever else moves; it would not be grown that year.</p>
  {/if}
  <h3>What would move</h3>
  <ul class="rows text-[14.5px]">
    {#each moves as move (`${move.year} ${move.wish}`)}
      <li>
        {upper(garden.wishName(move.wish))}, {yearName(move.year, garden.southern)}:
        <span class="quiet">{places(move.from)} → {places(move.to)}</span>
      </li>
    {:else}
      <li class="quiet">Nothing.</li>
    {/each}
  </ul>
  <p class="quiet mt-1">{count(moves.length, 'crop and year', 'crops and years')} in all; in brackets the squares.</p>
  {#if garden.mayChange}
    <p class="mt-2 mb-3 flex gap-5">
      {#if grows}<button
          class="act"
          data-take
          onclick={() => turns.give(pin, argued.proposal.entries, argued.proposal.proven)}
          >take it{moves.length > 1 ? ', and what follows best' : ''}</button
        >{/if}
      <button class="act" onclick={() => turns.choose({ is: 'years' })}>leave it</button>
    </p>
    {#if alone && moves.length > 1}
      <h3>Only this one</h3>
      <p class="mb-3" data-alone>
        {upper(differenceWords(argued.before, alone.against)) || 'Nothing is better or worse for it'}.
        <button class="act" onclick={() => turns.give(pin, alone.entries, false)}>move only this one</button>
      </p>
    {:else if !alone}
      <p class="quiet mb-3">By itself it finds no square there: something must make room.</p>
    {/if}
  {/if}
{/if}
