<script lang="ts">
  import { canopy } from '../../drawing/canopy';
  import Hatches from '../../drawing/Hatches.svelte';
  import type { Bed } from '../../generated/Bed';
  import type { BedReckoning } from '../../generated/BedReckoning';
  import type { Rect } from '../../generated/Rect';
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import { dimension } from '../../words/lengths';
  import { count } from '../../words/lengths';
  import { around, between, moved, resized, sameRect, type Grid } from './ground';

  interface Props {
    bed: Bed;
    reckoned: BedReckoning;
    grid: Grid;
    half: number;
    put: (rect: Rect) => Promise<void>;
  }
  let { bed, reckoned, grid, half, put }: Props = $props();
  const { garden, desk } = useOpenGarden();

  /** What a pointer is doing, until it is let go. */
  type Gesture =
    | { does: 'draw'; from: [number, number] }
    | { does: 'move' | 'stretch'; patch: number; was: Rect; from: [number, number] };

  let width = $state(780);
  let height = $state(380);
  let gesture = $state.raw<Gesture | null>(null);
  let ghost = $state.raw<Rect | null>(null);
  let drawing: SVGSVGElement | undefined = $state();

  const PAD = { left: 74, top: 56, right: 56, bottom: 40 };
  const scale = $derived(
    Math.max(
      0.008,
      Math.min((width - PAD.left - PAD.right) / bed.length, (height - PAD.top - PAD.bottom) / bed.width, 0.045),
    ),
  );
  const px = $derived((tenths: number) => tenths * scale);
  const patches = $derived(garden.patchesIn(bed.id));
  const standing = $derived(patches.filter((one) => one.reckoning.stands));
  const others = $derived(patches.filter((one) => !one.reckoning.stands));
  const marks = $derived(garden.findingsIn(bed.id).filter((finding) => finding.number !== null));
  const squares = $derived({
    across: lines(bed.length),
    down: lines(bed.width),
  });

  function lines(side: number): number[] {
    return Array.from({ length: Math.ceil(side / (2 * half)) - 1 }, (_, i) => (i + 1) * 2 * half);
  }

  /** Running dimensions along one side: the patches' edges and the bed's end, none so near another that they overlap. */
  function running(edges: number[], end: number, room: number): number[] {
    const sorted = [...new Set(edges)].filter((edge) => edge > 0 && edge < end).sort((a, b) => a - b);
    const kept = [0];
    for (const edge of sorted) {
      if (px(edge - (kept.at(-1) ?? 0)) >= room && px(end - edge) >= room) kept.push(edge);
    }
    return [...kept, end];
  }
  const along = $derived(
    running(
      standing.flatMap(({ reckoning: { sum } }) => [sum.ground.left, sum.ground.right]),
      bed.length,
      38,
    ),
  );
  const across = $derived(
    running(
      standing.flatMap(({ reckoning: { sum } }) => [sum.ground.far, sum.ground.near]),
      bed.width,
      20,
    ),
  );

  function box(rect: Rect) {
    const [x, y] = [rect.x * half, rect.y * half];
    return {
      x: px(x),
      y: px(y),
      width: px(Math.min(bed.length, (rect.x + rect.w) * half) - x),
      height: px(Math.min(bed.width, (rect.y + rect.h) * half) - y),
    };
  }

  function at(event: PointerEvent): [number, number] {
    const corner = drawing?.getBoundingClientRect() ?? { left: 0, top: 0 };
    const cell = half * scale;
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
      if (!garden.mayChange) return;
      gesture = { does: stretch ? 'stretch' : 'move', patch: patch.patch.id, was: patch.patch.rect, from };
    } else gesture = { does: 'draw', from };
    drawing?.setPointerCapture(event.pointerId);
  }

  function drag(event: PointerEvent) {
    if (!gesture) return;
    const to = at(event);
    const [dx, dy] = [Math.round(to[0] - gesture.from[0]), Math.round(to[1] - gesture.from[1])];
    if (gesture.does === 'move') ghost = moved(gesture.was, dx, dy, grid);
    else if (gesture.does === 'stretch') ghost = resized(gesture.was, dx, dy, grid);
    else if (Math.hypot(to[0] - gesture.from[0], to[1] - gesture.from[1]) > 0.4)
      ghost = between(gesture.from, to, grid);
  }

  async function up() {
    const [done, rect] = [gesture, ghost];
    gesture = null;
    if (done?.does === 'draw') {
      desk.cursor = rect ?? starter(done.from);
      if (desk.hand) await put(desk.cursor);
      else desk.select(null);
    } else if (done && rect && !sameRect(rect, done.was)) {
      await garden.send({ do: 'move-patch', patch: done.patch, bed: bed.id, rect });
    }
    ghost = null;
  }

  /** Enter and Space on a patch take it up; focus alone does not, so that Tab can leave the slip as it is. */
  function press(event: KeyboardEvent, one: Shown) {
    if (desk.hand !== null || (event.key !== 'Enter' && event.key !== ' ')) return;
    event.preventDefault();
    event.stopPropagation();
    desk.select(one.patch.id);
  }

  function label(one: Shown): string {
    const clashes = marks.filter((finding) => finding.patch === one.patch.id || finding.other === one.patch.id).length;
    return [
      `${one.crop.name}, ${count(one.reckoning.sum.plants, 'plant', 'plants')}`,
      one.reckoning.stands ? '' : 'not standing on this day',
      clashes ? `${clashes} to settle` : '',
    ]
      .filter(Boolean)
      .join(', ');
  }

  /** Marks stand in their patch's right corner, beside each other when there are more. */
  function markAt(index: number): { x: number; y: number } {
    const finding = marks[index];
    const patch = patches.find((one) => one.patch.id === finding?.patch);
    if (!finding || !patch) return { x: 0, y: 0 };
    const before = marks.slice(0, index).filter((other) => other.patch === finding.patch).length;
    const { x, y, width: w } = box(patch.patch.rect);
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
    onpointermove={drag}
    onpointerup={up}
    onpointercancel={() => ([gesture, ghost] = [null, null])}
  >
    <Hatches />
    <g class="dims" transform={`translate(${PAD.left} ${PAD.top})`}>
      <path class="dim" d={`M0 -26H${px(bed.length)}`} />
      {#each along as x (x)}
        <path class="dim" d={`M${px(x)} -31v10`} />
        <path class="lead" d={`M${px(x)} -20v15`} />
        <text x={px(x)} y="-35" text-anchor="middle">{dimension(x, garden.units)}</text>
      {/each}
      <path class="dim" d={`M-24 0V${px(bed.width)}`} />
      {#each across as y (y)}
        <path class="dim" d={`M-29 ${px(y)}h10`} />
        <text x="-34" y={px(y) + 4} text-anchor="end">{dimension(y, garden.units)}</text>
      {/each}
      {#if garden.units === 'metric'}<text x="-34" y="-35" text-anchor="end">m</text>{/if}
    </g>
    <g transform={`translate(${width - 16} 34) rotate(${(garden.site.north - bed.turn + 360) % 360})`} class="north">
      <path d="M0 9V-9M-3.5 -4L0 -10 3.5 -4" />
      <text x="-15" y="4">N</text>
    </g>
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
      {#each others as one (one.patch.id)}
        <g
          class="patch away"
          role="button"
          tabindex="0"
          aria-label={label(one)}
          aria-pressed={desk.patch === one.patch.id}
          data-patch={one.patch.id}
          data-crop={one.crop.key}
          data-chosen={desk.patch === one.patch.id}
          onpointerdown={(event) => down(event, one)}
          onkeydown={(event) => press(event, one)}
        >
          <rect class="edge" {...box(one.patch.rect)} />
        </g>
      {/each}
      {#each standing as one (one.patch.id)}
        {@const b = box(
          gesture && ghost && gesture.does !== 'draw' && gesture.patch === one.patch.id ? ghost : one.patch.rect,
        )}
        {@const [dx, dy] = [b.x - box(one.patch.rect).x, b.y - box(one.patch.rect).y]}
        <g
          class="patch"
          role="button"
          tabindex="0"
          aria-label={label(one)}
          aria-pressed={desk.patch === one.patch.id}
          data-patch={one.patch.id}
          data-crop={one.crop.key}
          data-chosen={desk.patch === one.patch.id}
          onpointerdown={(event) => down(event, one)}
          onkeydown={(event) => press(event, one)}
        >
          <rect class="edge" {...b} />
          <g class="plants" transform={`translate(${dx} ${dy})`}>
            {#each one.reckoning.holes as hole, index (`${hole.x} ${hole.y}`)}
              {@const d = canopy(
                px(hole.x),
                px(hole.y),
                Math.max(5, px(one.reckoning.spread)),
                one.patch.id * 101 + index,
              )}
              <path class="leaf" {d} />
              <path class="leafhatch" {d} fill={`url(#hatch-${garden.hatch(one.crop.family)})`} />
            {/each}
            {#each one.reckoning.holes as hole (`${hole.x} ${hole.y}`)}
              <circle class="stem" cx={px(hole.x)} cy={px(hole.y)} r={px(one.reckoning.spread) > 12 ? 1.8 : 1.2} />
            {/each}
          </g>
        </g>
      {/each}
      {#each bed.braces as brace (brace.at)}
        <rect class="brace" x={px(brace.at - brace.thickness / 2)} width={px(brace.thickness)} height={px(bed.width)} />
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
        {@const b = box(one.patch.rect)}
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
          {#if garden.mayChange}
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
      {#if ghost}<rect class="ghost" {...box(ghost)} />{/if}
      {#if !ghost && desk.patch === null}<rect class="cursor" {...box(desk.cursor)} />{/if}
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
</div>

<style>
  .sheet {
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
  .dim {
    stroke: var(--color-slate);
    stroke-width: 0.9;
    fill: none;
  }
  .lead {
    stroke: var(--color-slate);
    stroke-width: 0.6;
    stroke-dasharray: 2 3;
  }
  .dims text,
  .north text {
    font-size: 13px;
    fill: var(--color-slate);
  }
  .north path {
    fill: none;
    stroke: var(--color-soot);
    stroke-width: 1.2;
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
  .patch {
    cursor: pointer;
    outline: none;
  }
  .edge {
    fill: transparent;
    stroke: var(--color-soot);
    stroke-width: 0.9;
  }
  .patch:focus-visible .edge {
    stroke: var(--color-chestnut);
    stroke-width: 2.5;
    stroke-dasharray: 5 2;
  }
  .patch:hover .edge {
    stroke: var(--color-chestnut);
    stroke-width: 1.8;
  }
  .away .edge {
    stroke-dasharray: 4 4;
    stroke: var(--color-soot-2);
  }
  .plants {
    pointer-events: none;
  }
  .leaf {
    fill: var(--color-leaf);
    stroke: var(--color-ink-leaf);
    stroke-width: 0.7;
  }
  .leafhatch {
    opacity: 0.75;
  }
  .stem {
    fill: var(--color-soot);
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
