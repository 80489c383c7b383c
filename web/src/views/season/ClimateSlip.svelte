<script lang="ts">
  // The climate of the place: frosts, where its warmth is taken from; soil readings and covers.
  import { LETTERS } from '../../generated/Limits';
  import { api } from '../../api';
  import FrostFields from '../../parts/FrostFields.svelte';
  import type { Appetite, FrostEdge, Monthly, SeasonView, StationRead } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { Tried } from '../../state/tried.svelte';
  import { dayMonth, fullDate, MONTHS } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { CREDITS, spotWords } from '../../words/place';
  import { BY_LATITUDE, degreesMore, fieldDegrees, FROM, FROST_FROM, tenths } from '../../words/season';
  import BedWarmth from './BedWarmth.svelte';
  import { untrack } from 'svelte';

  let { season, view }: { season: SeasonState; view: SeasonView } = $props();
  const { garden } = useOpenGarden();

  const almanac = $derived(garden.view.garden.almanac);
  const site = $derived(garden.view.garden.site);
  const edges = $derived([garden.season.last_frost, garden.season.first_frost] as [FrostEdge | null, FrostEdge | null]);
  let way: 'place' | 'months' | 'station' = $state(untrack(() => garden.view.garden.almanac.from));
  let read: StationRead | null = $state.raw(null);
  const tried = new Tried();
  let stationName = $state('');

  const unit = $derived(garden.units === 'imperial' ? '°F' : '°C');
  const start = untrack(() => garden.view.garden.almanac.months);
  const blank = Array.from({ length: 12 }, () => '');
  let highs: string[] = $state(
    start ? untrack(() => start.high.map((t) => fieldDegrees(t, garden.units))) : [...blank],
  );
  let lows: string[] = $state(start ? untrack(() => start.low.map((t) => fieldDegrees(t, garden.units))) : [...blank]);

  async function typed(event: SubmitEvent) {
    event.preventDefault();
    const [high, low] = [highs, lows].map((all) => all.map((text) => tenths(text, garden.units)));
    const missing = MONTHS.find((_, n) => Number.isNaN(high?.[n]) || Number.isNaN(low?.[n]));
    tried.trouble = missing
      ? `${missing}: type the usual high and low in ${unit}, such as ${garden.units === 'imperial' ? '64' : '18'}`
      : '';
    if (missing || !high || !low) return;
    // Twelve of each, as there are twelve fields.
    const months = { high, low } as Monthly;
    await season.change({ season: 'take-months', months });
  }

  async function open(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    read = null;
    tried.trouble = '';
    if (!file) return;
    if (stationName === '') stationName = file.name.replace(/\.[^.]*$/, '').slice(0, 60);
    await tried.try(async () => (read = await api.station(garden.view.id, stationName, await file.text())));
    event.currentTarget.value = '';
  }

  async function keep() {
    if (read && (await season.change({ season: 'take-station', station: { ...read.station, name: stationName } })))
      read = null;
  }

  const fromStation = $derived(almanac.from === 'station' && (almanac.station?.years.length ?? 0) > 1);
  const moved = $derived(view.weather.nights_moved);
  const frostFrom = $derived(
    `${fromStation ? 'By the station’s years' : FROST_FROM[site.freezes.is]}${Math.abs(moved) < 0.3 ? '' : `; for that all nights are taken ${degreesMore(moved, garden.units)} against the place’s own`}.`,
  );
  let fields: ReturnType<typeof FrostFields> | undefined = $state();
  let dates = $state(false);
  async function freezes(event: SubmitEvent) {
    event.preventDefault();
    if (fields) await season.change({ season: 'set-freezes', freezes: fields.typed() });
  }
</script>

<h2>Climate</h2>
<p class="quiet border-b-2 border-hair pb-2">
  warmth from {view.weather.by_latitude ? BY_LATITUDE : FROM[view.weather.from]}{view.weather.from === 'station' &&
  almanac.station
    ? `: ${almanac.station.name}`
    : ''}
