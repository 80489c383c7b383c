<script lang="ts">
  // Beds down, years across; families in their hatching, clashes tied from year to year.
  import type { Cell } from '../../generated/Cell';
  import type { Piece } from '../../generated/Piece';
  import type { TurnsView } from '../../generated/TurnsView';
  import Hatches from '../../drawing/Hatches.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { yearName } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { placeName } from '../../words/turns';
  import { layout, type Block } from './layout';

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
  const same = (a: Piece, b: Piece) => a.bed === b.bed && a.piece === b.piece;
  const index = $derived((at: Piece) => view.plots.findIndex((plot) => same(plot.at, at)));

  interface Square {
    year: number;
    at: Piece;
    row: number;
    cells: Cell[];
    blocks: Block[];
    closed: boolean;
    unknown: boolean;
  }
  const squares = $derived.by(() =>
    view.plots.flatMap((plot, rowAt): Square[] =>
      years.map((year) => {
        const cells = view.cells.filter((cell) => cell.year === year && same(cell.at, plot.at));
        return {
          year,
          at: plot.at,
          row: rowAt,
          cells,
          blocks: layout(cells, plot.squares, width, tall),
          closed: turns.turns.closed.some((one) => one.year === year && same(one.at, plot.at)),
          unknown: view.unknown.some(([bed, one]) => bed === plot.at.bed && one === year),
        };
      }),
    ),
  );

  const name = (cell: Cell) =>
    (cell.stood.what === 'crop' ? garden.crop(cell.stood.key)?.name : garden.familyName(cell.stood.key)) ?? '';
  const ticket = (cell: Cell) =>
    (cell.stood.what === 'crop'
      ? garden.crop(cell.stood.key)?.ticket
      : garden.familyName(cell.stood.key).slice(0, 2)) ?? '';

  function told(square: Square): string {
    const place = placeName(garden, square.at, view.plots);
    const what = [...new Set(square.cells.map(name))].join(', ');
    const empty = square.closed ? 'fallow' : square.unknown ? 'nobody knows' : 'nothing';
    return `${place}, ${yearName(square.year, garden.southern)}: ${what || empty}`;
  }

  const inFocus = $derived((square: Square) => turns.cursor.row === square.row && turns.cursor.year === square.year);
  const chosen = $derived((square: Square) => {
    const about = turns.about;
    return about.is === 'cell' && about.year === square.year && same(about.at, square.at);
  });

  let drawing: SVGSVGElement | undefined = $state();
  $effect(() => {
    const { row: at, year } = turns.cursor;
    if (!drawing?.contains(document.activeElement)) return;
    drawing.querySelector<SVGElement>(`[data-cell="${at} ${year}"]`)?.focus();
  });

  /** A crop that is dragged to another piece of ground or year. */
  let dragged = $state.raw<{ cell: Cell; fromX: number; fromY: number; dx: number; dy: number } | null>(null);
  let over = $state.raw<Square | null>(null);

  function grab(event: PointerEvent, cell: Cell) {
    if (cell.kind !== 'planned' || !garden.mayChange || event.button !== 0) return;
    event.preventDefault();
    drawing?.setPointerCapture(event.pointerId);
    dragged = { cell, fromX: event.clientX, fromY: event.clientY, dx: 0, dy: 0 };
  }

  function drag(event: PointerEvent) {
    if (!dragged || !drawing) return;
    dragged = { ...dragged, dx: event.clientX - dragged.fromX, dy: event.clientY - dragged.fromY };
    const box = drawing.getBoundingClientRect();
    const [px, py] = [event.clientX - box.left, event.clientY - box.top];
    const year = view.from + Math.floor((px - LABEL) / column);
    const at = Math.floor((py - TOP) / row);
    over = squares.find((one) => one.row === at && one.year === year && year >= view.first) ?? null;
  }

  function drop(event: PointerEvent, escape = false) {
    const [held, target] = [dragged, over];
    dragged = null;
    over = null;
    if (!held || !drawing) return;
    if (drawing.hasPointerCapture(event.pointerId)) drawing.releasePointerCapture(event.pointerId);
    if (escape) return;
    const moved = Math.hypot(held.dx, held.dy) > 6;
    if (!moved) open(squares.find((one) => one.year === held.cell.year && same(one.at, held.cell.at)));
    else if (target && held.cell.wish !== null && (target.year !== held.cell.year || !same(target.at, held.cell.at)))
      turns.argue({ wish: held.cell.wish, year: target.year, at: target.at });
  }

  function open(square: Square | undefined) {
    if (!square) return;
    turns.cursor = { row: square.row, year: square.year };
    turns.choose({ is: 'cell', at: square.at, year: square.year });
  }

  /** Clashes hang under their ground; numbers that would lie on each other stand apart. */
  const arcs = $derived.by(() => {
    const discs: Record<number, number[]> = {};
    return view.ties
      .map((tie) => ({ tie, row: index(tie.at) }))
      .filter(({ row: at, tie }) => at >= 0 && tie.earlier >= view.from)
      .map(({ tie, row: at }) => {
        const below = y(at) + tall - 8;
        const [from, to] = [x(tie.earlier) + width * 0.62, x(tie.later) + width * 0.38];
        const taken = (discs[at] ??= []);
        const free = (place: number) => taken.every((other) => Math.abs(other - place) >= 19);
        const tries = Array.from({ length: 24 }, (_, i) => (from + to) / 2 + (i % 2 ? 1 : -1) * Math.ceil(i / 2) * 10);
        const middle = tries.find(free) ?? (from + to) / 2;
        taken.push(middle);
        const dip = 14 + (taken.length % 3) * 2;
        const deep = below + dip * 1.3;
        return {
          tie,
          path: `M${from} ${below}C${from} ${deep} ${to} ${deep} ${to} ${below}`,
          from,
          to,
          below,
          middle,
          dip,
        };
      });
  });
