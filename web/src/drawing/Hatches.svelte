<script lang="ts" module>
  // Soil-map hatching: a family is known by its pattern, in colour, in grey and in glare.
  const HATCHES: Record<string, { size: number; strokes?: string; dots?: [number, number, number][]; turn?: number; bold?: number }> = {
    upright: { size: 5, strokes: 'M2.5 0v5' },
    level: { size: 5, strokes: 'M0 2.5h5' },
    slant: { size: 5, strokes: 'M2.5 0v5', turn: 45 },
    'bold-slant': { size: 6, strokes: 'M3 0v6', turn: -45, bold: 1.9 },
    cross: { size: 7, strokes: 'M3.5 0v7M0 3.5h7', turn: 45 },
    dots: { size: 5, dots: [[1.2, 1.2, 1], [3.7, 3.7, 1]] },
    sparse: { size: 9, dots: [[2.2, 2.2, 1.2], [6.7, 6.7, 1.2]] },
    speckle: { size: 7, dots: [[1, 2, 0.6], [4, 1, 0.8], [5.8, 4.4, 0.6], [2.4, 5.6, 0.8]] },
    rings: { size: 8, strokes: 'M4 1.6a2.4 2.4 0 1 0 .01 0' },
    dashes: { size: 8, strokes: 'M0 2h5M4 6h5' },
    zigzag: { size: 8, strokes: 'M0 5l2-3 2 3 2-3 2 3' },
    waves: { size: 8, strokes: 'M0 4q2-3 4 0t4 0' },
    petals: { size: 9, strokes: 'M2 2l3 3M5 2l-3 3M3.5 1.5v4' },
    ticks: { size: 8, strokes: 'M2 1v4M6 4v4' },
    stars: { size: 10, strokes: 'M5 2v6M2 5h6M3 3l4 4M7 3l-4 4' },
    commas: { size: 8, strokes: 'M2 2q2 0 1 3M6 5q2 0 1 3' },
    ladders: { size: 8, strokes: 'M1.5 0v8M5 0v8M1.5 4h3.5' },
    pips: { size: 9, dots: [[4.5, 4.5, 0.9]] },
    twigs: { size: 10, strokes: 'M3 9V1M3 5l3-3M3 7l-2.4-2.4' },
    drops: { size: 8, strokes: 'M2 1.5q2 2.6 0 3q-2-.4 0-3M6 4.5q2 2.6 0 3q-2-.4 0-3' },
    blossoms: { size: 10, strokes: 'M5 3.4a1.6 1.6 0 1 0 .01 0', dots: [[5, 1.5, 0.7], [5, 8.5, 0.7], [1.5, 5, 0.7], [8.5, 5, 0.7]] },
  }; // prettier-ignore
</script>

<defs>
  {#each Object.entries(HATCHES) as [name, hatch] (name)}
    {@const tile = { width: hatch.size, height: hatch.size, patternUnits: 'userSpaceOnUse' as const }}
    {#snippet marks()}
      {#if hatch.strokes}<path class="ink" d={hatch.strokes} stroke-width={hatch.bold ?? 0.9} />{/if}
      {#each hatch.dots ?? [] as [cx, cy, r] (`${cx} ${cy}`)}<circle class="dot" {cx} {cy} {r} />{/each}
    {/snippet}
    <pattern id={`hatch-${name}`} {...tile} patternTransform={`rotate(${hatch.turn ?? 0})`}>{@render marks()}</pattern>
    <!-- The same on a leaf: one shape to draw for each of many plants. -->
    <pattern id={`leaf-${name}`} {...tile} patternTransform={`rotate(${hatch.turn ?? 0})`}>
      <rect class="leaf" width={hatch.size} height={hatch.size} />
      <g opacity="0.75">{@render marks()}</g>
    </pattern>
  {/each}
</defs>

<style>
  .ink {
    fill: none;
    stroke: var(--color-ink-leaf);
  }
  .leaf {
    fill: var(--color-leaf);
    shape-rendering: crispEdges;
  }
  .dot {
    fill: var(--color-ink-leaf);
  }
</style>
