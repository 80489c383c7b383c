<script lang="ts">
  // A bed on the yard's drawing, with all that a pointer or a key can do to it.
  import { outline } from '../../drawing/outline';
  import type { Bed } from '../../generated/api';
  import { arrows } from '../../parts/arrows';
  import { drags } from '../../parts/drag';
  import { useOpenGarden } from '../../state/context';
  import { size } from '../../words/lengths';
  import { exactDraft } from './draft';
  import type { Fit } from './fit';

  interface Props {
    bed: Bed;
    fit: Fit;
    /** Where it is while it is dragged, before it is let go. */
    held: { bed: number; x: number; y: number } | null;
    choose: () => void;
  }
  let { bed, fit, held = $bindable(), choose }: Props = $props();
  const { garden, desk } = useOpenGarden();

  const scale = $derived(fit.scale);
  const at = $derived(held?.bed === bed.id ? held : bed);
  const [w, h] = $derived([bed.length * scale, bed.width * scale]);

  function take() {
    return garden.mayChange ? bed : null;
  }

  function carry(from: Bed, dx: number, dy: number) {
    held = { bed: from.id, x: from.x + Math.round(dx / scale), y: from.y + Math.round(dy / scale) };
  }

  /** A bed comes to rest on whole inches or centimetres; it stays where it was let go until the answer is there. */
  async function drop(from: Bed, moved: boolean) {
    const step = garden.units === 'metric' ? 100 : 254;
    const settle = (n: number) => Math.max(0, Math.round(n / step) * step);
    if (!moved || !held) return void (held = null);
    choose();
    await garden.send({ do: 'move-bed', bed: from.id, x: settle(held.x), y: settle(held.y) });
    held = null;
  }

  function key(event: KeyboardEvent) {
    const arrow = arrows(event);
    if (event.key === 'Enter') desk.open('bed', bed.id);
    else if (event.key === ' ') choose();
    else if (garden.mayChange && arrow) move(arrow[0] * garden.half, arrow[1] * garden.half);
    else if (garden.mayChange && (event.key === '[' || event.key === ']')) turn(event.key === ']' ? 15 : 345);
    else return;
    event.preventDefault();
  }

  // Each step builds on the bed as it is by then, however fast the key repeats.
  function move(dx: number, dy: number) {
    void garden.send(() => {
      const now = garden.bed(bed.id);
      return now && { do: 'move-bed', bed: now.id, x: Math.max(0, now.x + dx), y: Math.max(0, now.y + dy) };
    });
  }

  function turn(by: number) {
    void garden.send(() => {
      const now = garden.bed(bed.id);
      return now && { do: 'change-bed', bed: now.id, draft: { ...exactDraft(now), turn: (now.turn + by) % 360 } };
    });
  }
</script>

<g
  class="bed"
  class:chosen={desk.bed === bed.id}
  data-kind={bed.kind.kind}
  role="button"
  tabindex="0"
  aria-label={`${bed.name}, ${size(bed.length, bed.width, garden.units)}${desk.bed === bed.id ? ', selected' : ''}`}
  transform={`translate(${fit.x(at.x)} ${fit.y(at.y)}) rotate(${bed.turn})`}
  onclick={choose}
  ondblclick={() => desk.open('bed', bed.id)}
  onkeydown={key}
  {@attach drags({ take, carry, drop, cancel: () => (held = null) })}
>
  {#if bed.shape.is === 'rectangle'}
    <rect
      class="wood rim"
      x={-w / 2 - 3}
      y={-h / 2 - 3}
      width={w + 6}
      height={h + 6}
      rx={bed.kind.kind === 'container' ? 9 : 0}
    />
    <rect class="soil" x={-w / 2} y={-h / 2} width={w} height={h} rx={bed.kind.kind === 'container' ? 6 : 0} />
  {:else}
    <path class="wood rim" d={outline(bed, scale, 3)} transform={`translate(${-w / 2} ${-h / 2})`} />
    <path class="soil" d={outline(bed, scale)} transform={`translate(${-w / 2} ${-h / 2})`} />
  {/if}
  <!-- What a patch's rectangle covers beyond the outline is not drawn. -->
  <clipPath id={`bed-${bed.id}`}><path d={outline(bed, scale)} transform={`translate(${-w / 2} ${-h / 2})`} /></clipPath
  >
  <g clip-path={`url(#bed-${bed.id})`}>
    {#each garden.patchesIn(bed.id).filter((one) => one.reckoning.stands) as one (one.patch.id)}
      {@const ground = one.reckoning.sum.ground}
      {@const box = {
        x: ground.left * scale - w / 2,
        y: ground.far * scale - h / 2,
        width: (ground.right - ground.left) * scale,
        height: (ground.near - ground.far) * scale,
      }}
      <rect class="crop" {...box} />
      <rect {...box} fill={`url(#hatch-${garden.hatch(one.crop.family)})`} />
    {/each}
  </g>
  {#each bed.braces as brace (brace.at)}
    <rect class="wood" x={brace.at * scale - w / 2 - 2} y={-h / 2} width="4" height={h} />
  {/each}
  {#each bed.trellises as trellis (trellis)}
    <line
      class="trellis"
      x1={trellis.start * scale - w / 2}
      x2={trellis.end * scale - w / 2}
      y1={trellis.from_far * scale - h / 2}
      y2={trellis.from_far * scale - h / 2}
    />
  {/each}
</g>

<style>
  .bed {
    cursor: pointer;
    outline: none;
    touch-action: none;
  }
  .wood {
    fill: var(--color-board);
  }
  .bed[data-kind='ground'] > .rim {
    fill: none;
    stroke: var(--color-rule);
    stroke-dasharray: 5 3;
  }
  .soil {
    fill: var(--color-soil);
  }
  .crop {
    fill: var(--color-leaf);
    stroke: var(--color-soot);
    stroke-width: 0.6;
  }
  .trellis {
    stroke: var(--color-soot);
    stroke-width: 1.5;
    stroke-dasharray: 2 2;
  }
  .bed.chosen > .rim,
  .bed:focus-visible > .rim {
    stroke: var(--color-chestnut);
    stroke-width: 2.5;
    stroke-dasharray: none;
  }
  .bed:hover > .rim {
    stroke: var(--color-chestnut);
    stroke-width: 1.5;
  }
</style>
