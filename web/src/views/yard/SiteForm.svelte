<script lang="ts">
  import { untrack } from 'svelte';
  import type { MonthDay } from '../../generated/MonthDay';
  import type { Site } from '../../generated/Site';
  import { MONTHS } from '../../words/dates';

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
  let freezes = $state(start ? start.frost !== null : true);
  let last: MonthDay = $state({ ...(start?.frost?.last ?? { month: 4, day: 25 }) });
  let first: MonthDay = $state({ ...(start?.frost?.first ?? { month: 10, day: 20 }) });
  let spread = $state(start?.frost?.spread_days ?? 14);

  function saved(event: SubmitEvent) {
    event.preventDefault();
    const degrees = Math.round(Number(latitude.replace(',', '.')) * 100);
    void save({
      name,
      place,
      latitude: half === 'south' ? -degrees : degrees,
      units,
      north,
      frost: freezes ? { last: { ...last }, first: { ...first }, spread_days: spread } : null,
    });
  }
</script>

{#snippet monthDay(label: string, day: MonthDay)}
  <fieldset class="flex items-end gap-2">
    <legend class="quiet">{label}</legend>
    <label class="field w-16"
      ><span class="sr-only">day</span><input type="number" min="1" max="31" required bind:value={day.day} /></label
    >
    <label class="field w-20"
      ><span class="sr-only">month</span><select bind:value={day.month}
        >{#each MONTHS as month, index (month)}<option value={index + 1}>{month}</option>{/each}</select
      ></label
    >
  </fieldset>
{/snippet}

<form class="grid gap-3 pt-2" onsubmit={saved}>
  <label class="field">Name of the garden<input bind:value={name} required maxlength="60" name="garden-name" /></label>
  <label class="field">Place<input bind:value={place} maxlength="60" name="place" /></label>
  <div class="grid grid-cols-2 gap-4">
    <label class="field"
      >Latitude in degrees<input bind:value={latitude} inputmode="decimal" required name="latitude" /></label
    >
    <label class="field"
      >Half of the world<select bind:value={half}
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
      >North, degrees from straight up<input type="number" min="0" max="359" required bind:value={north} /></label
    >
  </div>
  <label class="flex items-center gap-2"
    ><input type="checkbox" bind:checked={freezes} />It freezes here in some years</label
  >
  {#if freezes}
    <div class="grid grid-cols-2 gap-4">
      {@render monthDay('Last spring frost, even chance', last)}
      {@render monthDay('First autumn frost, even chance', first)}
    </div>
    <label class="field"
      >Days from the even chance to one year in ten<input
        type="number"
        min="0"
        max="60"
        required
        bind:value={spread}
      /></label
    >
  {/if}
  <div><button class="act">{word}</button></div>
</form>
