<script lang="ts">
  // The other direction of the sum: where do these plants fit, what does an edge hold, does a count add up,
  // which seeder plate comes nearest?
  import { LIMITS } from '../../../generated/Limits';
  import { api } from '../../../api';
  import type { Bed, Edge, Fits, Place, Plate, Tally } from '../../../generated/api';
  import { useOpenGarden } from '../../../state/context';
  import { Tried } from '../../../state/tried.svelte';
  import { count, length } from '../../../words/lengths';
  import { squareSize } from '../../../words/reasons';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  let crop = $state('leek');
  let way = $state('');
  const known = $derived(garden.crop(crop));
  const chosen = $derived(known?.ways.find((one) => one.key === way) ?? known?.ways[0]);
  let plants = $state(50);
  let from = $state('');
  let long = $state('');
  let seeds = $state(2);
  let rows = $state(4);
  let each = $state(12);
  let said = $state(50);
  let run = $state('');
  let plates = $state('');
  const tried = new Tried();
  let fits = $state.raw<Fits | null>(null);
  let edge = $state.raw<Edge | null>(null);
  let tally = $state.raw<Tally | null>(null);
  let seeder = $state.raw<{ wanted: number; plates: Plate[] } | null>(null);

  async function asking(event: SubmitEvent, work: (what: { crop: string; way: string }) => Promise<void>) {
    event.preventDefault();
    if (!chosen) return;
    const what = { crop, way: chosen.key };
    await tried.try(() => work(what));
  }

  const id = $derived(garden.view.id);
  const askFits = (event: SubmitEvent) =>
    asking(event, async (what) => {
      fits = await api.ask(id, {
        ask: 'fits',
        bed: bed.id,
        ...what,
        plants,
        school: null,
        year: garden.season.year,
        from: from || null,
      });
      desk.preview = fits.places
        .filter((place) => place.bed === bed.id)
        .map((place) => ({ rect: place.rect, ticket: known?.ticket ?? '' }));
    });
  const askEdge = (event: SubmitEvent) =>
    asking(event, async (what) => {
      edge = await api.ask(id, { ask: 'edge', ...what, long, seeds_a_hole: seeds });
    });
  const askTally = (event: SubmitEvent) =>
    asking(event, async () => {
      tally = await api.ask(id, { ask: 'tally', rows, each, said });
    });
  const askSeeder = (event: SubmitEvent) =>
    asking(event, async (what) => {
      const list = plates
        .split(/[,; ]+/)
        .filter(Boolean)
        .map(Number);
      seeder = await api.ask(id, { ask: 'seeder', ...what, run, plates: list });
    });

  async function plant(place: Place) {
    if (!chosen) return;
    const holes = place.plants < place.holds ? Math.ceil(place.plants / chosen.per_hole) : null;
    const placed = await garden.send({
      do: 'place',
      bed: place.bed,
      crop,
      way: chosen.key,
      rect: place.rect,
      holes,
      from: from || null,
      until: null,
      year: garden.season.year,
      between: false,
      needle: garden.needle,
    });
    if (placed) [fits, desk.preview] = [null, []];
  }
</script>

