<script lang="ts">
  // A piece of ground in one year: the crops on it in their families' hatching, each a thing to drag elsewhere.
  import type { Cell, TurnsView } from '../../generated/api';
  import { drags, type Dragging } from '../../parts/drag';
  import { useOpenGarden } from '../../state/context';
  import { yearName } from '../../words/dates';
  import { placeName } from '../../words/turns';
  import { cellTicket, type Square } from './square';

  interface Props {
    view: TurnsView;
    square: Square;
    x: number;
    y: number;
    width: number;
    tall: number;
    focus: boolean;
    chosen: boolean;
    /** Something dragged would come to lie here. */
    over: boolean;
    /** The crop that is dragged. */
    held: Cell | null;
    open: () => void;
    dragging: (cell: Cell) => Dragging<Cell>;
  }
  let { view, square, x, y, width, tall, focus, chosen, over, held, open, dragging }: Props = $props();
  const { garden } = useOpenGarden();

  const told = $derived.by(() => {
    const place = placeName(garden, square.at, view.plots);
    const what = [...new Set(square.cells.map((cell) => garden.cellName(cell)))].join(', ');
    const empty = square.closed ? 'fallow' : square.unknown ? 'nobody knows' : 'nothing';
    return `${place}, ${yearName(square.year, garden.southern)}: ${what || empty}`;
  });
</script>

<g
  class="cell"
  role="gridcell"
  tabindex={focus ? 0 : -1}
  data-cell={`${square.row} ${square.year}`}
  data-chosen={chosen || undefined}
  data-over={over || undefined}
  transform={`translate(${x} ${y})`}
  onclick={open}
  onkeydown={(event) => event.key === 'Enter' && open()}
>
  <!-- Its name; the tickets drawn below are short for it. -->
  <title>{told}</title>
  <rect class="soil" {width} height={tall} />
  {#if square.closed}<text class="fallow" aria-hidden="true" x={width / 2} y={tall / 2 + 4} text-anchor="middle"
      >fallow</text
    >{/if}
  {#if square.unknown && square.cells.length === 0}<text
      class="fallow"
      aria-hidden="true"
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
      aria-hidden="true"
      opacity={held === block.cell ? 0.35 : 1}
      {@attach drags(dragging(block.cell))}
    >
      <title>{garden.cellName(block.cell)}</title>
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
          width={cellTicket(garden, block.cell).length * 6 + 5}
          height="11"
        />
        <text class="ticket" x={block.x + 4} y={block.y + 10}>{cellTicket(garden, block.cell)}</text>
      {/if}
    </g>
  {/each}
  {#if square.more}
    {@const words = `+ ${square.more}`}
    <g aria-hidden="true" data-more={square.more}>
      <rect class="plate" x={width - words.length * 6 - 7} y={tall - 13} width={words.length * 6 + 5} height="11" />
      <text class="ticket" x={width - words.length * 6 - 4} y={tall - 4}>{words}</text>
    </g>
  {/if}
  <rect class="ring" {width} height={tall} />
</g>

<style>
  text {
    font-size: 13px;
    fill: var(--color-soot-2);
    user-select: none;
  }
  .cell {
    cursor: pointer;
    outline: none;
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
</style>