</script>

<div class="mt-2 overflow-x-auto" bind:clientWidth={wide}>
  <svg
    bind:this={drawing}
    data-years
    width={LABEL + column * years.length}
    height={TOP + row * view.plots.length + 6}
    role="grid"
    tabindex="-1"
    aria-label="Pieces of ground and years"
    onpointermove={drag}
    onpointerup={(event) => drop(event)}
    onpointercancel={(event) => drop(event, true)}
  >
    <Hatches />
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
          {#if year === view.from && view.from < view.first}<text class="era" x={x(year)} y="11">remembered</text>{/if}
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
          <text class="place" x="0" y={y(at) + 14}>{placeName(garden, plot.at, view.plots)}</text>
          <text class="detail" x="0" y={y(at) + 30}>{count(plot.squares, 'square', 'squares')}</text>
          <text class="detail" x="0" y={y(at) + 45}
            >{[plot.trellis && 'trellis', !plot.sun && 'half shade', plot.container && 'tub']
              .filter(Boolean)
              .join(', ')}</text
          >
        </g>
        {#each squares.filter((one) => one.row === at) as square (square.year)}
          <g
            class="cell"
            role="gridcell"
            tabindex={inFocus(square) ? 0 : -1}
            data-cell={`${square.row} ${square.year}`}
            data-chosen={chosen(square) || undefined}
            data-over={(over?.row === square.row && over.year === square.year) || undefined}
            aria-label={told(square)}
            transform={`translate(${x(square.year)} ${y(at)})`}
            onclick={() => open(square)}
            onkeydown={(event) => event.key === 'Enter' && open(square)}
          >
            <rect class="soil" {width} height={tall} />
            {#if square.closed}<text class="fallow" x={width / 2} y={tall / 2 + 4} text-anchor="middle">fallow</text
              >{/if}
            {#if square.unknown && square.cells.length === 0}<text
                class="fallow"
                x={width / 2}
                y={tall / 2 + 4}
                text-anchor="middle">?</text
              >{/if}
            {#each square.blocks as block, n (n)}
              <!-- Pressing starts a drag; the keyboard moves crops from the slip. -->
              <g
                class="block"
                data-kind={block.cell.kind}
                data-crop={block.cell.stood.key}
                role="presentation"
                opacity={dragged?.cell === block.cell ? 0.35 : 1}
                onpointerdown={(event) => grab(event, block.cell)}
              >
                <title>{name(block.cell)}</title>
                <rect class="leaf" x={block.x} y={block.y} width={block.w} height={block.h} />
                <rect
                  class="hatch"
                  x={block.x}
                  y={block.y}
                  width={block.w}
                  height={block.h}
                  fill={`url(#hatch-${garden.hatch(block.cell.family)})`}
                />
                {#if block.h >= 11 && block.w >= 16}
                  <rect
                    class="plate"
                    x={block.x + 1.5}
                    y={block.y + 1}
                    width={ticket(block.cell).length * 6 + 5}
                    height="11"
                  />
                  <text class="ticket" x={block.x + 4} y={block.y + 10}>{ticket(block.cell)}</text>
                {/if}
              </g>
            {/each}
            <rect class="ring" {width} height={tall} />
          </g>
        {/each}
      </g>
    {/each}
    {#each arcs as { tie, path, from, to, below, middle, dip } (tie.number)}
      <g
        class="tie"
        data-tie={tie.number}
        data-chosen={(turns.about.is === 'tie' && turns.about.tie.number === tie.number) || undefined}
        data-past={tie.planted || undefined}
        role="button"
        tabindex="0"
        aria-label={`Clash ${tie.number}: ${garden.familyName(tie.family)} in ${yearName(tie.earlier, garden.southern)} and ${yearName(tie.later, garden.southern)}, ${placeName(garden, tie.at, view.plots)}`}
        onclick={() => turns.choose({ is: 'tie', tie })}
        onkeydown={(event) => event.key === 'Enter' && turns.choose({ is: 'tie', tie })}
      >
        <path d={path} />
        <circle class="end" cx={from} cy={below} r="3" />
        <circle class="end" cx={to} cy={below} r="3" />
        <circle class="disc" cx={middle} cy={below + dip * 0.92} r="9" />
        <text x={middle} y={below + dip * 0.92 + 4} text-anchor="middle">{tie.number}</text>
      </g>
    {/each}
    {#if dragged}
      <g
        class="ghost"
        transform={`translate(${x(dragged.cell.year) + dragged.dx} ${y(index(dragged.cell.at)) + dragged.dy})`}
      >
        <rect class="leaf" width={width * 0.7} height="22" />
        <rect width={width * 0.7} height="22" fill={`url(#hatch-${garden.hatch(dragged.cell.family)})`} />
        <text class="ticket" x="5" y="15">{ticket(dragged.cell)}</text>
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
  .year,
  .cell,
  .tie {
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
  .soil {
    fill: var(--color-soil);
    stroke: var(--color-hair);
    stroke-width: 0.8;
  }
  .ring {
    fill: none;
    pointer-events: none;
  }
  .cell:is(:hover, :focus-visible) .ring {
    stroke: var(--color-chestnut);
    stroke-width: 1.6;
  }
  .cell[data-chosen] .ring,
  .cell[data-over] .ring {
    stroke: var(--color-chestnut);
    stroke-width: 2.6;
  }
  .leaf {
    fill: var(--color-leaf);
    opacity: 0.75;
  }
  .hatch {
    stroke: var(--color-ink-leaf);
    stroke-width: 1;
  }
  [data-kind='planned'] .leaf {
    opacity: 0.4;
  }
  [data-kind='planned'] .hatch {
    stroke-dasharray: 4 2.5;
  }
  [data-kind='planned'] {
    cursor: grab;
  }
  [data-kind='remembered'] .hatch {
    stroke-width: 0.7;
  }
  .plate {
    fill: var(--color-slip);
    stroke: var(--color-rule);
    stroke-width: 0.6;
  }
  .ticket {
    font-family: var(--font-serif);
    font-size: 9.5px;
    font-weight: 700;
    fill: var(--color-soot);
  }
  .fallow {
    font-style: italic;
  }
  .tie path {
    fill: none;
    stroke: var(--color-rosehip);
    stroke-width: 1.5;
  }
  .tie .end {
    fill: var(--color-rosehip);
  }
  .tie .disc {
    fill: var(--color-paper);
    stroke: var(--color-rosehip);
    stroke-width: 1.5;
  }
  .tie text {
    font-family: var(--font-serif);
    font-size: 11px;
    font-weight: 700;
    fill: var(--color-rosehip);
  }
  .tie[data-past] {
    opacity: 0.75;
  }
  .tie[data-past] path {
    stroke-dasharray: 2 3;
  }
  .tie:is(:hover, :focus-visible, [data-chosen]) .disc {
    fill: var(--color-rosehip);
  }
  .tie:is(:hover, :focus-visible, [data-chosen]) text {
    fill: var(--color-slip);
  }
  .ghost {
    pointer-events: none;
  }
</style>
