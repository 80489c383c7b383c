<script lang="ts">
  // Usual highs and lows, week by week; frost, soil and the length of days stand on the ribbon below.
  import type { SeasonView } from '../../generated/api';
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
  const marks = $derived([0, 10, 20, 30].filter((mark) => mark >= least && mark <= most));
</script>

<g class="weather">
  {#each marks as mark (mark)}
    <line class="grid" x1={LEFT} x2={scale.width - RIGHT} y1={y(mark)} y2={y(mark)} />
    <text class="mark" x={LEFT - 6} y={y(mark) + 4} text-anchor="end">{degrees(mark, garden.units)}</text>
  {/each}
  <polygon class="air" points={band} />
  <text class="note" x={LEFT + 6} y={height - 3}>usual highs and lows</text>
</g>

<style>
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
  .note {
    font-family: var(--font-serif);
    font-style: italic;
    font-size: 11.5px;
    fill: var(--color-slate);
  }
</style>
