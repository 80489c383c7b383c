<script lang="ts">
  // Beds down, years across; families in their hatching, clashes tied from year to year.
  import type { Cell, Piece, TurnsView } from '../../generated/api';
  import Hatches from '../../drawing/Hatches.svelte';
  import type { Dragging } from '../../parts/drag';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { yearName } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { clipped, placeName } from '../../words/turns';
  import { layout, leading } from './layout';
  import { cellTicket, same, type Square } from './square';
  import { arcs } from './ties';
  import TieMark from './TieMark.svelte';
  import YearSquare from './YearSquare.svelte';

  let { turns, view }: { turns: TurnsState; view: TurnsView } = $props();
  const { garden } = useOpenGarden();

  const LABEL = 138;
  const TOP = 40;
  const GAP = 6;
  let wide = $state(840);
  const years = $derived(Array.from({ length: view.until - view.from + 1 }, (_, i) => view.from + i));
  const column = $derived(Math.max(64, (wide - LABEL - 4) / years.length));
  const width = $derived(column - GAP);
  const tall = $derived(view.plots.length > 12 ? 44 : 56);
  const row = $derived(tall + 18);
  const x = $derived((year: number) => LABEL + (year - view.from) * column);
  const y = $derived((at: number) => TOP + at * row);
  const index = $derived((at: Piece) => view.plots.findIndex((plot) => same(plot.at, at)));

  const squares = $derived.by(() =>
    view.plots.flatMap((plot, rowAt): Square[] =>
      years.map((year) => {
        const cells = view.cells.filter((cell) => cell.year === year && same(cell.at, plot.at));
        const { drawn, more } = leading(cells);
        return {
          year,
          at: plot.at,
          row: rowAt,
          cells,
          more,
          blocks: layout(drawn, plot.squares, width, tall),
          closed: turns.turns.closed.some((one) => one.year === year && same(one.at, plot.at)),
          unknown: view.unknown.some(([bed, one]) => bed === plot.at.bed && one === year),
        };
      }),
    ),
  );

  let drawing: SVGSVGElement | undefined = $state();
  $effect(() => {
    const { row: at, year } = turns.cursor;
    if (!drawing?.contains(document.activeElement)) return;
    drawing.querySelector<SVGElement>(`[data-cell="${at} ${year}"]`)?.focus();
  });

  /** A crop that is dragged to another piece of ground or year, and where it would come to lie. */
  let dragged = $state.raw<{ cell: Cell; dx: number; dy: number } | null>(null);
  let over = $state.raw<Square | null>(null);

  function under(event: PointerEvent): Square | null {
    const box = drawing?.getBoundingClientRect() ?? { left: 0, top: 0 };
    const year = view.from + Math.floor((event.clientX - box.left - LABEL) / column);
    const at = Math.floor((event.clientY - box.top - TOP) / row);
    return squares.find((one) => one.row === at && one.year === year && year >= view.first) ?? null;
  }

  function dragging(cell: Cell): Dragging<Cell> {
    const cancel = () => {
      [dragged, over] = [null, null];
    };
    return {
      take: () => (cell.kind === 'planned' && garden.mayChange ? cell : null),
      carry: (_, dx, dy, event) => {
        dragged = { cell, dx, dy };
        over = under(event);
      },
      drop: (_, moved) => {
        const target = over;
        cancel();
        if (moved && target && cell.wish !== null && (target.year !== cell.year || !same(target.at, cell.at)))
          turns.argue({ wish: cell.wish, year: target.year, at: target.at });
      },
      cancel,
    };
  }

  function open(square: Square | undefined) {
    if (!square) return;
    turns.cursor = { row: square.row, year: square.year };
    turns.choose({ is: 'cell', at: square.at, year: square.year });
  }

  const hanging = $derived(
    arcs(
      view.ties.filter((tie) => tie.earlier >= view.from),
      { row: (tie) => index(tie.at), x, y, width, tall },
    ),
  );
</script>

