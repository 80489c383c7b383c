<script lang="ts">
  // Usual highs, lows and soil, week by week, with the frost edges behind them.
  import type { SeasonView } from '../../generated/SeasonView';
  import { useOpenGarden } from '../../state/context';
  import { degrees } from '../../words/season';
  import { LEFT, RIGHT, type Scale } from './scale';

  let { view, scale, height }: { view: SeasonView; scale: Scale; height: number } = $props();
  const { garden } = useOpenGarden();

  const least = $derived(Math.floor(Math.min(0, ...view.weather.low) / 10) * 10);
  const most = $derived(Math.ceil(Math.max(25, ...view.weather.high) / 10) * 10);
  const y = $derived((celsius: number) => 6 + (1 - (celsius - least) / (most - least)) * (height - 12));
  const line = $derived((values: number[]) => values.map((value, week) => `${scale.week(week)},${y(value)}`).join(' '));
  const band = $derived(
    `${line(view.weather.high)} ${view.weather.low
      .map((value, week) => `${scale.week(week)},${y(value)}`)
      .reverse()
      .join(' ')}`,
  );
  const season = $derived(garden.season);
  const marks = $derived([0, 10, 20, 30].filter((mark) => mark >= least && mark <= most));
</script>

<g class="weather">
  {#if season.last_frost?.even}
    <rect class="frost" x={LEFT} y="0" width={Math.max(0, scale.x(season.last_frost.even) - LEFT)} {height} />
  {/if}
  {#if season.first_frost?.even}
    <rect
      class="frost"
      x={scale.x(season.first_frost.even)}
      y="0"
      width={Math.max(0, scale.width - RIGHT - scale.x(season.first_frost.even))}
      {height}
    />
  {/if}
  {#each marks as mark (mark)}
    <line class="grid" x1={LEFT} x2={scale.width - RIGHT} y1={y(mark)} y2={y(mark)} />
    <text class="mark" x={LEFT - 6} y={y(mark) + 4} text-anchor="end">{degrees(mark, garden.units)}</text>
  {/each}
  <polygon class="air" points={band} />
  <polyline class="soil" points={line(view.weather.soil)} />
  <text class="note" x={LEFT + 6} y={height - 3}
    >usual highs and lows<tspan class="key" dx="14"
      >— soil{scale.width > 560 ? ' at sowing depth, a guess from the air' : ', a guess'}</tspan
    ></text
  >
</g>

<style>
  .frost {
    fill: var(--color-frost);
    opacity: 0.35;
  }
  .grid {
    stroke: var(--color-hair);
    stroke-width: 0.6;
  }
  .mark {
    font-size: 11.5px;
    fill: var(--color-soot-2);
  }
  .air {
    fill: var(--color-buff);
    opacity: 0.75;
  }
  .soil {
    fill: none;
    stroke: var(--color-chestnut);
    stroke-width: 1.6;
  }
  .note {
    font-family: var(--font-serif);
    font-style: italic;
    font-size: 11.5px;
    fill: var(--color-slate);
  }
  .key {
    fill: var(--color-chestnut);
  }
</style>
