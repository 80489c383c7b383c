<script lang="ts">
  // Whether seed of it would come true: what it takes, and what would cross with it in the needle's year.
  import type { Command, SeedStand } from '../generated/api';
  import { AnswerState } from '../state/answer.svelte';
  import { useOpenGarden } from '../state/context';
  import { fullDate, yearName } from '../words/dates';
  import { count } from '../words/lengths';
  import { upper } from '../words/text';
  import { farBetween } from '../words/tin';

  interface Props {
    crop: string;
    variety: number | null;
    /** Puts seed that was saved here into the tin, where that can be done from here. */
    saved?: () => void;
  }
  let { crop, variety, saved }: Props = $props();
  const { garden, desk } = useOpenGarden();

  const year = $derived(garden.season.year);
  /** Nobody is asked before it is unfolded. */
  let open = $state(false);
  const asked = new AnswerState<'saving'>(garden, () => (open ? { ask: 'saving', crop, variety, year } : null));
  const saving = $derived(asked.is);
  const species = $derived(saving?.species);

  /** The end of a planting stays until its seed is ripe, or all of it. */
  function leave({ patch: id, winters }: SeedStand) {
    const one = patch(id);
    if (!one || !winters) return;
    const { half_squares, until } = winters;
    const change: Command =
      half_squares === null
        ? { do: 'replan', changes: [{ change: 'days', patch: id, from: one.from, until }], follow: false }
        : { do: 'divide-patch', patch: id, way: one.planted.way, half_squares, until };
    void garden.send(change);
  }

  const BY = {
    itself: 'it mostly pollinates itself',
    insects: 'insects carry its pollen',
    wind: 'the wind carries its pollen',
  } as const;
  const patch = (id: number) => garden.view.garden.patches.find((one) => one.id === id);
  const source = $derived(species && garden.catalogue.sources[species.source]);
</script>

<details class="mt-4" data-saving bind:open>
  <summary class="act">saving its seed</summary>
  {#if species}
    <p class="mt-1">
      {upper(species.name)}: {BY[species.by]}{species.second_year ? ', and it flowers in its second year' : ''}. Seed is
      taken of {species.plants[0]} to {species.plants[1]} plants, {farBetween(species.metres, garden.units)} from others of
      its species. {species.how}
    </p>
    {#if saving && saving.crosses.length}
      <p class="mt-2">In {yearName(year, garden.southern)} it would cross here with</p>
      <ul>
        {#each saving.crosses as one (one.patch)}
          <li>
            <button
              class="act"
              onclick={() => {
                desk.open('bed', one.bed);
                desk.select(one.patch);
              }}>{garden.named(patch(one.patch)?.planted)}, {garden.bed(one.bed)?.name ?? ''}</button
            >
            <span class="quiet"
              >{one.perhaps ? 'if it is another variety' : ''}{one.perhaps && one.if_left ? ', and ' : ''}{one.if_left
                ? 'if it is left to flower'
                : ''}</span
            >
          </li>
        {/each}
      </ul>
    {:else if saving}
      <p class="mt-2">
        In {yearName(year, garden.southern)} nothing of its species is planned beside it here. What flowers over the fence
        nobody here knows.
      </p>
    {/if}
    {#each saving?.stands.filter((one) => one.winters !== null) ?? [] as one (one.patch)}
      {#if one.winters}
        <p class="mt-2" data-winters>
          {one.winters.half_squares === null ? 'All' : `About ${one.winters.plants}`} of the {count(
            one.plants,
            'plant',
            'plants',
          )} in {garden.bed(one.bed)?.name ?? ''} would have to stand until about {fullDate(one.winters.until)}, or are
          lifted and set again in spring.
          {#if garden.mayChange}<button class="act" onclick={() => leave(one)}
              >{one.winters.half_squares === null
                ? 'leave all of it'
                : `leave its last ${count(one.winters.half_squares, 'half square', 'half squares')}`} standing</button
            >{/if}
        </p>
      {/if}
    {/each}
    {#if garden.mayChange && saved}
      <p class="mt-2"><button class="act" onclick={saved}>put seed that you saved into the tin</button></p>
    {/if}
    <p class="quiet mt-1">{source?.title}, {source?.publisher}. Seed of hybrids (F1) does not come true.</p>
  {:else if saving}
    <p class="mt-1">The book says nothing of saving its seed.</p>
  {/if}
</details>
