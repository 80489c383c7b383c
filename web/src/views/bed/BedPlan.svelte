<script lang="ts">
  // A bed seen from above on the needle's day, with everything a pointer can do to it.
  import Hatches from '../../drawing/Hatches.svelte';
  import type { Bed } from '../../generated/Bed';
  import type { BedReckoning } from '../../generated/BedReckoning';
  import type { Rect } from '../../generated/Rect';
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import { Gesture } from './gesture.svelte';
  import { around, type Grid } from './ground';
  import PatchShape from './PatchShape.svelte';
  import PlanDims from './PlanDims.svelte';
  import { box, fitting, PAD, patchBox } from './scale';

  interface Props {
    bed: Bed;
    reckoned: BedReckoning;
    grid: Grid;
    half: number;
    put: (rect: Rect) => Promise<void>;
  }
  let { bed, reckoned, grid, half, put }: Props = $props();
  const { garden, desk } = useOpenGarden();

  let width = $state(780);
  let height = $state(380);
  let drawing: SVGSVGElement | undefined = $state();
  const gesture = new Gesture();

  const scale = $derived(fitting(bed, half, width, height));
  const px = $derived((tenths: number) => tenths * scale.perTenth);
  const patches = $derived(garden.patchesIn(bed.id));
  const standing = $derived(patches.filter((one) => one.reckoning.stands));
  // What stands is drawn over what does not; a crop between others over those.
  const drawn = $derived(
    [...patches].sort(
      (a, b) =>
        Number(a.reckoning.stands) - Number(b.reckoning.stands) || Number(a.patch.between) - Number(b.patch.between),
    ),
  );
  // A proposal lies over what is there; its marks would be about the old.
  const marks = $derived(
    desk.preview.length ? [] : garden.findingsIn(bed.id).filter((finding) => finding.number !== null),
  );
  const squares = $derived({ across: lines(bed.length), down: lines(bed.width) });

  function lines(side: number): number[] {
    return Array.from({ length: Math.ceil(side / (2 * half)) - 1 }, (_, i) => (i + 1) * 2 * half);
  }

  function at(event: PointerEvent): [number, number] {
    const corner = drawing?.getBoundingClientRect() ?? { left: 0, top: 0 };
    const cell = half * scale.perTenth;
    return [(event.clientX - corner.left - PAD.left) / cell, (event.clientY - corner.top - PAD.top) / cell];
  }

  function starter(spot: [number, number]): Rect {
    const crop = desk.hand && garden.crop(desk.hand.crop);
    const way = crop?.ways.find((one) => one.key === desk.hand?.way);
    const whole = (twelfths: number) => Math.max(1, Math.ceil(twelfths / 12)) * 2;
    const [w, h] = way ? way.square_twelfths.map(whole) : [2, 2];
    return around(spot, w ?? 2, h ?? 2, grid);
  }

  function down(event: PointerEvent, patch?: Shown, stretch = false) {
    if (event.button !== 0) return;
    event.stopPropagation();
    const from = at(event);
    if (patch && !desk.hand) {
      desk.select(patch.patch.id);
      if (!garden.mayChange || patch.patch.locked) return;
      gesture.take(patch.patch.id, patch.patch.rect, from, stretch);
    } else gesture.draw(from);
    drawing?.setPointerCapture(event.pointerId);
  }

  async function up() {
    const done = gesture.finish();
    if (done?.does === 'draw') {
      desk.cursor = done.rect ?? starter(done.from);
      if (desk.hand) await put(desk.cursor);
      else desk.select(null);
    } else if (done) await garden.send({ do: 'move-patch', patch: done.patch, bed: bed.id, rect: done.rect });
    gesture.clear();
  }

  const clashes = $derived((patch: number) => marks.filter((one) => one.patch === patch || one.other === patch).length);

  /** Marks stand in their patch's right corner, beside each other when there are more. */
  function markAt(index: number): { x: number; y: number } {
    const finding = marks[index];
    const patch = patches.find((one) => one.patch.id === finding?.patch);
    if (!finding || !patch) return { x: 0, y: 0 };
    const before = marks.slice(0, index).filter((other) => other.patch === finding.patch).length;
    const { x, y, width: w } = patchBox(scale, patch.patch.rect, patch.patch.line, patch.reckoning.sum.spacing.along);
    return { x: x + w - 13 - before * 21, y: y + 13 };
  }
</script>

