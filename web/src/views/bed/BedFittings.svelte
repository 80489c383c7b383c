<script lang="ts">
  // What is built into a bed, drawn over its plants: braces, drip lines, trellises.
  import type { Bed } from '../../generated/api';
  import type { Scale } from './scale';

  let { bed, scale }: { bed: Bed; scale: Scale } = $props();
  const px = $derived((tenths: number) => tenths * scale.perTenth);
</script>

{#each bed.braces as brace (brace.at)}
  <rect class="brace" x={px(brace.at - brace.thickness / 2)} width={px(brace.thickness)} height={px(bed.width)} />
{/each}
{#each bed.drips as drip (drip)}
  <line class="drip" x1="0" x2={px(bed.length)} y1={px(drip)} y2={px(drip)} />
{/each}
{#each bed.trellises as trellis (trellis)}
  <line
    class="trellis"
    x1={px(trellis.start)}
    x2={px(trellis.end)}
    y1={px(trellis.from_far)}
    y2={px(trellis.from_far)}
  />
{/each}

<style>
  .brace {
    fill: var(--color-board);
    stroke: #8f7450;
    stroke-width: 0.6;
  }
  .trellis {
    stroke: var(--color-soot);
    stroke-width: 1.8;
    stroke-dasharray: 1 3;
    stroke-linecap: round;
    pointer-events: none;
  }
  .drip {
    stroke: var(--color-slate);
    stroke-width: 1.2;
    stroke-dasharray: 0.5 6;
    stroke-linecap: round;
    pointer-events: none;
  }
</style>
