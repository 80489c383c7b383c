<script lang="ts">
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import { untrack } from 'svelte';
  import FrostFields from '../../parts/FrostFields.svelte';
  import type { Site } from '../../generated/api';
  import { count } from '../../words/lengths';
  import { heightIn, metresOf } from '../../words/place';
  import PlaceFields from './PlaceFields.svelte';

  interface Props {
    site: Site | null;
    word: string;
    save: (site: Site) => Promise<boolean>;
    /** Plantings that stand on the present squares. */
    planted?: number;
  }
  let { site, word, save, planted = 0 }: Props = $props();
  /** Squares in use stay as they are. */
  const kept = $derived(planted > 0);

  const start = untrack(() => site);
  let name = $state(start?.name ?? '');
  let units = $state(start?.units ?? 'imperial');
  let north = $state(start?.north ?? 0);
  const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
  /** A new garden is taken to be where its browser is. */
  let zone = $state(start ? (start.zone ?? '') : here);
  const zones = [
    ...new Set([...(start?.zone ? [start.zone] : []), here, ...Intl.supportedValuesOf('timeZone')]),
  ].sort();
  const STRAINS = {
    sweet: 'sweet',
    'extra-sweet': 'extra-sweet',
    popping: 'for popping',
    field: 'for fodder or grain',
  };
  let strain = $state(start?.neighbour_maize?.strain ?? '');
  let metres = $state(start?.neighbour_maize?.metres ?? 30);
  const changed = $derived(start !== null && units !== start.units && planted > 0);
  const squares = $derived((start?.grid ?? start?.units) === 'metric' ? '30 cm' : '12 in');
  let frost: ReturnType<typeof FrostFields> | undefined = $state();
  let place: ReturnType<typeof PlaceFields> | undefined = $state();
  const climate = $derived(place?.climate() ?? null);

  async function saved(event: SubmitEvent) {
    event.preventDefault();
    const spot = await place?.typed();
    if (!spot || !frost) return;
    const neighbour_maize = strain ? { strain, metres } : null;
    await save({
      name,
      ...spot,
      units,
      north,
      zone: zone || null,
      freezes: frost.typed(),
      grid: null,
      neighbour_maize,
    });
  }
</script>

<form class="grid gap-3 pt-2" onsubmit={saved}>
  <label class="field"
    >Name of the garden<input bind:value={name} required maxlength={LETTERS.name} name="garden-name" /></label
  >
  <PlaceFields bind:this={place} site={start} {units} />
  <FrostFields
    bind:this={frost}
    freezes={start?.freezes ?? { is: 'by-climate' }}
    edges={climate ? [climate.last_frost, climate.first_frost] : null}
  />
  <div class="grid grid-cols-2 gap-4">
    <label class="field col-span-2"
      >Measures<select bind:value={units} name="units"
        ><option value="imperial">feet and inches{kept ? '' : ', 12 in squares'}</option><option value="metric"
          >metres{kept ? '' : ', 30 cm squares'}</option
        ></select
      ></label
    >
    {#if changed}
      <p class="quiet col-span-2" data-units-change>
        Lengths, temperatures and heights are told in {units === 'metric' ? 'metres and °C' : 'feet and °F'} from now on.
        Squares stay {squares}, for {count(planted, 'planting stands', 'plantings stand')} on them; no distance and no count
        changes.
      </p>
    {/if}
    <label class="field col-span-2"
      >North, degrees from straight up<input
        type="number"
        min={LIMITS.degrees[0]}
        max={LIMITS.degrees[1]}
        required
        bind:value={north}
      /></label
    >
    <label class="field col-span-2"
      >Time zone, for the day it is there<select bind:value={zone} name="zone"
        ><option value="">not known: the day of the server</option>{#each zones as one (one)}<option value={one}
            >{one.replaceAll('_', ' ')}</option
          >{/each}</select
      ></label
    >
    {#if zone === ''}
      <p class="quiet col-span-2">
        This browser is in {here.replaceAll('_', ' ')}.
        <button type="button" class="act" onclick={() => (zone = here)}>take that</button>
      </p>
    {/if}
  </div>
  {#if start}
    <div class="grid grid-cols-2 gap-4">
      <label class="field"
        >A neighbour’s maize<select bind:value={strain} name="neighbour-maize"
          ><option value="">none that is known</option>{#each Object.entries(STRAINS) as [key, told] (key)}<option
              value={key}>{told}</option
            >{/each}</select
        ></label
      >
      {#if strain}
        <label class="field"
          >How far, {units === 'metric' ? 'metres' : 'feet'}<input
            type="number"
            min="1"
            required
            value={heightIn(metres, units)}
            onchange={(event) => (metres = metresOf(event.currentTarget.value, units) ?? 0)}
            name="neighbour-away"
          /></label
        >
      {/if}
    </div>
  {/if}
  <div><button class="act">{word}</button></div>
</form>
