<script lang="ts">
  // Where in its bed: a small plan with the place marked.
  import { outline } from '../../drawing/outline';
  import { useOpenGarden } from '../../state/context';

  let { bed, patch }: { bed: number; patch: number } = $props();
  const { garden } = useOpenGarden();

  const place = $derived(garden.bed(bed));
  const rect = $derived(garden.view.garden.patches.find((one) => one.id === patch)?.rect);
  const long = $derived((place?.length ?? 0) / garden.half);
  const wide = $derived((place?.width ?? 0) / garden.half);
  const label = $derived(
    rect && place ? `${place.name}, half squares ${rect.x + 1} to ${rect.x + rect.w} along it` : '',
  );
</script>

{#if place && rect && long > 0}
  <svg class="mt-3 block" viewBox={`-0.3 -0.3 ${long + 0.6} ${wide + 0.6}`} style:max-height="130px" role="img">
    <title>{label}</title>
    <path class="bed" d={outline(place, 1 / garden.half)} />
    <rect class="place" x={rect.x} y={rect.y} width={rect.w} height={rect.h} />
  </svg>
  <p class="quiet">{place.name}</p>
{/if}

<style>
  svg {
    width: 100%;
  }
  .bed {
    fill: var(--color-soil);
    stroke: var(--color-board);
    stroke-width: 0.2;
  }
  .place {
    fill: var(--color-chestnut);
    fill-opacity: 0.35;
    stroke: var(--color-chestnut);
    stroke-width: 0.12;
  }
</style>
