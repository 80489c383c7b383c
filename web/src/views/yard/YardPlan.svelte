<script lang="ts">
  import Hatches from '../../drawing/Hatches.svelte';
  import type { Bed } from '../../generated/Bed';
  import { useOpenGarden } from '../../state/context';
  import { length, size } from '../../words/lengths';
  import { exactDraft } from './draft';

  let { select }: { select: () => void } = $props();
  const { garden, desk } = useOpenGarden();

  let width = $state(700);
  let height = $state(500);
  /** Where a bed is while it is dragged, before it is let go. */
  let dragged = $state.raw<{ bed: number; x: number; y: number; grip: [number, number] } | null>(null);

  const MARGIN = 34;
  const beds = $derived(garden.view.garden.beds);
  const box = $derived.by(() => {
    const reach = (bed: Bed) => Math.hypot(bed.length, bed.width) / 2;
    const flat = (bed: Bed) =>
      (bed.turn % 180 === 0
        ? [bed.length / 2, bed.width / 2]
        : bed.turn % 90 === 0
          ? [bed.width / 2, bed.length / 2]
          : [reach(bed), reach(bed)]) as [number, number];
    const all = beds.map((bed) => ({ x: bed.x, y: bed.y, half: flat(bed) }));
    const left = Math.min(...all.map((one) => one.x - one.half[0]));
    const top = Math.min(...all.map((one) => one.y - one.half[1]));
    const right = Math.max(...all.map((one) => one.x + one.half[0]));
    const bottom = Math.max(...all.map((one) => one.y + one.half[1]));
    return { left, top, wide: right - left, high: bottom - top };
  });
  const scale = $derived(Math.min((width - 2 * MARGIN) / box.wide, (height - 2 * MARGIN) / box.high, 0.05));
  const offset = $derived({
    x: (width - box.wide * scale) / 2 - box.left * scale,
    y: (height - box.high * scale) / 2 - box.top * scale,
  });
  const foot = $derived((garden.units === 'metric' ? 10000 : 3048) * scale);
  // Names stand above their beds, or below where another name is in the way.
  const names = $derived.by(() => {
    const taken: { x: number; y: number; wide: number }[] = [];
    return beds.map((bed) => {
      const { x: middle, y } = place(bed);
      const high =
        bed.turn % 180 === 0 ? bed.width : bed.turn % 90 === 0 ? bed.length : Math.hypot(bed.length, bed.width) * 0.8;
      const wide = bed.name.length * 7.2;
      const x = Math.max(wide / 2 + 4, Math.min(width - wide / 2 - 4, middle));
      const free = (at: number) =>
        !taken.some((one) => Math.abs(one.y - at) < 17 && Math.abs(one.x - x) < (one.wide + wide) / 2 + 6);
      const above = y - (high * scale) / 2 - 9;
      const below = y + (high * scale) / 2 + 20;
      const at = [above, below, above - 17, below + 17].find(free) ?? above;
      taken.push({ x, y: at, wide });
      return { bed, x, y: at };
    });
  });

  function place(bed: Bed) {
    const at = dragged?.bed === bed.id ? dragged : bed;
    return { x: at.x * scale + offset.x, y: at.y * scale + offset.y };
  }

  function choose(bed: Bed) {
    desk.open('yard', bed.id);
    select();
  }

  function grab(event: PointerEvent & { currentTarget: SVGGElement }, bed: Bed) {
    if (!garden.mayChange || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    dragged = { bed: bed.id, x: bed.x, y: bed.y, grip: [event.clientX, event.clientY] };
  }

  function drag(event: PointerEvent, bed: Bed) {
    if (dragged?.bed !== bed.id) return;
    const [dx, dy] = [event.clientX - dragged.grip[0], event.clientY - dragged.grip[1]];
    dragged = { ...dragged, x: bed.x + Math.round(dx / scale), y: bed.y + Math.round(dy / scale) };
  }

  /** A bed comes to rest on whole inches or centimetres; a twitch is no move. */
  async function drop(bed: Bed) {
    const here = dragged;
    if (here?.bed !== bed.id) return;
    const step = garden.units === 'metric' ? 100 : 254;
    const settle = (n: number) => Math.max(0, Math.round(n / step) * step);
    if (Math.hypot(here.x - bed.x, here.y - bed.y) * scale > 3) await move(bed, settle(here.x), settle(here.y));
    dragged = null;
  }

  function move(bed: Bed, x: number, y: number) {
    return garden.send({ do: 'move-bed', bed: bed.id, x: Math.max(0, x), y: Math.max(0, y) });
  }

  const ARROWS: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };

  function key(event: KeyboardEvent, bed: Bed) {
    const arrow = ARROWS[event.key];
    if (event.key === 'Enter') {
      event.preventDefault();
      desk.open('bed', bed.id);
    } else if (event.key === ' ') {
      event.preventDefault();
      choose(bed);
    } else if (garden.mayChange && arrow) {
      event.preventDefault();
      const [dx, dy] = [arrow[0] * garden.half, arrow[1] * garden.half];
      void garden.send(() => {
        const now = garden.bed(bed.id);
        return now && { do: 'move-bed', bed: now.id, x: Math.max(0, now.x + dx), y: Math.max(0, now.y + dy) };
      });
    } else if (garden.mayChange && (event.key === '[' || event.key === ']')) {
      void turn(bed, event.key === ']' ? 15 : 345);
    }
  }

  function turn(bed: Bed, by: number) {
    return garden.send(() => {
      const now = garden.bed(bed.id);
      return now && { do: 'change-bed', bed: now.id, draft: { ...exactDraft(now), turn: (now.turn + by) % 360 } };
    });
  }
