<script lang="ts">
  // The bed itself: boards, soil, its squares, and the part squares at its ends.
  import { outline } from '../../drawing/outline';
  import type { Bed, BedReckoning } from '../../generated/api';
  import type { Scale } from './scale';

  let { bed, reckoned, scale }: { bed: Bed; reckoned: BedReckoning; scale: Scale } = $props();

  const px = $derived((tenths: number) => tenths * scale.perTenth);
  const half = $derived(scale.half);
  const squares = $derived({ across: lines(bed.length), down: lines(bed.width) });

  function lines(side: number): number[] {
    return Array.from({ length: Math.ceil(side / (2 * half)) - 1 }, (_, i) => (i + 1) * 2 * half);
  }
</script>

{#if bed.shape.is === 'rectangle'}
  <rect
    class="board"
    data-kind={bed.kind.kind}
    x="-7"
    y="-7"
    width={px(bed.length) + 14}
    height={px(bed.width) + 14}
    rx={bed.kind.kind === 'container' ? 12 : 0}
  />
  <rect class="soil" width={px(bed.length)} height={px(bed.width)} rx={bed.kind.kind === 'container' ? 8 : 0} />
{:else}
  <path class="soil" d={outline(bed, scale.perTenth)} />
{/if}
<g class="grid">
  {#each squares.across as x (x)}<line x1={px(x)} x2={px(x)} y1="0" y2={px(bed.width)} />{/each}
  {#each squares.down as y (y)}<line y1={px(y)} y2={px(y)} x1="0" x2={px(bed.length)} />{/each}
</g>
{#if reckoned.fit.along.rest > 0}
  {@const x = px(reckoned.fit.along.whole * 2 * half)}
  <rect class="part" {x} width={px(bed.length) - x} height={px(bed.width)} />
{/if}
{#if reckoned.fit.across.rest > 0}
  {@const y = px(reckoned.fit.across.whole * 2 * half)}
  <rect class="part" {y} width={px(bed.length)} height={px(bed.width) - y} />
{/if}

<style>
  .board {
    fill: var(--color-board);
  }
  .board[data-kind='ground'] {
    fill: none;
    stroke: var(--color-rule);
    stroke-width: 1.2;
    stroke-dasharray: 6 4;
  }
  .soil {
    fill: var(--color-soil);
  }
  .grid line {
    stroke: var(--color-hair);
    stroke-width: 0.8;
  }
  .part {
    fill: var(--color-hair);
    opacity: 0.35;
  }
</style>
