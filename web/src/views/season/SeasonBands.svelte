<script lang="ts">
  // The drawing: weather, shelf, then each bed as a band of lanes, on the ribbon's own scale of days.
  import type { SeasonView } from '../../generated/api';
  import Hatches from '../../drawing/Hatches.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth } from '../../words/dates';
  import { squares } from '../../words/lengths';
  import BarLabel from './BarLabel.svelte';
  import BarShape from './BarShape.svelte';
  import { Lying } from './lying';
  import { LEFT, RIGHT, Scale } from './scale';
  import ShelfBand from './ShelfBand.svelte';
  import ShelfLine from './ShelfLine.svelte';
  import WeatherBand from './WeatherBand.svelte';

  interface Props {
    season: SeasonState;
    view: SeasonView;
    /** The view's width with its scroll bar. The ribbon below has none, so days lie on all of it; the margin is wider. */
    whole: number;
  }
  let { season, view, whole }: Props = $props();
  const { garden } = useOpenGarden();

  const LANE = 17;
  const WEATHER = 64;
  const SHELF = 58;
  /** What the words on free ground take [px]. */
  const WORDS = 96;
  let width = $state(800);
  const scale = $derived(new Scale(garden.season.first_day, garden.season.last_day, Math.max(width, whole)));

  const bands = $derived.by(() => {
    let top = WEATHER + SHELF + 26;
    return view.beds.map((band) => {
      const height = Math.max(1, band.lanes.length) * LANE;
      const at = top;
      top += height + 9;
      return { ...band, top: at, height, name: garden.bed(band.bed)?.name ?? '' };
    });
  });
  const height = $derived((bands.at(-1)?.top ?? 0) + (bands.at(-1)?.height ?? 0) + 10);

  /** A bed's name in lines that fit the margin. */
  function lines(name: string, height: number): string[] {
    const most = Math.max(1, Math.floor(height / 13));
    const found: string[] = [];
    for (const word of name.split(' ')) {
      const last = found.at(-1);
      if (last !== undefined && (last.length + word.length < 9 || found.length >= most))
        found[found.length - 1] = `${last} ${word}`;
      else found.push(word);
    }
    return found.map((line) => (line.length > 10 ? `${line.slice(0, 9)}…` : line));
  }

  // A bar that changes its lane is drawn anew; who moved it by keys goes on doing so.
  $effect(() => {
    void view;
    if (season.moved === null) return;
    const bar = document.querySelector<SVGElement>(`[data-bar='${season.moved}']`);
    if (bar && document.activeElement !== bar && document.activeElement === document.body) bar.focus();
  });

  const half = $derived(garden.half * garden.half);
  const area = (w: number, h: number) => squares(Math.round((w * h * half * 100) / (half * 4)));
  const needle = $derived(scale.x(garden.needle));
</script>

