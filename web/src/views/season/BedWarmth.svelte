<script lang="ts">
  // How warm the soil of each bed is on the needle's day: what is assumed of it, what lies on it, what a thermometer said.
  import type { Cover, Mulch, SeasonView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth, fullDate } from '../../words/dates';
  import { correction, degrees, tenths } from '../../words/season';
  import { untrack } from 'svelte';

  let { season, view }: { season: SeasonState; view: SeasonView } = $props();
  const { garden } = useOpenGarden();

  const almanac = $derived(garden.view.garden.almanac);
  const unit = $derived(garden.units === 'imperial' ? '°F' : '°C');
  let trouble = $state('');
  let bedRead = $state({ bed: untrack(() => garden.view.garden.beds[0]?.id ?? 0), on: '', soil: '' });
  async function note(event: SubmitEvent) {
    event.preventDefault();
    const soil = tenths(bedRead.soil, garden.units);
    trouble = Number.isNaN(soil) ? `“${bedRead.soil}” is not a temperature; write it in ${unit}` : '';
    const { bed } = bedRead;
    const on = bedRead.on || garden.view.today;
    if (trouble === '' && (await season.change({ season: 'read', bed, on, soil }))) bedRead.soil = '';
  }
  const READINGS = 4;
  const readings = $derived(almanac.readings.slice(-READINGS).reverse());
  const warmth = $derived(
    (bed: number) => almanac.beds.find((one) => one.bed === bed) ?? { mulch: 'none', cover: 'none' },
  );
</script>

<h3>Soil in the beds, {dayMonth(garden.needle)}</h3>
<ul class="rows" data-soil>
  {#each view.beds as band (band.bed)}
    {@const kept = warmth(band.bed)}
    <li>
      <span class="flex justify-between gap-2"
        ><span>{garden.bed(band.bed)?.name}</span><span class="font-serif text-chestnut"
          >{degrees(band.soil, garden.units)}</span
        ></span
      >
      <span class="quiet"
        >{band.read ? 'from your thermometer' : 'a guess from the air'}{band.corrections.length
          ? `; ${band.corrections.map((one) => correction(one, garden.units)).join(', ')}`
          : ''}</span
      >
      {#if garden.mayChange}
        <span class="flex gap-4">
          <select
            class="quiet"
            aria-label={`What lies on ${garden.bed(band.bed)?.name ?? ''}`}
            value={kept.mulch}
            onchange={(event) =>
              season.change({
                season: 'set-warmth',
                bed: band.bed,
                mulch: event.currentTarget.value as Mulch,
                cover: kept.cover as Cover,
              })}
            ><option value="none">bare</option><option value="straw">straw</option><option value="sheet">a sheet</option
            ></select
          >
          <select
            class="quiet"
            aria-label={`What covers ${garden.bed(band.bed)?.name ?? ''}`}
            value={kept.cover}
            onchange={(event) =>
              season.change({
                season: 'set-warmth',
                bed: band.bed,
                mulch: kept.mulch as Mulch,
                cover: event.currentTarget.value as Cover,
              })}
            ><option value="none">no cover</option><option value="fleece">fleece</option><option value="tunnel"
              >a tunnel</option
            ></select
          >
        </span>
      {/if}
    </li>
  {/each}
</ul>
{#if garden.mayChange}
  {#if trouble}<p class="trouble mt-2" role="alert">{trouble}</p>{/if}
  <form
    class="mt-2 grid grid-cols-2 items-end gap-x-4 gap-y-2"
    onsubmit={note}
    aria-label="A soil thermometer's reading"
  >
    <label class="field"
      >Soil read in<select bind:value={bedRead.bed} name="read-bed"
        >{#each garden.view.garden.beds as bed (bed.id)}<option value={bed.id}>{bed.name}</option>{/each}</select
      ></label
    >
    <label class="field"
      >On<input
        type="date"
        name="read-on"
        max={garden.view.today}
        value={bedRead.on || garden.view.today}
        onchange={(event) => (bedRead.on = event.currentTarget.value)}
      /></label
    >
    <label class="field"
      >At sowing depth, {unit}<input bind:value={bedRead.soil} inputmode="decimal" required name="read-soil" /></label
    >
    <div><button class="act">note it</button></div>
  </form>
  <p class="quiet mt-1 mb-2">
    For the two weeks after it, less each day, a reading overrules the guess: in what may start there, and how soon it
    is up.
  </p>
  {#if readings.length}
    <ul class="rows mb-3" data-readings>
      {#each readings as one (`${one.bed} ${one.on}`)}
        <li class="flex justify-between gap-2">
          <span
            >{garden.bed(one.bed)?.name}, {fullDate(one.on)}
            <span class="quiet">{degrees(one.soil / 10, garden.units)}</span></span
          ><button
            class="act"
            aria-label={`strike out the reading of ${fullDate(one.on)} in ${garden.bed(one.bed)?.name ?? ''}`}
            onclick={() => season.change({ season: 'read', bed: one.bed, on: one.on, soil: null })}>strike out</button
          >
        </li>
      {/each}
    </ul>
  {/if}
{/if}
