<script lang="ts">
  // Why a family comes back too soon, and each way out with what it would cost.
  import type { Tie, TurnsView } from '../../generated/api';
  import SearchLine from '../../parts/SearchLine.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { yearName } from '../../words/dates';
  import { upper } from '../../words/text';
  import { againstWords, NEEDS, placeName, remedyWords, standingWords } from '../../words/turns';

  let { turns, view, tie }: { turns: TurnsState; view: TurnsView; tie: Tie } = $props();
  const { garden } = useOpenGarden();

  const family = $derived(garden.catalogue.families.find((one) => one.key === tie.family));
  const reasons = $derived(turns.reasons);
  const apart = $derived(tie.later - tie.earlier);
  const year = (one: number) => yearName(one, garden.southern);
  const list = (words: string[]) =>
    words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`;
  const single = $derived(reasons?.wishes.length === 1 && reasons.wishes[0]?.years.length === 1);
  const enough = $derived(
    (reasons?.wishes ?? [])
      .filter((one) => one.enough)
      .map((one) => `${garden.wishName(one.wish)} in ${list(one.years.map(year))}`),
  );
  const memories = $derived([
    ...new Set((reasons?.memories ?? []).map(([at, one]) => `${placeName(garden, at, view.plots)} in ${year(one)}`)),
  ]);
</script>

<h2 class="flex items-center gap-2">
  <span class="mark">{tie.number}</span>{upper(tie.crop ? (garden.crop(tie.crop)?.name ?? '') : (family?.name ?? ''))}
</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {placeName(garden, tie.at, view.plots)}, {year(tie.earlier)} and {year(tie.later)}
</p>
<p class="mt-3 flex items-end gap-3">
  <span class="big">{apart}</span><span
    >{apart === 1 ? 'year' : 'years'} apart, the wish is {tie.interval}<br /><span class="quiet"
      >{tie.past
        ? 'both past: nothing to be done but remember'
        : tie.after
          ? `after the ${garden.familyName(tie.after)}, whose troubles are its own`
          : tie.half
            ? 'out early, so it waits half as long'
            : ''}</span
    ></span
  >
</p>
<p class="quiet mt-2">{family?.reason ?? ''}</p>
{#if tie.planted && !tie.past}
  <p class="mt-3">
    Both are planted, or one is remembered and the other planted: no plan moves them. Move or remove the patch in the
    Bed view.
  </p>
{:else if !tie.past}
  <SearchLine search={turns.why} looking={reasons ? 'Looking for ways out …' : 'Looking for the reason …'} />
  {#if reasons}
    <h3>Why it could not be avoided</h3>
    {#if reasons.forced}
      <p data-why>
        {upper(
          list(reasons.wishes.map((one) => `${garden.wishName(one.wish)} in ${list(one.years.map(year))}`)),
        )}{reasons.wishes.length > 0
          ? single
            ? ' cannot stand without it'
            : ' cannot all stand without it'
          : 'What is planted already forces it'}{#if reasons.needs.length}, since {list(
            reasons.needs.map(([wish, need]) => `${garden.wishName(wish)} wants ${NEEDS[need] ?? need}`),
          )}{/if}{#if memories.length}; the family stood in {list(memories)}{/if}{#if reasons.full.length}; {list(
            reasons.full.map((at) => placeName(garden, at, view.plots)),
          )}
          {reasons.full.length === 1 ? 'holds' : 'hold'} no more{/if}.
      </p>
      <p class="quiet mt-1" data-enough={enough.length}>
        {#if enough.length}Without {list(enough)} it could be avoided, all else as it is: tried.{:else if reasons.wishes.length}To
          leave out one of these wishes is not enough: the others force it too, or it was not found in time.{/if}
        Other clashes of the plan are allowed for as they stand.
      </p>
    {:else}
      <p data-why>
        It could be avoided at the price of hungrier ground, of crops spread wider, or of another clash; or the search
        for the reason was cut short.
      </p>
    {/if}
    {#if reasons.elsewhere.length && reasons.wish !== null}
      <h3>{upper(garden.wishName(reasons.wish))} in {year(tie.later)}, elsewhere</h3>
      <ul class="rows text-[14.5px]">
        {#each reasons.elsewhere as [at, standing] (`${at.bed} ${at.piece}`)}
          <li>
            {placeName(garden, at, view.plots)}: <span class="quiet">{standingWords(standing, garden.southern)}</span>
          </li>
        {/each}
      </ul>
    {/if}
    <h3>Ways out, the best first</h3>
    <p class="quiet">Now: {againstWords(reasons.against)}.</p>
    <ul class="mb-3" data-remedies>
      {#each reasons.remedies as remedy, n (n)}
        <li class="mb-2 flex justify-between gap-3">
          <span>
            <strong class="font-medium">{upper(remedyWords(garden, remedy.kind))}</strong><br />
            <span class="quiet">{againstWords(remedy.against)}{remedy.proven ? '' : '; there may be better'}</span>
          </span>
          {#if garden.mayChange}<button
              class="act whitespace-nowrap"
              aria-label={`take it: ${remedyWords(garden, remedy.kind)}`}
              onclick={() => turns.remedy(remedy.changes, remedy.entries, remedy.proven)}>take it</button
            >{/if}
        </li>
      {:else}
        {#if !turns.why.going && !turns.why.trouble}<li class="quiet">
            None was found that is better than leaving it.
          </li>{/if}
      {/each}
    </ul>
  {/if}
{/if}
