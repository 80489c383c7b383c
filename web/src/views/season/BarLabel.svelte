<script lang="ts">
  // What a bar is called, and the numbers of what there is to settle about it: over everything that crosses it.
  import type { Lying } from './lying';

  let { lying, y, height }: { lying: Lying; y: number; height: number } = $props();

  const marks = $derived(lying.marks);
</script>

{#if lying.patch}
  <text class="label" x={lying.left + 5 + marks.length * 17} y={y + height - 3.6}>{lying.label}</text>
  {#each marks as mark, n (mark.number)}
    <circle class="mark-ring" cx={lying.left + 9 + n * 17} cy={y + height / 2} r="7.2" />
    <text class="mark-number" x={lying.left + 9 + n * 17} y={y + height / 2 + 3.8} text-anchor="middle"
      >{mark.number}</text
    >
  {/each}
{/if}

<style>
  .label {
    font-size: 12.5px;
    font-weight: 500;
    fill: var(--color-soot);
    paint-order: stroke;
    stroke: color-mix(in srgb, var(--color-leaf) 75%, var(--color-paper));
    stroke-width: 3px;
    pointer-events: none;
  }
  .mark-ring {
    fill: var(--color-slip);
    stroke: var(--color-rosehip);
    stroke-width: 1.4;
    pointer-events: none;
  }
  .mark-number {
    font-family: var(--font-serif);
    font-size: 10.5px;
    font-weight: 700;
    fill: var(--color-rosehip);
    pointer-events: none;
  }
</style>
