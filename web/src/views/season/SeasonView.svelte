<script lang="ts">
  import { untrack } from 'svelte';
  import { doing, isTyping } from '../../parts/keys';
  import Problem from '../../parts/Problem.svelte';
  import { useOpenGarden } from '../../state/context';
  import { SeasonState } from '../../state/season.svelte';
  import { yearName } from '../../words/dates';
  import AgainSlip from './AgainSlip.svelte';
  import BarSlip from './BarSlip.svelte';
  import CalendarSlip from './CalendarSlip.svelte';
  import ClimateSlip from './ClimateSlip.svelte';
  import FreeSlip from './FreeSlip.svelte';
  import HandOffSlip from './HandOffSlip.svelte';
  import { SEASON_KEYS, type SeasonDoing } from './keys';
  import SeasonBands from './SeasonBands.svelte';
  import ShelfSlip from './ShelfSlip.svelte';
  import StartsSlip from './StartsSlip.svelte';
  import YearSlip from './YearSlip.svelte';

  const { garden, desk } = useOpenGarden();
  const season = untrack(() => new SeasonState(garden));

  // What a want asks for is taken off the desk.
  untrack(() => {
    if (desk.series) season.choose({ is: 'again', asked: desk.series });
    desk.series = null;
  });

  $effect(() => season.draw());
  // While the season is on the table it comes with every answer, so that a dropped bar asks once.
  $effect(() => {
    garden.wantsSeason = true;
    return () => (garden.wantsSeason = false);
  });

  const about = $derived(season.about);
  const view = $derived(season.view);
  let at = $state(-1);
  let whole = $state(800);

  function nextMark() {
    const marks = view?.to_settle ?? [];
    at = (at + 1) % Math.max(1, marks.length);
    const one = marks[at];
    if (one) season.open(one);
  }

  /** Into the slip, past all the bars that Tab would go through. */
  function toSlip() {
    document.querySelector<HTMLElement>('.slip :is(button, input, select, a):not(:disabled)')?.focus();
  }

  const DOES: Record<SeasonDoing, () => void> = {
    slip: toSlip,
    mark: nextMark,
    climate: () => season.choose({ is: 'climate' }),
    shelf: () => season.choose({ is: 'shelf' }),
    again: () => season.choose({ is: 'again' }),
    starts: () => season.choose({ is: 'starts' }),
    calendar: () => season.choose({ is: 'calendar' }),
  };

  function key(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
    const does = doing(SEASON_KEYS, event);
    if (does) DOES[does]();
    else if (event.key === 'Escape' && (about.is !== 'year' || season.hand) && !garden.problem) season.back();
    else return;
    event.stopPropagation();
  }
</script>

<svelte:window onkeydowncapture={key} />

<main class="plan" bind:offsetWidth={whole}>
  <div class="flex flex-wrap items-baseline gap-x-3 px-4 pt-3">
    <h1>Season {view ? yearName(view.year, garden.southern) : ''}</h1>
    <p class="quiet">each bed through the year: a bar is a planting, dotted ground is free</p>
  </div>
  {#if garden.view.garden.beds.length === 0}
    <p class="mt-6 px-4">
      There is no ground yet. <button class="act" onclick={() => desk.open('yard', null)}
        >measure a bed in the Yard (1)</button
      >
    </p>
  {:else if view}<SeasonBands {season} {view} {whole} />
  {:else}<p class="mt-6 px-4" role="status">Reckoning the year …</p>{/if}
</main>
<aside class="slip" aria-label="About the season">
  <Problem />
  {#if view}
    {#if about.is === 'climate'}<ClimateSlip {season} {view} />
    {:else if about.is === 'shelf'}<ShelfSlip {season} {view} />
    {:else if about.is === 'again'}<AgainSlip {view} asked={about.asked} />
    {:else if about.is === 'calendar'}<CalendarSlip {view} />
    {:else if about.is === 'starts'}<StartsSlip {view} />
    {:else if about.is === 'patch' && season.course(about.patch)}{#key about.patch}<BarSlip
          {season}
          {view}
          patch={about.patch}
        />{/key}
    {:else if about.is === 'hand-off'}{#key `${about.first} ${about.then}`}<HandOffSlip
          {season}
          {view}
          first={about.first}
          then={about.then}
        />{/key}
    {:else if about.is === 'free'}<FreeSlip {season} bed={about.bed} free={about.free} />
    {:else}<YearSlip {season} {view} />{/if}
    <div class="foot">
      {#if about.is !== 'year'}<button class="act" onclick={() => season.choose({ is: 'year' })}>the year</button>{/if}
      <button class="act" onclick={() => season.choose({ is: 'climate' })}>climate</button>
      <button class="act" onclick={() => season.choose({ is: 'starts' })}>what may start</button>
      <button class="act" onclick={() => season.choose({ is: 'shelf' })}>shelf</button>
      <button class="act" onclick={() => season.choose({ is: 'again' })}>sow again</button>
      <button class="act" onclick={() => season.choose({ is: 'calendar' })}>calendar</button>
    </div>
  {/if}
</aside>