</p>
{#if tried.trouble}<p class="trouble mt-2" role="alert">{tried.trouble}</p>{/if}
<h3>Frost, as chances</h3>
{#if edges[0] || edges[1]}
  <table class="w-full text-[14.5px]" data-frost>
    <thead class="quiet text-left"><tr><td></td><th>9 in 10</th><th>even</th><th>1 in 10</th></tr></thead>
    <tbody>
      <tr
        ><th class="text-left font-normal">last after</th
        >{#each [edges[0]?.early, edges[0]?.even, edges[0]?.late] as day, n (n)}<td
            >{day ? dayMonth(day) : 'less often'}</td
          >{/each}</tr
      >
      <tr
        ><th class="text-left font-normal">first by</th
        >{#each [edges[1]?.late, edges[1]?.even, edges[1]?.early] as day, n (n)}<td
            >{day ? dayMonth(day) : 'less often'}</td
          >{/each}</tr
      >
    </tbody>
  </table>
{:else}<p class="quiet">It hardly ever freezes here, as far as is known.</p>{/if}
<p class="quiet" data-frost-from>{frostFrom}</p>
{#if garden.mayChange}
  <button class="act mt-1" aria-expanded={dates} onclick={() => (dates = !dates)}
    >{fromStation ? 'what you know, for when the station is not used' : 'say what you know of its frosts'}</button
  >
  {#if dates}
    {#key JSON.stringify(garden.view.garden.site.freezes)}
      <form class="mt-1 grid gap-2" onsubmit={freezes} aria-label="When it freezes">
        <FrostFields bind:this={fields} freezes={garden.view.garden.site.freezes} {edges} />
        <div><button class="act">take this</button></div>
      </form>
    {/key}
  {/if}
{/if}
<label class="field mt-2"
  >How much chance of a killing frost you take<select
    name="appetite"
    value={almanac.appetite}
    disabled={!garden.mayChange}
    onchange={(event) => season.change({ season: 'set-appetite', appetite: event.currentTarget.value as Appetite })}
    ><option value="cautious">cautious: one year in ten</option><option value="even">even: one in four</option><option
      value="bold">bold: one in two, with covers at hand</option
    ></select
  ></label
>
<h3>Warmth</h3>
<p class="mb-1 flex flex-wrap gap-x-4" role="group" aria-label="Where the warmth is taken from">
  {#each [['place', 'the place'], ['months', 'twelve pairs'], ['station', 'a station’s file']] as [key, words] (key)}
    <button
      class="act"
      aria-pressed={way === key}
      class:font-normal={way !== key}
      onclick={() => (way = key as typeof way)}>{words}</button
    >
  {/each}
</p>
{#if way === 'place'}
  <p>
    {site.place || 'This place'}, {spotWords(site.latitude, site.longitude)}.
    {#if almanac.from !== 'place' && garden.mayChange}<button
        class="act"
        onclick={() => season.change({ season: 'take-place' })}>take the climate of the place</button
      >{/if}
  </p>
  <p class="quiet">
    {site.months
      ? `Means and rain of its months from a map of the world; highs and lows follow from them by a rule, right to about a degree or two where the height of the garden is known, less so on steep coasts: there twelve pairs of a near station are better. ${CREDITS}`
      : 'Only its latitude is known: the warmth is the middle of all land there. Say where it lies in the Yard, under the garden’s place.'}
  </p>
{:else if way === 'months'}
  <form onsubmit={typed} aria-label="Usual highs and lows of the months">
    <table class="w-full" data-months>
      <thead class="quiet text-left"><tr><td></td><th>high, {unit}</th><th>low, {unit}</th></tr></thead>
      <tbody>
        {#each MONTHS as month, n (month)}
          <tr>
            <th class="text-left font-normal">{month}</th>
            <td class="field"
              ><input
                bind:value={highs[n]}
                inputmode="decimal"
                aria-label={`${month}, usual high`}
                name={`high-${n + 1}`}
              /></td
            >
            <td class="px-2"
              ><span class="field"
                ><input
                  bind:value={lows[n]}
                  inputmode="decimal"
                  aria-label={`${month}, usual low`}
                  name={`low-${n + 1}`}
                /></span
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if garden.mayChange}<button class="act">take these</button>{/if}
  </form>
{:else}
  {#if almanac.station}
    <p>
      {almanac.station.name}: {fullDate(almanac.station.first)} to {fullDate(almanac.station.last)}, {count(
        almanac.station.days,
        'day',
        'days',
      )}{almanac.station.missing ? `, ${almanac.station.missing} missing` : ''}.
      {#if almanac.from !== 'station' && garden.mayChange}<button
          class="act"
          onclick={() => season.change({ season: 'take-again', from: 'station' })}>use it again</button
        >{/if}
    </p>
  {/if}
  {#if garden.mayChange}
    <label class="field"
      >What the station is called<input bind:value={stationName} maxlength={LETTERS.name} name="station-name" /></label
    >
    <label class="field mt-1"
      >Its daily file: date, low, high, rain<input
        type="file"
        accept=".csv,.txt,.tsv,text/csv"
        onchange={open}
        name="station-file"
      /></label
    >
    {#if read}
      <div class="mt-2" data-station-read>
        <p>
          {count(read.station.days, 'day', 'days')}, {fullDate(read.station.first)} to {fullDate(read.station.last)}, in {read.fahrenheit
            ? '°F'
            : '°C'}, from the columns {read.columns.join(', ')}.
          {read.station.years.length < 2
            ? 'Too few whole years to tell the chances of frost; your two dates hold for them.'
            : `Frosts of ${count(read.station.years.length, 'year', 'years')}.`}
        </p>
        {#if read.gaps.length}<p class="quiet">
            Missing: {read.gaps
              .map(([a, b]) => (a === b ? fullDate(a) : `${fullDate(a)} to ${fullDate(b)}`))
              .join(', ')}.
          </p>{/if}
        <button class="act" onclick={keep}>take this station</button>
      </div>
    {/if}
  {/if}
{/if}
<BedWarmth {season} {view} />
