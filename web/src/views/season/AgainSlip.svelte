<script lang="ts">
  // Sowing again and again: so that harvests come evenly, as insurance, for two crops, or to learn.
  import { LIMITS } from '../../generated/Limits';
  import type { HarvestSeries, Placing, SeasonView, SeriesAim } from '../../generated/api';
  import SearchLine from '../../parts/SearchLine.svelte';
  import { useOpenGarden } from '../../state/context';
  import { SearchState } from '../../state/search.svelte';
  import { dayMonth } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { GATES } from '../../words/season';
  import { untrack } from 'svelte';

  let { view, asked }: { view: SeasonView; asked?: HarvestSeries } = $props();
  const { garden } = useOpenGarden();

  const southern = untrack(() => garden.southern);
  const year = $derived(view.year);
  let crop = $state(untrack(() => asked?.crop ?? 'lettuce'));
  let way = $state(untrack(() => asked?.way ?? ''));
  let bed = $state(untrack(() => garden.view.garden.beds[0]?.id ?? 0));
  let plants = $state(untrack(() => asked?.plants ?? 8));
  let aim: SeriesAim['aim'] = $state('even');
  let from = $state(untrack(() => asked?.from ?? (southern ? `${view.year}-12-01` : `${view.year}-06-07`)));
  let until = $state(untrack(() => asked?.until ?? (southern ? `${view.year + 1}-03-15` : `${view.year}-09-20`)));
  let every = $state(untrack(() => asked?.every ?? 14));
  const search = untrack(() => new SearchState<'series'>(garden));
  const found = $derived(search.found?.is ?? null);

  const known = $derived(garden.crop(crop));
  const grown = $derived(known?.ways.some((one) => one.key === way) ? way : (known?.ways[0]?.key ?? ''));
  const AIMS: Record<SeriesAim['aim'], string> = {
    even: 'harvests that come evenly',
    insurance: 'one more in case the first fails',
    'two-crops': 'two crops in the year',
    trial: 'the same on three dates, to learn',
  };
  const wanted = $derived.by((): SeriesAim => {
    switch (aim) {
      case 'even':
        return { aim, from, until, every };
      case 'insurance':
        return { aim, from, after: every };
      case 'trial':
        return { aim, from, apart: every };
      case 'two-crops':
        return { aim };
    }
  });

  function ask(event: SubmitEvent) {
    event.preventDefault();
    search.start({ search: 'series', crop, way: grown, means: null, bed, plants, year, aim: wanted });
  }

  const between = $derived(
    {
      even: LIMITS.betweenHarvests,
      insurance: LIMITS.toSecondSowing,
      trial: LIMITS.betweenTrials,
      'two-crops': [0, 0],
    }[aim],
  );
  const places = $derived.by((): Placing[] => (found?.sowings ?? []).flatMap((one) => one.placings));

  async function plant() {
    if (await garden.send({ do: 'place-all', gone: [], places })) search.clear();
  }
</script>

