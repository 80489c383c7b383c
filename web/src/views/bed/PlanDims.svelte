<script lang="ts">
  // Running dimensions along two sides, as on a drawing, and the north arrow.
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import { dimension } from '../../words/lengths';
  import { PAD, running, type Scale } from './scale';

  let { scale, standing, width }: { scale: Scale; standing: Shown[]; width: number } = $props();
  const { garden } = useOpenGarden();

  const bed = $derived(scale.bed);
  const px = $derived((tenths: number) => tenths * scale.perTenth);
  const grounds = $derived(standing.map((one) => one.reckoning.sum.ground));
  const along = $derived(
    running(
      grounds.flatMap((ground) => [ground.left, ground.right]),
      bed.length,
      38 / scale.perTenth,
    ),
  );
  const across = $derived(
    running(
      grounds.flatMap((ground) => [ground.far, ground.near]),
      bed.width,
      20 / scale.perTenth,
    ),
  );
</script>

<g class="dims" transform={`translate(${PAD.left} ${PAD.top})`}>
  <path class="dim" d={`M0 -26H${px(bed.length)}`} />
  {#each along as x (x)}
    <path class="dim" d={`M${px(x)} -31v10`} />
    <path class="lead" d={`M${px(x)} -20v15`} />
    <text x={px(x)} y="-35" text-anchor="middle">{dimension(x, garden.units)}</text>
  {/each}
  <path class="dim" d={`M-24 0V${px(bed.width)}`} />
  {#each across as y (y)}
    <path class="dim" d={`M-29 ${px(y)}h10`} />
    <text x="-34" y={px(y) + 4} text-anchor="end">{dimension(y, garden.units)}</text>
  {/each}
  {#if garden.units === 'metric'}<text x="-34" y="-35" text-anchor="end">m</text>{/if}
</g>
<g transform={`translate(${width - 16} 34) rotate(${(garden.site.north - bed.turn + 360) % 360})`} class="north">
  <path d="M0 9V-9M-3.5 -4L0 -10 3.5 -4" />
  <text x="-15" y="4">N</text>
</g>

<style>
  .dim {
    stroke: var(--color-slate);
    stroke-width: 0.9;
    fill: none;
  }
  .lead {
    stroke: var(--color-slate);
    stroke-width: 0.6;
    stroke-dasharray: 2 3;
  }
  text {
    font-size: 13px;
    fill: var(--color-slate);
  }
  .north path {
    fill: none;
    stroke: var(--color-soot);
    stroke-width: 1.2;
  }
</style>