<div class="sheet" bind:clientWidth={width} bind:clientHeight={height}>
  <!-- The drawing takes pointers; every patch in it is a button of its own for the keyboard. -->
  <svg
    bind:this={drawing}
    {width}
    height={Math.min(height, px(bed.width) + PAD.top + PAD.bottom)}
    role="group"
    aria-label={`Plan of ${bed.name}`}
    class:holding={desk.hand !== null}
    onpointerdown={(event) => down(event)}
    onpointermove={(event) => gesture.drag(at(event), grid)}
    onpointerup={up}
    onpointercancel={() => gesture.clear()}
  >
    <Hatches />
    <PlanDims {scale} {standing} {width} />
    <g transform={`translate(${PAD.left} ${PAD.top})`}>
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
      {#each drawn as one (one.patch.id)}
        <PatchShape shown={one} {scale} clashes={clashes(one.patch.id)} down={(event) => down(event, one)} />
      {/each}
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
      {#each patches as one (one.patch.id)}
        {@const b = patchBox(scale, one.patch.rect, one.patch.line, one.reckoning.sum.spacing.along)}
        {#if one.reckoning.stands || !standing.some((other) => other.patch.rect.x === one.patch.rect.x && other.patch.rect.y === one.patch.rect.y)}
          <g
            class="ticket"
            class:away={!one.reckoning.stands}
            transform={`translate(${b.x + 1.5 + (one.patch.between ? 26 : 0)} ${b.y + 1.5})`}
          >
            <rect width={one.crop.ticket.length * 8 + 7} height="16" />
            <text x={(one.crop.ticket.length * 8 + 7) / 2} y="12" text-anchor="middle">{one.crop.ticket}</text>
          </g>
        {/if}
        {#if desk.patch === one.patch.id}
          <rect class="chosen" {...b} />
          {#if garden.mayChange && !one.patch.locked}
            <rect
              class="handle"
              x={b.x + b.width - 9}
              y={b.y + b.height - 9}
              width="12"
              height="12"
              role="presentation"
              onpointerdown={(event) => down(event, one, true)}
            />
          {/if}
        {/if}
      {/each}
      {#each [...desk.preview].sort((a, b) => Number(b.later ?? false) - Number(a.later ?? false)) as maybe, index (index)}
        {@const b = patchBox(scale, maybe.rect, maybe.line ?? null, 0)}
        <g class="maybe" class:later={maybe.later}>
          <rect {...b} />
          <text x={b.x + b.width / 2} y={b.y + b.height / 2 + 4} text-anchor="middle">{maybe.ticket}</text>
        </g>
      {/each}
      {#if !gesture.ghost && desk.patch === null && desk.preview.length === 0}<rect
          class="cursor"
          {...box(scale, desk.cursor)}
        />{/if}
      {#each marks as finding, index (finding.key + finding.patch)}
        {@const spot = markAt(index)}
        <g
          class="clash"
          transform={`translate(${spot.x} ${spot.y})`}
          role="presentation"
          onpointerdown={(event) => down(event, garden.shown(finding.patch))}
        >
          <circle r="9.5" />
          <text y="4.2" text-anchor="middle">{finding.number}</text>
        </g>
      {/each}
    </g>
  </svg>
  <!-- What is drawn while dragging lies in a layer of its own, so that the plants below are not painted anew. -->
  {#if gesture.ghost}
    <svg class="over" {width} {height} aria-hidden="true">
      <g transform={`translate(${PAD.left} ${PAD.top})`}><rect class="ghost" {...box(scale, gesture.ghost)} /></g>
    </svg>
  {/if}
</div>

<style>
  .over {
    position: absolute;
    inset: 0;
    pointer-events: none;
    will-change: transform;
  }
  .sheet {
    position: relative;
    flex: 1 1 60%;
    min-height: 250px;
    overflow: hidden;
  }
  svg {
    display: block;
    touch-action: none;
    user-select: none;
  }
  svg.holding {
    cursor: crosshair;
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
  .ticket,
  .clash text,
  .ghost,
  .cursor,
  .chosen {
    pointer-events: none;
  }
  .ticket.away text {
    fill: var(--color-soot-2);
    font-weight: 400;
    font-style: italic;
  }
  .chosen {
    fill: none;
    stroke: var(--color-chestnut);
    stroke-width: 3;
  }
  .handle {
    fill: var(--color-chestnut);
    cursor: nwse-resize;
  }
  .ghost {
    fill: color-mix(in srgb, var(--color-chestnut) 14%, transparent);
    stroke: var(--color-chestnut);
    stroke-width: 1.5;
    stroke-dasharray: 4 3;
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
  .cursor {
    fill: none;
    stroke: var(--color-slate);
    stroke-width: 1.6;
    stroke-dasharray: 3 3;
  }
  .clash {
    cursor: pointer;
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
</style>
