<script lang="ts">
  import { untrack } from 'svelte';
  import { doing, isTyping } from '../../parts/keys';
  import Problem from '../../parts/Problem.svelte';
  import SearchLine from '../../parts/SearchLine.svelte';
  import { useOpenGarden } from '../../state/context';
  import { TurnsState } from '../../state/turns.svelte';
  import { upper } from '../../words/text';
  import ArgumentSlip from './ArgumentSlip.svelte';
  import CellSlip from './CellSlip.svelte';
  import { TURNS_KEYS, type TurnsDoing } from './keys';
  import Plans from './Plans.svelte';
  import Rules from './Rules.svelte';
  import TieSlip from './TieSlip.svelte';
  import Wishes from './Wishes.svelte';
  import YearGrid from './YearGrid.svelte';
  import YearSlip from './YearSlip.svelte';
  import YearsSlip from './YearsSlip.svelte';

  const { garden, desk } = useOpenGarden();
  const turns = untrack(() => new TurnsState(garden));

  $effect(() => turns.draw());
  $effect(() => () => turns.stop());

  const view = $derived(turns.view);
  const about = $derived(turns.about);
  const families = $derived([...new Set((view?.cells ?? []).filter((cell) => !cell.stays).map((cell) => cell.family))]);

  function nextTie() {
    const ties = view?.ties ?? [];
    const at = about.is === 'tie' ? ties.findIndex((tie) => tie.number === about.tie.number) : -1;
    const tie = ties[(at + 1) % ties.length];
    if (tie) turns.choose({ is: 'tie', tie });
  }

  const STEPS: Record<string, [number, number]> = {
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1],
    ArrowUp: [-1, 0],
    ArrowDown: [1, 0],
  };

  const DOES: Record<TurnsDoing, () => void> = {
    propose: () => (turns.searching ? turns.stop() : turns.propose()),
    wishes: () => turns.choose({ is: 'wishes' }),
    rules: () => turns.choose({ is: 'rules' }),
    plans: () => turns.choose({ is: 'plans' }),
    clash: nextTie,
  };

  function key(event: KeyboardEvent) {
    if (!view || event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
    const step = STEPS[event.key];
    const does = doing(TURNS_KEYS, event);
    if (step && event.target instanceof Element && event.target.closest('[data-years]')) {
      event.preventDefault();
      const { row, year } = turns.cursor;
      turns.cursor = {
        row: Math.min(Math.max(row + step[0], 0), view.plots.length - 1),
        year: Math.min(Math.max(year + step[1], view.from), view.until),
      };
    } else if (does) DOES[does]();
    else if (event.key === 'Escape' && about.is !== 'years' && !garden.problem) turns.back();
    else return;
    event.stopPropagation();
  }
</script>

<svelte:window onkeydowncapture={key} />

<main class="plan p-4">
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h1>Turns</h1>
    <p class="quiet">what stood, stands and will stand: a cell is one piece of ground for one year, early to late</p>
  </div>
  {#if view && view.plots.length === 0}
    <p class="mt-6">
      There is no ground yet. <button class="act" onclick={() => desk.open('yard', null)}
        >measure a bed in the Yard (1)</button
      >
    </p>
  {:else if view}
    <YearGrid {turns} {view} />
    <ul class="mt-3 flex flex-wrap gap-x-5 gap-y-1" aria-label="Families">
      {#each families as family (family)}
        <li class="quiet flex items-center gap-2">
          <svg width="26" height="13" aria-hidden="true">
            <rect width="26" height="13" fill="var(--color-leaf)" opacity="0.6" />
            <rect width="26" height="13" fill={`url(#hatch-${garden.hatch(family)})`} stroke="var(--color-ink-leaf)" />
          </svg>{garden.familyName(family).replace(/ family$/, '')}
        </li>
      {/each}
    </ul>
  {:else}
    <p class="mt-6" role="status">Looking through the years …</p>
  {/if}
</main>
<aside class="slip" aria-label="About the years">
  <Problem />
  <!-- The search for the years goes on, and may fail, whatever the slip is about. -->
  <SearchLine search={turns.best} looking={about.is === 'years' ? '' : 'Looking for the best years …'} />
  {#if turns.trouble}<p class="trouble" role="alert">{upper(turns.trouble)}</p>{/if}
  {#if view}
    {#if about.is === 'wishes'}<Wishes {turns} {view} />
    {:else if about.is === 'rules'}<Rules {turns} {view} />
    {:else if about.is === 'plans'}<Plans {turns} {view} />
    {:else if about.is === 'year'}<YearSlip {turns} {view} year={about.year} />
    {:else if about.is === 'cell'}{#key `${about.at.bed} ${about.at.piece} ${about.year}`}<CellSlip
          {turns}
          {view}
          at={about.at}
          year={about.year}
        />{/key}
    {:else if about.is === 'tie'}<TieSlip {turns} {view} tie={about.tie} />
    {:else if about.is === 'argument'}<ArgumentSlip {turns} {view} pin={about.pin} />
    {:else}<YearsSlip {turns} {view} />{/if}
    <div class="foot">
      {#if about.is !== 'years'}<button class="act" onclick={() => turns.choose({ is: 'years' })}>the years</button
        >{/if}
      <button class="act" onclick={() => turns.choose({ is: 'wishes' })}>wishes</button>
      <button class="act" onclick={() => turns.choose({ is: 'rules' })}>rules</button>
      <button class="act" onclick={() => turns.choose({ is: 'plans' })}>kept plans</button>
    </div>
  {/if}
</aside>
