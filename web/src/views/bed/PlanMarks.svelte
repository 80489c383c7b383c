<script lang="ts">
  // What is written over the plants: their tickets, what is proposed, and the numbers of what was found.
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import type { Finding } from '../../generated/api';
  import { patchBox, type Scale } from './scale';

  let { patches, marks, scale }: { patches: Shown[]; marks: Finding[]; scale: Scale } = $props();
  const { desk } = useOpenGarden();

  const boxOf = $derived(({ patch, reckoning }: Shown) =>
    patchBox(scale, patch.rect, patch.line, reckoning.sum.spacing.along),
  );
  const standing = $derived(patches.filter((one) => one.reckoning.stands));
  /** A ticket of what does not stand is left out where it would lie on one of what does. */
  const ticketed = $derived(
    patches.filter(
      ({ patch, reckoning }) =>
        reckoning.stands ||
        !standing.some(({ patch: other }) => other.rect.x === patch.rect.x && other.rect.y === patch.rect.y),
    ),
  );

  /** Marks stand in their patch's right corner, beside each other when there are more. */
  function markAt(index: number): { x: number; y: number } {
    const finding = marks[index];
    const shown = patches.find((one) => one.patch.id === finding?.patch);
    if (!finding || !shown) return { x: 0, y: 0 };
    const before = marks.slice(0, index).filter((other) => other.patch === finding.patch).length;
    const { x, y, width } = boxOf(shown);
    return { x: x + width - 13 - before * 21, y: y + 13 };
  }
</script>

{#each ticketed as one (one.patch.id)}
  {@const b = boxOf(one)}
  <g
    class="ticket"
    class:away={!one.reckoning.stands}
    transform={`translate(${b.x + 1.5 + (one.patch.planted.between ? 26 : 0)} ${b.y + 1.5})`}
  >
    <rect width={one.crop.ticket.length * 8 + 7} height="16" />
    <text x={(one.crop.ticket.length * 8 + 7) / 2} y="12" text-anchor="middle">{one.crop.ticket}</text>
  </g>
{/each}
{#each [...desk.preview].sort((a, b) => Number(b.later ?? false) - Number(a.later ?? false)) as maybe, index (index)}
  {@const b = patchBox(scale, maybe.rect, maybe.line ?? null, 0)}
  <g class="maybe" class:later={maybe.later}>
    <rect {...b} />
    <text x={b.x + b.width / 2} y={b.y + b.height / 2 + 4} text-anchor="middle">{maybe.ticket}</text>
  </g>
{/each}
{#each marks as finding, index (finding.key + finding.patch)}
  {@const spot = markAt(index)}
  <!-- A mark is part of its patch: pressing it takes the patch. -->
  <g class="clash" data-of={finding.patch} transform={`translate(${spot.x} ${spot.y})`}>
    <circle r="9.5" />
    <text y="4.2" text-anchor="middle">{finding.number}</text>
  </g>
{/each}

<style>
  .ticket,
  .clash text {
    pointer-events: none;
  }
  .ticket rect {
    fill: var(--color-slip);
    stroke: var(--color-soot);
    stroke-width: 0.7;
  }
  .ticket text {
    font-family: var(--font-serif);
    font-size: 11.5px;
    font-weight: 640;
    fill: var(--color-soot);
  }
  .ticket.away text {
    fill: var(--color-soot-2);
    font-weight: 400;
    font-style: italic;
  }
  .maybe {
    pointer-events: none;
  }
  .maybe rect {
    fill: color-mix(in srgb, var(--color-paper) 82%, transparent);
    stroke: var(--color-chestnut);
    stroke-width: 1.4;
    stroke-dasharray: 5 3;
  }
  .maybe text {
    font-family: var(--font-serif);
    font-size: 13px;
    font-weight: 640;
    fill: var(--color-chestnut);
  }
  .maybe.later rect {
    fill: none;
    stroke-width: 0.8;
    stroke-dasharray: 2 4;
  }
  .maybe.later text {
    display: none;
  }
  .clash circle {
    fill: var(--color-slip);
    stroke: var(--color-rosehip);
    stroke-width: 1.5;
  }
  .clash text {
    font-family: var(--font-serif);
    font-size: 12px;
    font-weight: 700;
    fill: var(--color-rosehip);
  }
  .clash {
    cursor: pointer;
  }
</style>
