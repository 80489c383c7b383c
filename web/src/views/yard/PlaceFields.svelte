<script lang="ts">
  // Where a garden lies: a town is typed and found, or its coordinates are typed; what its climate is follows at once.
  import { api, Refused } from '../../api';
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import type { PlaceClimate, Site, Town, Units } from '../../generated/api';
  import { untrack } from 'svelte';
  import {
    CREDITS,
    heightIn,
    heightWords,
    hundredths,
    metresOf,
    spotWords,
    townWords,
    warmthWords,
  } from '../../words/place';
  import { upper } from '../../words/text';

  let { site, units }: { site: Site | null; units: Units } = $props();

  const start = untrack(() => site);
  const typedDegrees = (value: number | null | undefined) =>
    value === null || value === undefined ? '' : String(value / 100);
  let place = $state(start?.place ?? '');
  let latitude = $state(typedDegrees(start?.latitude));
  let longitude = $state(typedDegrees(start?.longitude));
  /** The measures that the height is typed in. */
  let measured = $state(untrack(() => units));
  const typedHeight = (metres: number | null | undefined, by: Units) =>
    metres === null || metres === undefined ? '' : String(heightIn(metres, by));
  let height = $state(untrack(() => typedHeight(start?.height, units)));
  let found: Town[] = $state.raw([]);
  let sought = $state('');
  let chosen = $state(-1);
  let known: PlaceClimate | null = $state.raw(null);
  let trouble = $state('');
  let asked = 0;
  /** The look-up under way: what is saved waits for it, so that no place is kept with another's months. */
  let looking: Promise<void> = Promise.resolve();

  const spot = $derived({
    latitude: hundredths(latitude),
    longitude: longitude.trim() === '' ? null : hundredths(longitude),
  });
  const high = $derived(metresOf(height, measured));
  const placed = $derived(![spot.latitude, spot.longitude].some(Number.isNaN));
  const [lowest, highest] = LIMITS.height;
  const tooHigh = $derived(
    high === null || (high >= lowest && high <= highest)
      ? ''
      : `The height above the sea reads “${height.trim()}”: it is a number from ${heightIn(lowest, units)} to ${heightWords(highest, units)}, or left out.`,
  );

  /** What the climate there is, once it is looked up. */
  export function climate(): PlaceClimate | null {
    return known;
  }

  /** What is typed, with the months there; nothing while it cannot be read. */
  export async function typed(): Promise<Pick<Site, 'place' | 'latitude' | 'longitude' | 'height' | 'months'> | null> {
    if (!placed) {
      trouble =
        'Find the town, or type latitude and longitude in degrees, such as 44.9 and -93.2; south and west are negative.';
      return null;
    }
    if (tooHigh) return null;
    await looking;
    if (!known) {
      // Kept without it, the garden would lose the warmth of its place.
      trouble ||= 'Its climate could not be looked up just now. Nothing is lost: try again.';
      return null;
    }
    return { place, latitude: spot.latitude, longitude: spot.longitude, height: high, months: known.months };
  }

  async function seek() {
    sought = place;
    chosen = -1;
    const mine = ++asked;
    const towns = place.trim().length < 2 ? [] : await api.towns(place).catch(() => []);
    if (mine === asked) found = towns;
  }

  function take(town: Town) {
    asked += 1;
    place = townWords(town).slice(0, LETTERS.name);
    latitude = typedDegrees(town.latitude);
    longitude = typedDegrees(town.longitude);
    height = '';
    found = [];
  }

  function keys(event: KeyboardEvent) {
    if (found.length === 0) return;
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      chosen = (chosen + (event.key === 'ArrowDown' ? 1 : found.length)) % found.length;
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const town = found[Math.max(0, chosen)];
      if (town) take(town);
    } else if (event.key === 'Escape') {
      event.stopPropagation();
      found = [];
    }
  }

  $effect(() => {
    if (units === measured) return;
    if (!tooHigh) height = typedHeight(metresOf(height, measured), units);
    measured = units;
  });

  $effect(() => {
    const metres = high;
    const { latitude: north, longitude: east } = spot;
    if (!placed || tooHigh) {
      known = null;
      return;
    }
    let stale = false;
    known = null;
    looking = api.climate(north, east, metres).then(
      (answer) => {
        if (!stale) [known, trouble] = [answer, ''];
      },
      (error: unknown) => {
        if (!stale) [known, trouble] = [null, error instanceof Refused ? upper(error.problem.detail) : ''];
      },
    );
    return () => {
      stale = true;
    };
  });
</script>

<div class="relative">
  <label class="field"
    >Town or place<input
      bind:value={place}
      oninput={seek}
      onkeydown={keys}
      onblur={() => (found = [])}
      maxlength={LETTERS.name}
      name="place"
      autocomplete="off"
      role="combobox"
      aria-expanded={found.length > 0}
      aria-controls="towns"
      aria-activedescendant={chosen >= 0 ? `town-${chosen}` : undefined}
      aria-autocomplete="list"
    /></label
  >
  {#if found.length > 0}
    <ul id="towns" role="listbox" aria-label={`Towns named ${sought}`} class="towns">
      {#each found as town, n (`${town.name} ${town.latitude} ${town.longitude}`)}
        <li id={`town-${n}`} role="option" aria-selected={n === chosen}>
          <button type="button" tabindex="-1" onmousedown={(event) => event.preventDefault()} onclick={() => take(town)}
            >{townWords(town)} <span class="quiet">{spotWords(town.latitude, town.longitude)}</span></button
          >
        </li>
      {/each}
    </ul>
  {/if}
</div>
<div class="grid grid-cols-2 gap-4">
  <label class="field"
    >Latitude, south negative<input bind:value={latitude} inputmode="decimal" required name="latitude" /></label
  >
  <label class="field"
    >Longitude, west negative<input bind:value={longitude} inputmode="decimal" name="longitude" /></label
  >
  <label class="field col-span-2"
    >Height above the sea, {units === 'metric' ? 'metres' : 'feet'}<input
      bind:value={height}
      inputmode="numeric"
      placeholder={typedHeight(known?.height, units)}
      name="height"
    /></label
  >
  {#if known && known.height !== null && height.trim() === ''}
    <p class="quiet col-span-2">
      Taken as {heightWords(known.height, units)}, the lowest of a coarse map about it: in hills and mountains type your
      own, for it is about {units === 'metric' ? '6 °C colder every 1000 m' : '3.3 °F colder every 1000 ft'} higher up.
    </p>
  {/if}
</div>
{#if tooHigh}<p class="trouble" role="alert">{tooHigh}</p>{/if}
{#if trouble}<p class="trouble" role="alert">{trouble}</p>{/if}
{#if known}
  <p data-climate>
    Usual nights and days: {warmthWords(known.usual, units)}.
    <span class="quiet"
      >{known.months
        ? CREDITS
        : `${spot.longitude === null ? 'Without a longitude this is' : 'There is no land at that place, so this is'} the middle of all land at that latitude: a poor guess.`}</span
    >
  </p>
{/if}
{#if !placed && place.trim() !== '' && found.length === 0 && sought === place}
  <p class="quiet">No town of 5,000 people or more begins so: type the nearest larger one, or the coordinates.</p>
{/if}

<style>
  .towns {
    position: absolute;
    z-index: 5;
    inset: 100% 0 auto;
    background: var(--color-paper);
    border: 1px solid var(--color-hair);
    border-top: 0;
  }
  .towns li[aria-selected='true'] {
    background: var(--color-buff);
  }
  .towns button {
    display: block;
    width: 100%;
    padding: 4px 8px;
    text-align: left;
  }
</style>
