<script lang="ts">
  // By which rules the years are judged, with the reasons, and where the household thinks otherwise.
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import type { TurnSchool, Turns, TurnsUnit, TurnsView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { SCHOOLS, UNITS } from '../../words/turns';

  let { turns, view }: { turns: TurnsState; view: TurnsView } = $props();
  const { garden } = useOpenGarden();

  const rules = $derived(turns.turns);
  let open = $state('');
  let all = $state(3);
  let found = $state({ bed: 0, family: 'cabbage', what: '', interval: 7 });
  const soils = $derived(garden.view.garden.beds.filter((bed) => bed.kind.kind !== 'container'));

  function set(change: Partial<Pick<Turns, 'years' | 'school' | 'unit' | 'covers_count'>>) {
    const { years, school, unit, covers_count } = { ...rules, ...change };
    void turns.change({ turn: 'set-rules', years, school, unit, covers_count });
  }
  const own = (family: string) => rules.families.some((one) => one.family === family);

  /** One wait for every family, each at its own risk; or all as the book has them. */
  function forAll(years: number | null) {
    const changes = view.values.map(([family, , risk]) => ({
      turn: 'set-family' as const,
      family,
      values: years === null ? null : ([years, risk] as [number, number]),
    }));
    void turns.change(...(years === null ? changes.filter(({ family }) => own(family)) : changes));
  }

  async function find(event: SubmitEvent) {
    event.preventDefault();
    const { bed, family, what, interval } = $state.snapshot(found);
    const at = bed || (soils[0]?.id ?? 0);
    if (await turns.change({ turn: 'find', bed: at, family, found: [what, interval] })) found.what = '';
  }
</script>

<h2>Rules</h2>
<p class="quiet border-b-2 border-hair pb-2">what counts as too soon, and how much</p>
<div class="mt-2 grid grid-cols-2 gap-x-4 gap-y-1">
  <label class="field"
    >Which rule leads<select
      value={rules.school}
      onchange={(event) => set({ school: event.currentTarget.value as TurnSchool })}
      name="school"
      >{#each Object.entries(SCHOOLS) as [key, one] (key)}<option value={key}>{one.name}</option>{/each}</select
    ></label
  >
  <label class="field"
    >Years to plan<input
      type="number"
      min={LIMITS.yearsPlanned[0]}
      max={LIMITS.yearsPlanned[1]}
      value={rules.years}
      onchange={(event) => set({ years: event.currentTarget.valueAsNumber || 1 })}
      name="years"
    /></label
  >
  <label class="field"
    >What rotates<select
      value={rules.unit}
      onchange={(event) => set({ unit: event.currentTarget.value as TurnsUnit })}
      name="unit"
      >{#each Object.entries(UNITS) as [key, name] (key)}<option value={key}>{name}</option>{/each}</select
    ></label
  >
  <label class="flex items-end gap-2"
    ><input
      type="checkbox"
      checked={rules.covers_count}
      onchange={(event) => set({ covers_count: event.currentTarget.checked })}
    />green manures count</label
  >
</div>
<p class="quiet mt-1">
  {SCHOOLS[rules.school].says} Another unit counts the ground anew: kept plans and what was fixed are let go, and undo brings
  them back.
</p>
<h3>Families</h3>
{#if garden.mayChange}
  <p class="mb-1 flex flex-wrap items-end gap-x-4">
    <label class="field w-20"
      >All wait, years<input
        type="number"
        min={LIMITS.interval[0]}
        max={LIMITS.interval[1]}
        bind:value={all}
        name="years-all"
      /></label
    >
    <button class="act" onclick={() => forAll(all)}>set for all</button>
    {#if rules.families.length}<button class="act" onclick={() => forAll(null)}>all as in the book</button>{/if}
  </p>
{/if}
<ul class="rows" data-families>
  {#each view.values as [key, interval, risk] (key)}
    {@const family = garden.catalogue.families.find((one) => one.key === key)}
    <li>
      <span class="flex justify-between gap-2">
        <button
          class="min-h-6 cursor-pointer text-left hover:underline"
          aria-expanded={open === key}
          onclick={() => (open = open === key ? '' : key)}
          >{upper(family?.name ?? '')}{own(key) ? ', your own' : ''}</button
        >
        <span class="quiet">{count(interval, 'year', 'years')}, risk {risk}</span>
      </span>
      {#if open === key}
        <p class="quiet">{family?.reason} <em>{garden.catalogue.sources[family?.source ?? '']?.title ?? ''}</em></p>
        <p class="quiet">In the book: {count(family?.interval ?? 0, 'year', 'years')}, risk {family?.risk}.</p>
        {#if garden.mayChange}
          <div class="mb-1 flex items-end gap-4">
            <label class="field w-16"
              >Years<input
                type="number"
                min={LIMITS.interval[0]}
                max={LIMITS.interval[1]}
                value={interval}
                onchange={(event) =>
                  turns.change({
                    turn: 'set-family',
                    family: key,
                    values: [event.currentTarget.valueAsNumber || 1, risk],
                  })}
                name={`years-${key}`}
              /></label
            >
            <label class="field w-16"
              >Risk<input
                type="number"
                min={LIMITS.risk[0]}
                max={LIMITS.risk[1]}
                value={risk}
                onchange={(event) =>
                  turns.change({
                    turn: 'set-family',
                    family: key,
                    values: [interval, event.currentTarget.valueAsNumber || 0],
                  })}
                name={`risk-${key}`}
              /></label
            >
            {#if own(key)}<button
                class="act"
                onclick={() => turns.change({ turn: 'set-family', family: key, values: null })}>as in the book</button
              >{/if}
          </div>
        {/if}
      {/if}
    </li>
  {/each}
</ul>
<h3>Found in the soil</h3>
<ul class="rows">
  {#each rules.findings as one (`${one.bed} ${one.family}`)}
    <li class="flex justify-between gap-2">
      <span
        >{upper(one.what)}, {garden.bed(one.bed)?.name}
        <span class="quiet">{garden.familyName(one.family)} waits {count(one.interval, 'year', 'years')} there</span
        ></span
      >
      {#if garden.mayChange}<button
          class="act"
          aria-label={`it is over: ${one.what}`}
          onclick={() => turns.change({ turn: 'find', bed: one.bed, family: one.family, found: null })}>over</button
        >{/if}
    </li>
  {:else}<li class="quiet">
      Nothing. A finding, such as clubroot, makes a family wait longer in that bed. Have it confirmed by an extension
      service before you rely on it.
    </li>{/each}
</ul>
{#if garden.mayChange}
  <form class="mt-1 grid grid-cols-2 gap-x-4 gap-y-1" onsubmit={find} aria-label="A finding in the soil">
    <label class="field"
      >What was found<input
        bind:value={found.what}
        maxlength={LETTERS.found}
        required
        name="found"
        placeholder="clubroot"
      /></label
    >
    <label class="field"
      >In<select bind:value={found.bed} name="found-bed"
        >{#each soils as bed (bed.id)}<option value={bed.id}>{bed.name}</option>{/each}</select
      ></label
    >
    <label class="field"
      >For the<select bind:value={found.family} name="found-family"
        >{#each garden.catalogue.families as one (one.key)}<option value={one.key}>{one.name}</option>{/each}</select
      ></label
    >
    <label class="field"
      >Years to wait<input
        type="number"
        min={LIMITS.foundInterval[0]}
        max={LIMITS.foundInterval[1]}
        bind:value={found.interval}
        name="found-years"
      /></label
    >
    <p><button class="act">note it</button></p>
  </form>
  <h3>The ground</h3>
  <ul class="rows mb-3">
    {#each soils as bed (bed.id)}
      <li class="flex flex-wrap justify-between gap-x-4">
        <span>{bed.name}</span>
        <span class="flex gap-4">
          <label class="inline-flex items-center gap-1"
            ><input
              type="checkbox"
              checked={rules.shady.includes(bed.id)}
              onchange={(event) => turns.change({ turn: 'shade', bed: bed.id, shady: event.currentTarget.checked })}
            />half shade</label
          >
          <label class="inline-flex items-center gap-1"
            ><input
              type="checkbox"
              checked={rules.divided.includes(bed.id)}
              onchange={(event) => turns.change({ turn: 'divide', bed: bed.id, divided: event.currentTarget.checked })}
            />in halves</label
          >
        </span>
      </li>
    {/each}
  </ul>
{/if}