<div class="mt-2 overflow-x-auto" bind:clientWidth={wide}>
  <svg
    bind:this={drawing}
    data-years
    width={LABEL + column * years.length}
    height={TOP + row * view.plots.length + 6}
    role="group"
    aria-label="The turns"
  >
    <Hatches />
    <g role="grid" tabindex="-1" aria-label="Pieces of ground and years">
      <g role="row">
        {#each years as year (year)}
          <g
            class="year"
            role="columnheader"
            tabindex="0"
            aria-label={`The year ${yearName(year, garden.southern)}`}
            onclick={() => turns.choose({ is: 'year', year })}
            onkeydown={(event) => event.key === 'Enter' && turns.choose({ is: 'year', year })}
          >
            <rect x={x(year)} y="0" {width} height={TOP - 6} fill="transparent" />
            {#if year === view.from && view.from < view.first}<text class="era" x={x(year)} y="11">remembered</text
              >{/if}
            {#if year === view.first}<text class="era" x={x(year)} y="11">to come</text>{/if}
            <text class="head" class:now={year === view.first} x={x(year) + width / 2} y="30" text-anchor="middle"
              >{yearName(year, garden.southern)}</text
            >
          </g>
        {/each}
      </g>
      {#each view.plots as plot, at (`${plot.at.bed} ${plot.at.piece}`)}
        <g role="row">
          <g role="rowheader">
            <text class="place" x="0" y={y(at) + 14}
              >{clipped(placeName(garden, plot.at, view.plots), 18)}<title
                >{placeName(garden, plot.at, view.plots)}</title
              ></text
            >
            <text class="detail" x="0" y={y(at) + 30}>{count(plot.squares, 'square', 'squares')}</text>
            <text class="detail" x="0" y={y(at) + 45}
              >{[plot.trellis && 'trellis', !plot.sun && 'half shade', plot.container && 'tub']
                .filter(Boolean)
                .join(', ')}</text
            >
          </g>
          {#each squares.filter((one) => one.row === at) as square (square.year)}
            <YearSquare
              {view}
              {square}
              x={x(square.year)}
              y={y(at)}
              {width}
              {tall}
              focus={turns.cursor.row === square.row && turns.cursor.year === square.year}
              chosen={turns.about.is === 'cell' && turns.about.year === square.year && same(turns.about.at, square.at)}
              over={over === square}
              held={dragged?.cell ?? null}
              open={() => open(square)}
              {dragging}
            />
          {/each}
        </g>
      {/each}
    </g>
    {#each hanging as arc (arc.tie.number)}<TieMark {turns} {view} {arc} />{/each}
    {#if dragged}
      <g
        class="ghost"
        transform={`translate(${x(dragged.cell.year) + dragged.dx} ${y(index(dragged.cell.at)) + dragged.dy})`}
      >
        <rect class="leaf" width={width * 0.7} height="22" />
        <rect width={width * 0.7} height="22" fill={`url(#hatch-${garden.hatch(dragged.cell.family)})`} />
        <text class="ticket" x="5" y="15">{cellTicket(garden, dragged.cell)}</text>
      </g>
    {/if}
  </svg>
</div>

<style>
  svg {
    display: block;
    touch-action: pan-x pan-y;
  }
  text {
    font-size: 13px;
    fill: var(--color-soot-2);
    user-select: none;
  }
  .era {
    font-family: var(--font-serif);
    font-style: italic;
    fill: var(--color-slate);
  }
  .head {
    font-family: var(--font-serif);
    font-size: 16px;
    fill: var(--color-soot);
  }
  .head.now {
    fill: var(--color-chestnut);
    font-weight: 600;
    font-size: 18px;
  }
  .year {
    cursor: pointer;
    outline: none;
  }
  .year:is(:hover, :focus-visible) .head {
    text-decoration: underline;
  }
  .place {
    font-size: 15px;
    font-weight: 500;
    fill: var(--color-soot);
  }
  .leaf {
    fill: var(--color-leaf);
    opacity: 0.75;
  }
  .ticket {
    font-family: var(--font-serif);
    font-size: 9.5px;
    font-weight: 700;
    fill: var(--color-soot);
  }
  .ghost {
    pointer-events: none;
  }
</style>