</script>

<div class="sheet" bind:clientWidth={width} bind:clientHeight={height}>
  <svg {width} {height} role="group" aria-label="The yard, drawn to scale">
    <Hatches />
    <g class="compass" transform={`translate(${width - 34} 40) rotate(${garden.site.north})`}>
      <path d="M0 16V-16M-5 -9L0 -17 5 -9" />
      <text y="-21" text-anchor="middle">N</text>
    </g>
    <g class="scale" transform={`translate(24 ${height - 14})`}>
      <path d={`M0 -5V0H${foot * 3}V-5M${foot} -3V0M${foot * 2} -3V0`} />
      <text x={foot * 3 + 6} y="0">{garden.units === 'metric' ? '3 m' : '3 ft'}</text>
    </g>
    {#each garden.view.reckoning.paths as path (`${path.one} ${path.other}`)}
      {#if !path.overlap}
        {@const [a, b] = path.between.map(([x, y]) => [x * scale + offset.x, y * scale + offset.y])}
        {#if a && b}
          <g class="path" class:narrow={path.narrow}>
            <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
            {#if path.width * scale > 20}
              <text x={((a[0] ?? 0) + (b[0] ?? 0)) / 2 + 3} y={((a[1] ?? 0) + (b[1] ?? 0)) / 2 + 4}
                >{length(path.width, garden.units)}</text
              >
            {/if}
          </g>
        {/if}
      {/if}
    {/each}
    {#each beds as bed (bed.id)}
      {@const at = place(bed)}
      {@const [w, h] = [bed.length * scale, bed.width * scale]}
      <g
        class="bed"
        class:chosen={desk.bed === bed.id}
        data-kind={bed.kind.kind}
        role="button"
        tabindex="0"
        aria-label={`${bed.name}, ${size(bed.length, bed.width, garden.units)}${desk.bed === bed.id ? ', selected' : ''}`}
        transform={`translate(${at.x} ${at.y}) rotate(${bed.turn})`}
        onclick={() => choose(bed)}
        ondblclick={() => desk.open('bed', bed.id)}
        onpointerdown={(event) => grab(event, bed)}
        onpointermove={(event) => drag(event, bed)}
        onpointerup={() => drop(bed)}
        onpointercancel={() => (dragged = null)}
        onkeydown={(event) => key(event, bed)}
      >
        <rect
          class="wood"
          x={-w / 2 - 3}
          y={-h / 2 - 3}
          width={w + 6}
          height={h + 6}
          rx={bed.kind.kind === 'container' ? 9 : 0}
        />
        <rect class="soil" x={-w / 2} y={-h / 2} width={w} height={h} rx={bed.kind.kind === 'container' ? 6 : 0} />
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
    {/each}
    {#each names as { bed, x, y } (bed.id)}
      <text class="name" class:chosen={desk.bed === bed.id} {x} {y} text-anchor="middle">{bed.name}</text>
    {/each}
  </svg>
</div>

<style>
  .sheet {
    height: calc(100% - 50px);
    min-height: 380px;
    overflow: hidden;
  }
  svg {
    display: block;
    touch-action: manipulation;
  }
  .bed {
    cursor: pointer;
    outline: none;
    touch-action: none;
  }
  .wood {
    fill: var(--color-board);
  }
  .bed[data-kind='ground'] > .wood:first-child {
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
  .bed.chosen > .wood:first-child,
  .bed:focus-visible > .wood:first-child {
    stroke: var(--color-chestnut);
    stroke-width: 2.5;
    stroke-dasharray: none;
  }
  .bed:hover > .wood:first-child {
    stroke: var(--color-chestnut);
    stroke-width: 1.5;
  }
  .name {
    font-size: 14.5px;
    font-weight: 500;
    fill: var(--color-soot);
    paint-order: stroke;
    stroke: var(--color-paper);
    stroke-width: 4px;
    pointer-events: none;
  }
  .name.chosen {
    fill: var(--color-chestnut);
    font-weight: 700;
  }
  .compass path,
  .scale path {
    fill: none;
    stroke: var(--color-slate);
    stroke-width: 1.2;
  }
  .compass text,
  .scale text,
  .path text {
    font-size: 13px;
    fill: var(--color-slate);
  }
  .path line {
    stroke: var(--color-slate);
    stroke-width: 0.7;
    stroke-dasharray: 2 3;
  }
  .path text {
    paint-order: stroke;
    stroke: var(--color-paper);
    stroke-width: 3px;
  }
  .path.narrow line {
    stroke: var(--color-rosehip);
  }
  .path.narrow text {
    fill: var(--color-rosehip);
    font-weight: 700;
  }
</style>
