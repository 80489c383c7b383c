<script lang="ts">
  // Whether seed of it would come true: what it takes, and what would cross with it in the needle's year.
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import { yearName } from '../../words/dates';
  import { upper } from '../../words/reasons';
  import { farBetween } from '../../words/tin';

  interface Props {
    crop: string;
    variety: number | null;
  }
  let { crop, variety }: Props = $props();
  const { garden, desk } = useOpenGarden();

  const year = $derived(garden.season.year);
  const asked = new AnswerState<'saving'>(garden, () => ({ ask: 'saving', crop, variety, year }));
  const saving = $derived(asked.is);
  const species = $derived(saving?.species);

  const BY = {
    itself: 'it mostly pollinates itself',
    insects: 'insects carry its pollen',
    wind: 'the wind carries its pollen',
  } as const;
  const patch = (id: number) => garden.view.garden.patches.find((one) => one.id === id);
  const source = $derived(species && garden.catalogue.sources[species.source]);
</script>

{#if species}
  <details class="mt-4" data-saving>
    <summary class="act">saving its seed</summary>
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
    <p class="quiet mt-1">{source?.title}, {source?.publisher}. Seed of hybrids (F1) does not come true.</p>
  </details>
{/if}