<div class="mt-2 grid grid-cols-2 gap-3">
  <label class="field"
    >Crop<select bind:value={crop} name="sum-crop">
      {#each garden.catalogue.crops as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field"
    >Grown as<select value={chosen?.key} onchange={(event) => (way = event.currentTarget.value)} name="sum-way">
      {#each known?.ways ?? [] as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
</div>
{#if tried.trouble}<p class="trouble mt-1" role="alert">{tried.trouble}</p>{/if}

<h3>Where do they fit?</h3>
<form class="flex flex-wrap items-end gap-3" onsubmit={askFits} aria-label="Where do they fit?">
  <label class="field w-[7em]"
    >Plants at hand<input
      type="number"
      min={LIMITS.plants[0]}
      max={LIMITS.plants[1]}
      bind:value={plants}
      name="at-hand"
    /></label
  >
  <label class="field w-[9em]">From, if not usual<input type="date" bind:value={from} name="fits-from" /></label>
  <button class="act">look</button>
</form>
{#if fits}
  <ul class="rows mt-1" data-fits>
    {#each fits.places as place, index (index)}
      <li class="flex justify-between gap-3">
        <span
          >{place.plants} on {squareSize(place.rect.w, place.rect.h)} in {garden.bed(place.bed)?.name ?? ''}
          {#if place.holds > place.plants}<span class="quiet">(it holds {place.holds})</span>{/if}</span
        >
        {#if garden.mayChange}<button class="act" onclick={() => plant(place)}>plant</button>{/if}
      </li>
    {:else}
      <li>No free ground holds even one on {from ? 'those' : 'its usual'} days.</li>
    {/each}
    {#if fits.left_over > 0}<li class="trouble">{fits.left_over} left over: give them away, or clear ground.</li>{/if}
  </ul>
  <p class="quiet">
    {fits.ground
      ? `In one piece they want ${squareSize(fits.ground[0], fits.ground[1])}.`
      : 'In one piece they would not fit this bed even if it were empty.'}
  </p>
{/if}

<h3>Along an edge</h3>
<form class="flex flex-wrap items-end gap-3" onsubmit={askEdge} aria-label="Along an edge">
  <label class="field w-[6em]"
    >Edge<input
      bind:value={long}
      required
      placeholder={garden.units === 'imperial' ? '10 ft' : '3 m'}
      name="edge"
    /></label
  >
  <label class="field w-[6em]"
    >Seeds a hole<input type="number" min="1" max="9" bind:value={seeds} name="edge-seeds" /></label
  >
  <button class="act">count</button>
</form>
{#if edge}
  <p class="mt-1" data-edge>
    {length(edge.long, garden.units)} ÷ {length(edge.distance, garden.units)} = {count(edge.plants, 'plant', 'plants')}, {count(
      edge.seeds,
      'seed',
      'seeds',
    )}.
  </p>
{/if}

<h3>Does it add up?</h3>
<form class="flex items-end gap-3" onsubmit={askTally} aria-label="Does it add up?">
  <label class="field w-[4em]">Rows<input type="number" min="0" max="9999" bind:value={rows} name="rows" /></label>
  <label class="field w-[4em]">In each<input type="number" min="0" max="9999" bind:value={each} name="each" /></label>
  <label class="field w-[5em]">Makes<input type="number" min="0" max="99999" bind:value={said} name="said" /></label>
  <button class="act">check</button>
</form>
{#if tally}
  <p class="mt-1" data-tally-sum>
    {#if tally.makes === tally.said}It does: {tally.rows} × {tally.each} = {tally.makes}.
    {:else}
      <span class="trouble">{tally.rows} × {tally.each} = {tally.makes}, not {tally.said}.</span>
      {tally.rows_for_it ? `${tally.said} would be ${count(tally.rows_for_it, 'row', 'rows')} of ${tally.each}.` : ''}
    {/if}
  </p>
{/if}

<h3>A seeder’s plate</h3>
<form class="flex flex-wrap items-end gap-3" onsubmit={askSeeder} aria-label="A seeder’s plate">
  <label class="field w-[9em]"
    >Wheel run, one plate turn<input
      bind:value={run}
      required
      placeholder={garden.units === 'imperial' ? '36 in' : '91 cm'}
      name="wheel-run"
    /></label
  >
  <label class="field w-[7em]"
    >Holes in plates<input bind:value={plates} required placeholder="6, 10, 24" name="plates" /></label
  >
  <button class="act">compare</button>
</form>
{#if seeder}
  <ul class="rows mt-1" data-plates>
    {#each seeder.plates as plate, index (index)}
      <li class:font-bold={plate.nearest}>
        {count(plate.holes, 'hole', 'holes')}: {length(plate.distance, garden.units)} apart{plate.nearest
          ? `, nearest to ${length(seeder.wanted, garden.units)}`
          : ''}
      </li>
    {/each}
  </ul>
{/if}
<div class="pb-3"></div>
