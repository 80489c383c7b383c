<script lang="ts">
  // A bed seen from above on the needle's day, with everything a pointer can do to it.
  import Hatches from '../../drawing/Hatches.svelte';
  import type { Bed, BedReckoning, Rect } from '../../generated/api';
  import { drags } from '../../parts/drag';
  import { useOpenGarden } from '../../state/context';
  import BedFittings from './BedFittings.svelte';
  import BedGround from './BedGround.svelte';
  import BedOutline from './BedOutline.svelte';
  import { Gesture } from './gesture.svelte';
  import { around, type Grid } from './ground';
  import PatchShape from './PatchShape.svelte';
  import PlanDims from './PlanDims.svelte';
  import PlanMarks from './PlanMarks.svelte';
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
        Number(a.reckoning.stands) - Number(b.reckoning.stands) ||
        Number(a.patch.planted.between) - Number(b.patch.planted.between),
    ),
  );
  // A proposal lies over what is there; its marks would be about the old.
  const marks = $derived(
    desk.preview.length ? [] : garden.findingsIn(bed.id).filter((finding) => finding.number !== null),
  );
  const chosen = $derived(patches.find((one) => one.patch.id === desk.patch));

  function at(event: PointerEvent): [number, number] {
    const corner = drawing?.getBoundingClientRect() ?? { left: 0, top: 0 };
    const cell = half * scale.perTenth;
    return [(event.clientX - corner.left - PAD.left) / cell, (event.clientY - corner.top - PAD.top) / cell];
  }

  function starter(spot: [number, number]): Rect {
    const crop = desk.hand && garden.crop(desk.hand.crop);
    const way = crop?.ways.find((one) => one.key === desk.hand?.way);
    const [w, h] = way?.starter ?? [2, 2];
    return around(spot, w, h, grid);
  }

  /** Takes the patch under the pointer, by its corner or as a whole; else draws, which all ground does for a crop in hand. */
  function take(event: PointerEvent): true {
    const target = event.target instanceof Element ? event.target : null;
    const stretch = target?.matches('.handle') ?? false;
    const number = target?.closest<SVGElement>('[data-of], [data-patch]')?.dataset;
    const patch = stretch ? chosen?.patch : garden.shown(Number(number?.of ?? number?.patch))?.patch;
    if (!patch || desk.hand) gesture.draw(at(event));
    else {
      desk.select(patch.id);
      if (garden.mayChange && !patch.locked) gesture.take(patch.id, patch.rect, at(event), stretch);
    }
    return true;
  }

  async function drop() {
    const done = gesture.finish();
    if (done?.does === 'draw') {
      desk.cursor = done.rect ?? starter(done.from);
      if (desk.hand) await put(desk.cursor);
      else desk.select(null);
    } else if (done) await garden.send({ do: 'move-patch', patch: done.patch, bed: bed.id, rect: done.rect });
    gesture.clear();
  }

  const clashes = $derived((patch: number) => marks.filter((one) => one.patch === patch || one.other === patch).length);
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
    {@attach drags({
      take,
      carry: (_held, _dx, _dy, event) => gesture.drag(at(event), grid),
      drop,
      cancel: () => gesture.clear(),
    })}
  >
    <Hatches />
    <PlanDims {scale} {standing} {width} />
    <g transform={`translate(${PAD.left} ${PAD.top})`}>
      <BedGround {bed} {reckoned} {scale} />
      {#each drawn as one (one.patch.id)}
        <PatchShape shown={one} {scale} clashes={clashes(one.patch.id)} />
      {/each}
      <BedOutline {bed} {scale} />
      <BedFittings {bed} {scale} />
      <PlanMarks {patches} {marks} {scale} />
      {#if chosen}
        {@const b = patchBox(scale, chosen.patch.rect, chosen.patch.line, chosen.reckoning.sum.spacing.along)}
        <rect class="chosen" {...b} />
        {#if garden.mayChange && !chosen.patch.locked}
          <rect class="handle" x={b.x + b.width - 9} y={b.y + b.height - 9} width="12" height="12" />
        {/if}
      {:else if !gesture.ghost && desk.preview.length === 0}
        <rect class="cursor" {...box(scale, desk.cursor)} />
      {/if}
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
  .ghost,
  .cursor,
  .chosen {
    pointer-events: none;
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
  .cursor {
    fill: none;
    stroke: var(--color-slate);
    stroke-width: 1.6;
    stroke-dasharray: 3 3;
  }
</style>