<div bind:clientWidth={width} data-season>
  <svg {width} {height} role="group" aria-label="The year, bed by bed">
    <Hatches />
    <WeatherBand {view} {scale} height={WEATHER} />
    <ShelfBand {season} {view} {scale} top={WEATHER + 8} height={SHELF} />
    {#each bands as band (band.bed)}
      <g data-band={band.bed}>
        <line class="rule" x1="0" x2={width} y1={band.top - 4.5} y2={band.top - 4.5} />
        {#each lines(band.name, band.height) as line, n (n)}
          <text class="name" x="12" y={band.top + 13 + n * 13}>{line}</text>
        {/each}
        {#each band.lanes as lane, n (n)}
          {@const y = band.top + n * LANE}
          <line class="lane" x1={LEFT} x2={scale.width - RIGHT} y1={y + LANE - 1.5} y2={y + LANE - 1.5} />
          {#each lane.free as free (`${free.from} ${free.rect.x} ${free.rect.y}`)}
            {@const [a, b] = [scale.x(free.from), scale.end(free.until)]}
            {@const chosen =
              season.about.is === 'free' && season.about.bed === band.bed && season.about.free.from === free.from}
            <g
              class="free"
              role="button"
              tabindex="0"
              data-free={band.bed}
              data-chosen={chosen}
              aria-label={`free, ${area(free.rect.w, free.rect.h)} in ${band.name}, ${dayMonth(free.from)} to ${dayMonth(free.until)}`}
              onclick={() => season.choose({ is: 'free', bed: band.bed, free })}
              onkeydown={(event) => {
                if (event.key !== 'Enter' && event.key !== ' ') return;
                event.preventDefault();
                season.choose({ is: 'free', bed: band.bed, free });
              }}
            >
              <rect x={a} {y} width={Math.max(0, b - a)} height={LANE - 2} />
              <line x1={a + 3} x2={b - 3} y1={y + LANE / 2} y2={y + LANE / 2} />
            </g>
          {/each}
          {@const lyings = lane.bars.map((bar) => new Lying(garden, season, scale, bar))}
          {#each lyings as lying (lying.bar.patch)}
            <BarShape {season} {lying} {scale} {y} height={LANE - 2} bed={band.name} />
          {/each}
          <!-- What stays beyond its time lies over what should follow. -->
          {#each lane.bars as bar (bar.patch)}
            {@const course = season.course(bar.patch)}
            {#if course?.late && !season.hand}
              {@const [a, b] = [scale.end(course.until), scale.end(course.free)]}
              <rect class="late" x={a} y={y + 1} width={Math.max(0, b - a)} height={LANE - 4} />
            {/if}
          {/each}
          {#each lyings as lying (lying.bar.patch)}
            <ShelfLine {lying} {scale} {y} height={LANE - 2} />
          {/each}
          <!-- Words come last, so that nothing runs through them. -->
          {#each lane.free as free (`${free.from} ${free.rect.x} ${free.rect.y}`)}
            {#if scale.end(free.until) - scale.x(free.from) > WORDS && !lyings.some( (one) => one.sownIn(free.from, WORDS) )}
              <text class="note" x={scale.x(free.from) + 9} y={y + LANE / 2 + 4}
                >free, {area(free.rect.w, free.rect.h)}</text
              >
            {/if}
          {/each}
          {#each lyings as lying (lying.bar.patch)}
            <BarLabel {lying} {y} height={LANE - 2} />
          {/each}
        {/each}
      </g>
    {/each}
    <line class="needle" x1={needle} x2={needle} y1="0" y2={height} />
  </svg>
</div>

<style>
  svg {
    display: block;
  }
  .rule {
    stroke: var(--color-rule);
    stroke-width: 0.8;
  }
  .lane {
    stroke: var(--color-hair);
    stroke-width: 0.5;
    opacity: 0.7;
  }
  .name {
    font-family: var(--font-serif);
    font-size: 12.5px;
    fill: var(--color-soot);
  }
  .late {
    fill: var(--color-rosehip);
    fill-opacity: 0.34;
    stroke: var(--color-rosehip);
    stroke-dasharray: 3 2;
    pointer-events: none;
  }
  .free {
    cursor: pointer;
  }
  .free rect {
    fill: transparent;
  }
  .free line {
    stroke: var(--color-board);
    stroke-width: 1.2;
    stroke-dasharray: 1 5;
    stroke-linecap: round;
  }
  .note {
    font-size: 12px;
    font-style: italic;
    fill: var(--color-soot-2);
    paint-order: stroke;
    stroke: var(--color-paper);
    stroke-width: 6px;
    pointer-events: none;
  }
  .free:hover rect,
  .free[data-chosen='true'] rect {
    fill: color-mix(in srgb, var(--color-buff) 55%, transparent);
  }
  .free:focus-visible {
    outline: none;
  }
  .free:focus-visible rect {
    stroke: var(--color-chestnut);
    stroke-width: 2;
  }
  .needle {
    stroke: var(--color-chestnut);
    stroke-width: 1.2;
    pointer-events: none;
  }
</style>