<h2>Sow again</h2>
<p class="quiet border-b-2 border-hair pb-2">the harvests are set first; the sowings are reckoned back by warmth</p>
<form class="mt-2 grid grid-cols-2 gap-x-4 gap-y-1" onsubmit={ask} aria-label="A series of sowings">
  <label class="field"
    >Crop<select bind:value={crop} name="series-crop"
      >{#each garden.catalogue.crops as one (one.key)}<option value={one.key}>{one.name}</option>{/each}</select
    ></label
  >
  <label class="field"
    >Grown as<select value={grown} onchange={(event) => (way = event.currentTarget.value)} name="series-way"
      >{#each known?.ways ?? [] as one (one.key)}<option value={one.key}>{one.name}</option>{/each}</select
    ></label
  >
  <label class="field col-span-2"
    >For<select bind:value={aim} name="aim"
      >{#each Object.entries(AIMS) as [key, words] (key)}<option value={key}>{words}</option>{/each}</select
    ></label
  >
  {#if aim !== 'two-crops'}
    <label class="field"
      >{aim === 'even' ? 'First harvest' : 'First in the ground'}<input
        type="date"
        bind:value={from}
        required
        name="series-from"
      /></label
    >
  {/if}
  {#if aim === 'even'}
    <label class="field">Last harvest<input type="date" bind:value={until} required name="series-until" /></label>
  {/if}
  {#if aim !== 'two-crops'}
    <label class="field"
      >{aim === 'even' ? 'Days between harvests' : 'Days between sowings'}<input
        type="number"
        min={between[0]}
        max={between[1]}
        bind:value={every}
        required
        name="every"
      /></label
    >
  {/if}
  <label class="field"
    >Plants each time<input
      type="number"
      min={LIMITS.plants[0]}
      max={LIMITS.plants[1]}
      bind:value={plants}
      required
      name="series-plants"
    /></label
  >
  <label class="field"
    >In<select bind:value={bed} name="series-bed"
      >{#each garden.view.garden.beds as one (one.id)}<option value={one.id}>{one.name}</option>{/each}</select
    ></label
  >
  <p class="col-span-2"><button class="act">reckon the sowings</button></p>
</form>
<SearchLine {search} looking="Reckoning …" />
{#if found}
  <h3>{count(found.sowings.length, 'sowing', 'sowings')}</h3>
  <ul class="rows" data-sowings>
    {#each found.sowings as one (one.from)}
      <li>
        <span class="flex justify-between gap-2"
          ><span>{one.sow ? `shelf ${dayMonth(one.sow)}, ` : ''}{one.sow ? 'out' : 'sow'} {dayMonth(one.from)}</span
          ><span class="font-serif text-chestnut">{one.ripe ? `ripe ${dayMonth(one.ripe)}` : 'never ripe'}</span></span
        >
        {#if one.serves > 1}<span class="quiet block">for {one.serves} harvests</span>{/if}
        {#if one.gate}<span class="trouble">Left out: {GATES[one.gate]}.</span>
        {:else if one.places.length === 0}<span class="trouble">No free ground for it.</span>
        {:else}<span class="quiet"
            >{[...new Set(one.places.map(([id]) => garden.bed(id)?.name))].join(', ')}{one.left_over > 0
              ? `, ${count(one.left_over, 'plant finds', 'plants find')} no ground`
              : ''}</span
          >{/if}
      </li>
    {/each}
  </ul>
  {#if found.too_early > 0}<p class="quiet mt-1">
      {count(found.too_early, 'harvest', 'harvests')} asked for {found.too_early === 1 ? 'comes' : 'come'} before anything
      sown after the winter is ripe.
    </p>{/if}
  {#if found.too_late > 0}<p class="quiet mt-1">
      {count(found.too_late, 'harvest', 'harvests')} asked for {found.too_late === 1 ? 'comes' : 'come'} when nothing is ripe:
      the short days of autumn ripen one sowing long after the other, or none.
    </p>{/if}
  {#if found.beyond > 0}<p class="quiet mt-1">
      {count(found.beyond, 'later harvest', 'later harvests')}
      {found.beyond === 1 ? 'is' : 'are'} left to another series; one holds thirty sowings.
    </p>{/if}
  {#if found.gaps && found.equal_gaps && found.sowings.length > 2}
    <p class="quiet mt-1">
      They ripen {found.gaps[0] === found.gaps[1] ? found.gaps[0] : `${found.gaps[0]} to ${found.gaps[1]}`} days apart; sown
      at equal days it would be {found.equal_gaps[0]} to {found.equal_gaps[1]}.
      {found.rule ? `The rule of thumb sows every ${found.rule} days.` : ''}
    </p>
  {/if}
  {#if found.picked > 1}
    <p class="quiet mt-1">
      {found.again_picked
        ? `One sowing is picked or cut again and again for about ${found.picked} days, and counted for all harvests in them.`
        : `Each stands well for about ${found.picked} days once ripe.`}
    </p>
  {/if}
  {#if places.length && garden.mayChange}
    <button class="act mb-3" onclick={plant}>put {count(places.length, 'planting', 'plantings')} in the beds</button>
  {/if}
{/if}
