<script lang="ts">
  // The boards of a bed that is no rectangle, over what a patch's rectangle covers beyond them.
  import { missing, outline } from '../../drawing/outline';
  import type { Bed } from '../../generated/api';
  import type { Scale } from './scale';

  let { bed, scale }: { bed: Bed; scale: Scale } = $props();
  const each = $derived(scale.perTenth);
</script>

{#if bed.shape.is !== 'rectangle'}
  <path class="gone" d={missing(bed, each, 6)} />
  <path class="board" data-kind={bed.kind.kind} d={outline(bed, each, 7) + outline(bed, each)} />
{/if}

<style>
  path {
    fill-rule: evenodd;
    pointer-events: none;
  }
  .gone {
    fill: var(--color-paper);
  }
  .board {
    fill: var(--color-board);
  }
  .board[data-kind='ground'] {
    fill: none;
    stroke: var(--color-rule);
    stroke-width: 1.2;
    stroke-dasharray: 6 4;
  }
</style>
