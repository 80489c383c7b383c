<script lang="ts">
  // Where in its bed: a small plan with the place marked.
  import { outline } from '../../drawing/outline';
  import type { Rect } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';

  interface Props {
    bed: number;
    patch: number | null;
    /** Only so many half squares of it. */
    part?: Rect | null;
  }
  let { bed, patch, part = null }: Props = $props();
  const { garden } = useOpenGarden();

  const place = $derived(garden.bed(bed));
  const rect = $derived(part ?? garden.view.garden.patches.find((one) => one.id === patch)?.rect);
  const long = $derived((place?.length ?? 0) / garden.half);
  const wide = $derived((place?.width ?? 0) / garden.half);
  const label = $derived(
    !place
      ? ''
      : rect
        ? `${place.name}, half squares ${rect.x + 1} to ${rect.x + rect.w} along it`
        : `all of ${place.name}`,
  );
</script>

{#if place && long > 0}
  <svg class="mt-3 block" viewBox={`-0.3 -0.3 ${long + 0.6} ${wide + 0.6}`} style:max-height="130px" role="img">
    <title>{label}</title>
    <path class="bed" d={outline(place, 1 / garden.half)} />
    {#if rect}<rect class="place" x={rect.x} y={rect.y} width={rect.w} height={rect.h} />{/if}
  </svg>
  <p class="quiet">{place.name}</p>
{/if}

<style>
  /* A full slip squeezes what it may. */
  svg {
    flex: none;
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
