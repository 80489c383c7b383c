<script lang="ts">
  // One year of the plan: its amounts, bed by bed, to be laid out.
  import type { Cell, TurnsView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { yearName } from '../../words/dates';
  import { squares } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { partWords, pieceName } from '../../words/turns';

  let { turns, view, year }: { turns: TurnsState; view: TurnsView; year: number } = $props();
  const { garden, desk } = useOpenGarden();

  const beds = $derived([...new Set(view.plots.map((plot) => plot.at.bed))]);
  const planned = $derived((bed: number) =>
    view.cells.filter((cell) => cell.at.bed === bed && cell.year === year && cell.kind === 'planned'),
  );
  const standing = $derived((bed: number) =>
    view.cells.filter((cell) => cell.at.bed === bed && cell.year === year && cell.kind !== 'planned'),
  );
  const kept = $derived(turns.draft === null && turns.followed !== null);
  const names = (cells: Cell[]) => [...new Set(cells.map((cell) => garden.cellName(cell)))].join(', ');

  /** Takes a bed's amounts to the Bed view, in that year, to be arranged. */
  function layOut(bed: number) {
    garden.asks({ ask: 'amounts', bed, year }, async (wishes) => {
      await garden.look(garden.southern ? `${year}-12-14` : `${year}-06-14`);
      desk.open('bed', bed);
      desk.leaveTask();
      desk.amounts = { bed, wishes };
      desk.begin('arrange');
    });
  }
</script>

<h2>{yearName(year, garden.southern)}</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {year < view.first
    ? 'what is remembered'
    : kept
      ? `as ${turns.followed?.name ?? ''} has it`
      : turns.draft
        ? 'as proposed; keep the plan to lay it out'
        : 'nothing is planned yet'}
</p>
{#each beds as bed (bed)}
  {@const own = planned(bed)}
  {@const there = standing(bed)}
  {#if own.length || there.length}
    <h3>{garden.bed(bed)?.name}</h3>
    {#if there.length}<p class="quiet">{upper(names(there))}{year >= view.first ? ' planted' : ''}.</p>{/if}
    <ul class="rows" data-amounts={bed}>
      {#each own as cell, n (n)}
        <li class="flex justify-between gap-2">
          <span
            >{upper(names([cell]))}
            <span class="quiet">{[partWords(cell.parts), ...pieceName(cell.at, view.plots)].join(', ')}</span></span
          >
          <span class="font-serif whitespace-nowrap text-chestnut">{squares(cell.centisquares ?? 0)}</span>
        </li>
      {/each}
    </ul>
    {#if own.length && kept && garden.mayChange}
      <button class="act" aria-label={`lay out ${garden.bed(bed)?.name ?? ''}`} onclick={() => layOut(bed)}
        >lay out this bed</button
      >
    {/if}
  {/if}
{/each}
<p class="quiet mt-3 mb-3">Laid out, the squares of a bed arrive in its slip as plants to arrange.</p>
