<script lang="ts">
  // When each crop may start here: on the shelf, in the ground. All of them, or those of the needle's day.
  import type { SeasonView, Starts, Window } from '../../generated/api';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth, dayNumber } from '../../words/dates';
  import { matching } from '../../words/names';
  import { upper } from '../../words/text';
  import { GATES, groundWords, latestWords, MEANS, shelfWords } from '../../words/season';

  let { view }: { view: SeasonView } = $props();
  const { garden, desk } = useOpenGarden();

  let bed: number | null = $state(null);
  let all = $state(false);
  let sought = $state('');
  let others = $state(false);
  const own = $derived(garden.view.garden.almanac.beds.find((one) => one.bed === bed)?.cover ?? 'none');
  const shown = $derived((one: Starts) => (others ? one.windows : told(one)));

  const answer = new AnswerState(garden, () => ({ ask: 'starts', bed, year: view.year }));
  const found = $derived(answer.is);

  const within = (day: string, [from, until]: [string, string]) => from <= day && day <= until;
  /** The usual means, or what else works where they have no day. */
  const told = (one: Starts): Window[] => {
    const usual = one.windows.filter((window) => window.means === one.means && window.cover === own);
    return usual.length > 0 ? usual : one.windows;
  };
  const inGround = (window: Window) => within(garden.needle, [window.from, window.until]);
  const onShelf = (window: Window) => window.inside !== null && within(garden.needle, window.inside);
  const name = (one: Starts): string => {
    const crop = garden.crop(one.crop);
    const way = crop?.ways.find((other) => other.key === one.way);
    return `${upper(crop?.name ?? one.crop)}${(crop?.ways.length ?? 1) > 1 && way ? `, ${way.name}` : ''}`;
  };
  const matched = $derived(matching(garden.catalogue, sought, () => ''));
  const named = (one: Starts) =>
    name(one).toLowerCase().includes(sought.trim().toLowerCase()) ||
    matched.some((match) => match.crop.key === one.crop && (match.way === null || match.way === one.way));
  const listed = $derived.by(() =>
    (found ?? [])
      .filter((one) => all || shown(one).some((window) => inGround(window) || onShelf(window)))
      .filter((one) => sought.trim() === '' || named(one))
      .sort((a, b) => name(a).localeCompare(name(b))),
  );

  const first = $derived(garden.view.garden.beds[0]?.id ?? null);
  /** Takes a crop in hand, to be put on squares of the bed looked at. */
  function take(one: Starts) {
    desk.open('bed', bed ?? desk.bed ?? first);
    const now = shown(one).some(inGround);
    desk.take(one.crop, one.way, now ? garden.needle : null);
  }

  /** A span of days as a part of the year's strip, 0 to 100. */
  function part([from, until]: [string, string]): { x: number; width: number } {
    const [first, last] = [dayNumber(garden.season.first_day), dayNumber(garden.season.last_day) + 1];
    const at = (day: number) => (Math.min(Math.max(day, first), last) - first) * (100 / (last - first));
    return { x: at(dayNumber(from)), width: Math.max(0.6, at(dayNumber(until) + 1) - at(dayNumber(from))) };
  }
  const needle = $derived(part([garden.needle, garden.needle]).x);

  function words(window: Window): string {
    const shelf = shelfWords(window);
    return `${shelf && `${shelf}, out `}${groundWords(window)}`;
  }
</script>

<h2>What may start</h2>
<p class="quiet border-b-2 border-hair pb-2">
  as the soil, frost, light and warmth of this place go; on the strip, thin is the shelf, thick the ground, pale its
  last days with none to spare; a name takes the crop in hand for a bed
</p>
<div class="mt-2 grid grid-cols-2 gap-x-4 gap-y-2">
  <label class="field"
    >In the soil of<select bind:value={bed} name="starts-bed"
      ><option value={null}>open ground</option>{#each garden.view.garden.beds as one (one.id)}<option value={one.id}
          >{one.name}</option
        >{/each}</select
    ></label
  >
  <label class="field">Only crops named<input bind:value={sought} name="starts-sought" placeholder="any" /></label>
</div>
<p class="mt-1 flex flex-wrap gap-x-4" role="group" aria-label="Which starts are listed">
  <button class="act" aria-pressed={!all} class:font-normal={all} onclick={() => (all = false)}
    >on {dayMonth(garden.needle)}</button
  >
  <button class="act" aria-pressed={all} class:font-normal={!all} onclick={() => (all = true)}>all the year</button>
  <label class="flex items-center gap-2"
    ><input type="checkbox" bind:checked={others} name="starts-others" />by every means, also under a low tunnel</label
  >
</p>
{#if found}
  <ul class="rows mb-3" data-starts>
    {#each listed as one (`${one.crop} ${one.way}`)}
      <li>
        <span class="flex justify-between gap-2"
          >{#if garden.mayChange && first !== null}<button class="act" onclick={() => take(one)}>{name(one)}</button
            >{:else}<strong>{name(one)}</strong>{/if}{#if !all}<span class="quiet"
              >{shown(one).some(inGround) ? '' : 'seed on the shelf'}</span
            >{/if}</span
        >
        <svg viewBox="0 0 100 5" preserveAspectRatio="none" class="strip" aria-hidden="true">
          <rect class="year" x="0" y="2.2" width="100" height="0.6" />
          {#each shown(one) as window (`${window.means} ${window.cover} ${window.from}`)}
            {#if window.inside}<rect class="shelf" y="1.7" height="1.6" {...part(window.inside)} />{/if}
            {#if window.spare < window.until}
              <rect class="late" y="0.4" height="4.2" {...part([window.spare, window.until])} />
            {/if}
            <rect class="ground" y="0.4" height="4.2" {...part([window.from, window.spare])} />
          {/each}
          <rect class="needle" x={needle} y="0" width="0.4" height="5" />
        </svg>
        {#each shown(one) as window (`${window.means} ${window.cover} ${window.from}`)}<span class="quiet block"
            >{window.means === 'shelf' ? 'raised on the shelf or bought' : MEANS[window.means]}{window.cover !== own
              ? ', under a low tunnel'
              : ''}: {words(window)}</span
          >
        {:else}<span class="quiet"
            >not in this year, in this soil{one.shut_by ? `: at best ${GATES[one.shut_by]}` : ''}</span
          >{/each}
        {#if one.latest && sought.trim() !== ''}<span class="quiet block">{latestWords(one.latest)}</span>{/if}
      </li>
    {:else}<li class="quiet">
        {sought.trim() ? 'No crop of that name may start then.' : 'Nothing may start on that day.'}
      </li>{/each}
  </ul>
{:else}<p role="status" class="mt-2">Reckoning every crop …</p>{/if}

<style>
  .strip {
    display: block;
    width: 100%;
    height: 11px;
    margin: 2px 0 1px;
  }
  .year {
    fill: var(--color-hair);
  }
  .shelf {
    fill: var(--color-slate);
  }
  .ground {
    fill: var(--color-lichen);
  }
  .late {
    fill: var(--color-lichen);
    opacity: 0.45;
  }
  .needle {
    fill: var(--color-chestnut);
  }
</style>
