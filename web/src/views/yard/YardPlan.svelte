<script lang="ts">
  // The yard from above, to scale: beds, the paths between them, their names.
  import Hatches from '../../drawing/Hatches.svelte';
  import type { Bed } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { length } from '../../words/lengths';
  import { beside, fitted, names } from './fit';
  import YardBed from './YardBed.svelte';
  import YardFixture from './YardFixture.svelte';

  interface Props {
    select: () => void;
    /** The fixture that is selected. */
    fixture: number | null;
    pick: (fixture: number) => void;
  }
  let { select, fixture, pick }: Props = $props();
  const { garden, desk } = useOpenGarden();

  let width = $state(700);
  let height = $state(500);
  let held: { bed: number; x: number; y: number } | null = $state.raw(null);

  const beds = $derived(garden.view.garden.beds);
  const fixtures = $derived(garden.view.garden.fixtures);
  const fit = $derived(fitted([...beds, ...fixtures], width, height));
  const foot = $derived((garden.units === 'metric' ? 10000 : 3048) * fit.scale);
  const lying = $derived(
    beds.map((bed) => {
      const at = held?.bed === bed.id ? held : bed;
      return { bed, x: fit.x(at.x), y: fit.y(at.y) };
    }),
  );

  const standing = $derived(fixtures.map((bed) => ({ bed, x: fit.x(bed.x), y: fit.y(bed.y) })));

  /** The paths between beds, with their width where there is room for it. */
  const paths = $derived(
    garden.view.reckoning.paths
      .filter((path) => !path.overlap)
      .map((path) => {
        const at = ([x, y]: [number, number]): [number, number] => [fit.x(x), fit.y(y)];
        const [from, to] = [at(path.between[0]), at(path.between[1])];
        const text = length(path.width, garden.units);
        const middle = { wide: text.length * 6.5, x: (from[0] + to[0]) / 2, y: (from[1] + to[1]) / 2 + 4 };
        const words = path.width * fit.scale > 20 ? beside([...lying, ...standing], fit.scale, middle) : null;
        return { path, a: from, b: to, words: words && { ...words, text } };
      }),
  );
  const written = $derived(paths.flatMap(({ words }) => words ?? []));

  function choose(bed: Bed) {
    desk.open('yard', bed.id);
    select();
  }
</script>

<div class="sheet" bind:clientWidth={width} bind:clientHeight={height}>
  <svg {width} {height} role="group" aria-label="The yard, drawn to scale">
    <Hatches />
    <g class="compass" transform={`translate(${width - 34} 40) rotate(${garden.site.north})`}>
      <path d="M0 16V-16M-5 -9L0 -17 5 -9" />
      <text y="-21" text-anchor="middle">N</text>
    </g>
    <g class="scale" transform={`translate(24 ${height - 14})`}>
      <path d={`M0 -5V0H${foot * 3}V-5M${foot} -3V0M${foot * 2} -3V0`} />
      <text x={foot * 3 + 6} y="0">{garden.units === 'metric' ? '3 m' : '3 ft'}</text>
    </g>
    {#each fixtures as one (one.id)}
      <YardFixture fixture={one} {fit} chosen={fixture === one.id} choose={() => pick(one.id)} />
    {/each}
    {#each paths as { path, a, b } (`${path.one} ${path.other}`)}
      <g class="path" class:narrow={path.narrow}>
        <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
      </g>
    {/each}
    {#each beds as bed (bed.id)}
      <YardBed {bed} {fit} bind:held choose={() => choose(bed)} />
    {/each}
    {#each paths as { path, words } (`${path.one} ${path.other}`)}
      {#if words}
        <g class="path" class:narrow={path.narrow}>
          <text x={words.x - words.wide / 2} y={words.y}>{words.text}</text>
        </g>
      {/if}
    {/each}
    {#each names(lying, fit.scale, width, written, standing) as { bed, x, y } (bed.id)}
      <text class="name" class:chosen={desk.bed === bed.id} {x} {y} text-anchor="middle">{bed.name}</text>
    {/each}
  </svg>
</div>

<style>
  .sheet {
    height: calc(100% - 50px);
    min-height: 380px;
    overflow: hidden;
  }
  svg {
    display: block;
    touch-action: manipulation;
  }
  .name {
    font-size: 14.5px;
    font-weight: 500;
    fill: var(--color-soot);
    paint-order: stroke;
    stroke: var(--color-paper);
    stroke-width: 4px;
    pointer-events: none;
  }
  .name.chosen {
    fill: var(--color-chestnut);
    font-weight: 700;
  }
  .compass path,
  .scale path {
    fill: none;
    stroke: var(--color-slate);
    stroke-width: 1.2;
  }
  .compass text,
  .scale text,
  .path text {
    font-size: 13px;
    fill: var(--color-slate);
  }
  .path line {
    stroke: var(--color-slate);
    stroke-width: 0.7;
    stroke-dasharray: 2 3;
  }
  .path text {
    paint-order: stroke;
    stroke: var(--color-paper);
    stroke-width: 3px;
  }
  .path.narrow line {
    stroke: var(--color-rosehip);
  }
  .path.narrow text {
    fill: var(--color-rosehip);
    font-weight: 700;
  }
</style>
