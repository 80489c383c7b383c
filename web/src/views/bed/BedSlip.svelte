<script lang="ts">
  import type { Bed, BedReckoning } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth } from '../../words/dates';
  import { count, length, squares } from '../../words/lengths';
  import { partSquare, sectionWords } from '../../words/reasons';
  import BedSchool from './BedSchool.svelte';
  import Findings from './Findings.svelte';
  import LastYears from './LastYears.svelte';

  let { bed, reckoned }: { bed: Bed; reckoned: BedReckoning } = $props();
  const { garden, desk } = useOpenGarden();

  const patches = $derived(garden.patchesIn(bed.id));
  const standing = $derived(patches.filter((one) => one.reckoning.stands));
  let tallyOpen = $state(false);
  const notes = $derived(
    [
      // A bed with braces is told of section by section.
      ...(reckoned.section_fits.length
        ? reckoned.section_fits.map((fit, index) => sectionWords(fit, index + 1, garden.units))
        : [partSquare(reckoned.fit.along, 'column', garden.units)]),
      partSquare(reckoned.fit.across, 'row', garden.units),
    ].filter(Boolean),
  );
</script>

<h2>{bed.name}</h2>
<p class="quiet border-b-2 border-hair pb-3">on {dayMonth(garden.needle)}</p>
<p class="mt-3 flex items-end gap-3">
  <span class="big">{reckoned.plants}</span>
  <span>
    {reckoned.plants === 1 ? 'plant' : 'plants'} standing<br />
    <span class="quiet"
      >{squares(reckoned.free_centisquares)} of {squares(reckoned.fit.open_centisquares).replace(/ squares?$/, '')} free</span
    >
  </span>
</p>
{#if standing.length}
  <p class="mt-1">
    <button class="act" aria-expanded={tallyOpen} onclick={() => (tallyOpen = !tallyOpen)}
      >{tallyOpen ? 'close the sum' : 'the sum'}</button
    >
  </p>
  {#if tallyOpen}
    <ul class="rows">
      {#each standing as one (one.patch.id)}
        <li class="flex justify-between">
          <button class="cursor-pointer hover:underline" onclick={() => desk.select(one.patch.id)}
            >{garden.named(one.patch.planted)}</button
          >
          <span class="font-serif text-chestnut">{one.reckoning.sum.plants}</span>
        </li>
      {/each}
    </ul>
  {/if}
{:else}
  <p class="mt-3">
    {patches.length === 0 ? 'Nothing is laid out here this year.' : 'Nothing stands here on this day.'}
    {#if garden.mayChange}Find a crop with <kbd class="font-bold">/</kbd>, then click a square or draw a patch.{/if}
  </p>
{/if}
{#each notes as note (note)}<p class="quiet mt-2">{note}</p>{/each}
{#if reckoned.fit.open_centisquares !== reckoned.fit.ground_centisquares}
  <p class="quiet mt-2">
    {count(bed.braces.length, 'brace covers', 'braces cover')}
    {squares(reckoned.fit.ground_centisquares - reckoned.fit.open_centisquares)} of {squares(
      reckoned.fit.ground_centisquares,
    )}.
  </p>
{/if}
{#each reckoned.trellis_shades as shade (shade.from_far)}
  <p class="quiet mt-2">
    The trellis {length(shade.from_far, garden.units)} from the far side, grown over to {length(18288, garden.units)},
    shades
    {squares(shade.centisquares)} at noon in midsummer.
  </p>
{/each}
<Findings findings={garden.findingsIn(bed.id)} />
<LastYears {bed} {reckoned} />
<BedSchool {bed} />
<div class="foot">
  <button class="act" onclick={() => desk.begin('sheet')}>set it out</button>
  {#if garden.mayChange}
    <button class="act" onclick={() => desk.begin('arrange')}>arrange this bed</button>
    <button class="act" onclick={() => desk.begin('group')}>groupings</button>
    <button class="act" onclick={() => desk.begin('markers')}>row markers</button>
  {/if}
  <button class="act" onclick={() => desk.begin('bare')}>empty ground</button>
  <button class="act" onclick={() => desk.begin('sums')}>count</button>
</div>
