<script lang="ts">
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import { untrack } from 'svelte';
  import FrostFields from '../../frame/FrostFields.svelte';
  import type { Frost } from '../../generated/Frost';
  import type { Site } from '../../generated/Site';

  interface Props {
    site: Site | null;
    word: string;
    save: (site: Site) => Promise<boolean>;
  }
  let { site, word, save }: Props = $props();

  const start = untrack(() => site);
  let name = $state(start?.name ?? '');
  let place = $state(start?.place ?? '');
  let latitude = $state(String(Math.abs(start?.latitude ?? 4500) / 100));
  let half = $state((start?.latitude ?? 0) < 0 ? 'south' : 'north');
  let units = $state(start?.units ?? 'imperial');
  let north = $state(start?.north ?? 0);
  const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
  /** A new garden is taken to be where its browser is. */
  let zone = $state(start ? (start.zone ?? '') : here);
  const zones = [
    ...new Set([...(start?.zone ? [start.zone] : []), here, ...Intl.supportedValuesOf('timeZone')]),
  ].sort();
  /** What a new garden's fields begin with. */
  const START: Record<string, Frost> = {
    north: { last: { month: 4, day: 25 }, first: { month: 10, day: 20 }, spread_days: 14 },
    south: { last: { month: 10, day: 25 }, first: { month: 4, day: 20 }, spread_days: 14 },
  };
  let begun = $state(untrack(() => START[half]));
  let frost: ReturnType<typeof FrostFields> | undefined = $state();

  /** A new garden's frosts come half a year on in the other half of the world, unless others are typed already. */
  function turned() {
    if (JSON.stringify(frost?.typed()) === JSON.stringify(begun)) begun = START[half];
  }

  function saved(event: SubmitEvent) {
    event.preventDefault();
    const degrees = Math.round(Number(latitude.replace(',', '.')) * 100);
    void save({
      name,
      place,
      latitude: half === 'south' ? -degrees : degrees,
      units,
      north,
      zone: zone || null,
      frost: frost?.typed() ?? null,
    });
  }
</script>

<form class="grid gap-3 pt-2" onsubmit={saved}>
  <label class="field"
    >Name of the garden<input bind:value={name} required maxlength={LETTERS.name} name="garden-name" /></label
  >
  <label class="field">Place<input bind:value={place} maxlength={LETTERS.name} name="place" /></label>
  <div class="grid grid-cols-2 gap-4">
    <label class="field"
      >Latitude in degrees<input bind:value={latitude} inputmode="decimal" required name="latitude" /></label
    >
    <label class="field"
      >Half of the world<select bind:value={half} onchange={turned} name="half"
        ><option value="north">north</option><option value="south">south</option></select
      ></label
    >
    <label class="field"
      >Measures<select bind:value={units} name="units"
        ><option value="imperial">feet and inches, 12 in squares</option><option value="metric"
          >metres, 30 cm squares</option
        ></select
      ></label
    >
    <label class="field"
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
  {#key begun}<FrostFields bind:this={frost} frost={start ? start.frost : (begun ?? null)} />{/key}
  <div><button class="act">{word}</button></div>
</form>
