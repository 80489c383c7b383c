<script lang="ts">
  // The seedling shelf: cells under light week by week against the line of what there is.
  import type { SeasonView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { PLACES } from '../../words/season';
  import { LEFT, RIGHT, type Scale } from './scale';

  interface Props {
    season: SeasonState;
    view: SeasonView;
    scale: Scale;
    top: number;
    height: number;
  }
  let { season, view, scale, top, height }: Props = $props();
  const { garden } = useOpenGarden();

  const shelf = $derived(garden.view.garden.almanac.shelf);
  const most = $derived(Math.max(shelf.cells * 1.15, 24, ...view.shelf.weeks.map((week) => week.cells[0])));
  const bottom = $derived(top + height);
  const y = $derived((cells: number) => bottom - (cells / most) * (height - 12));
  const marks = $derived(view.to_settle.filter((one) => one.what.about === 'shelf'));
  const chosen = $derived(season.about.is === 'shelf');
</script>

<g data-shelf>
  <text class="name" x="12" y={top + 22}>Seedling</text>
  <text class="name" x="12" y={top + 35}>shelf</text>
  <line class="base" x1={LEFT} x2={scale.width - RIGHT} y1={bottom} y2={bottom} />
  {#each view.shelf.weeks as week, n (week.from)}
    {@const [a, b] = [scale.week(n), scale.week(n + 1)]}
    {#if week.cells[0] > 0}
      <rect
        class="light"
        x={a}
        y={y(Math.min(week.cells[0], shelf.cells))}
        width={b - a}
        height={bottom - y(Math.min(week.cells[0], shelf.cells))}
      />
      {#if week.cells[0] > shelf.cells}
        <rect class="over" x={a} y={y(week.cells[0])} width={b - a} height={y(shelf.cells) - y(week.cells[0])} />
      {/if}
    {/if}
    {#if week.cells[1] > 0}<rect class="mat" x={a + 1} y={y(week.cells[1])} width={b - a - 2} height="2.4" />{/if}
  {/each}
  <line class="capacity" x1={LEFT} x2={scale.width - RIGHT} y1={y(shelf.cells)} y2={y(shelf.cells)} />
  <text class="note" x={scale.width - RIGHT} y={y(shelf.cells) - 3} text-anchor="end"
    >room for {shelf.cells} cells under light</text
  >
  <rect
    class="hit"
    role="button"
    tabindex="0"
    aria-label="The seedling shelf"
    data-chosen={chosen}
    x={LEFT}
    y={top}
    width={Math.max(0, scale.width - LEFT - RIGHT)}
    {height}
    onclick={() => season.choose({ is: 'shelf' })}
    onkeydown={(event) => {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        season.choose({ is: 'shelf' });
      }
    }}
  />
  {#each marks as mark (mark.number)}
    {@const over = mark.what.about === 'shelf' ? view.shelf.overflows[mark.what.overflow] : undefined}
    {#if over}
      <circle class="mark-ring" cx={scale.x(over.from)} cy={top + 10} r="8.5" />
      <text class="mark-number" x={scale.x(over.from)} y={top + 14} text-anchor="middle">{mark.number}</text>
      <title>{`too small ${PLACES[over.place]}`}</title>
    {/if}
  {/each}
</g>

<style>
  .name {
    font-family: var(--font-serif);
    font-size: 12.5px;
    fill: var(--color-soot);
  }
  .base {
    stroke: var(--color-rule);
    stroke-width: 0.8;
  }
  .light {
    fill: var(--color-slate);
    opacity: 0.34;
  }
  .over {
    fill: var(--color-rosehip);
    opacity: 0.7;
  }
  .mat {
    fill: var(--color-chestnut);
  }
  .capacity {
    stroke: var(--color-slate);
    stroke-width: 1.2;
    stroke-dasharray: 7 4;
  }
  .note {
    font-family: var(--font-serif);
    font-style: italic;
    font-size: 11.5px;
    fill: var(--color-slate);
  }
  .hit {
    fill: transparent;
    cursor: pointer;
  }
  .hit:hover,
  .hit[data-chosen='true'] {
    fill: color-mix(in srgb, var(--color-buff) 30%, transparent);
  }
  .hit:focus-visible {
    outline: none;
    stroke: var(--color-chestnut);
    stroke-width: 2;
  }
  .mark-ring {
    fill: var(--color-slip);
    stroke: var(--color-rosehip);
    stroke-width: 1.5;
    pointer-events: none;
  }
  .mark-number {
    font-family: var(--font-serif);
    font-size: 11.5px;
    font-weight: 700;
    fill: var(--color-rosehip);
    pointer-events: none;
  }
</style>
