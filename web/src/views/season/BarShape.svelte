<script lang="ts">
  // One planting in the ground: hatched while it grows, darker while it is picked; dragged, and moved by keys.
  import { drags, type Dragging } from '../../parts/drag';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth, dayNumber, plusDays } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import type { Lying } from './lying';
  import type { Scale } from './scale';

  interface Props {
    season: SeasonState;
    lying: Lying;
    scale: Scale;
    y: number;
    height: number;
    bed: string;
  }
  let { season, lying, scale, y, height, bed }: Props = $props();
  const { garden } = useOpenGarden();

  const bar = $derived(lying.bar);
  const patch = $derived(lying.patch);
  const course = $derived(lying.course);
  const crop = $derived(lying.crop);
  const held = $derived(lying.held);
  const from = $derived(lying.from);
  const until = $derived(lying.until);
  const [a, b] = $derived([lying.left, lying.right]);
  const ripe = $derived(held ? null : (course?.ripening?.ripe ?? null));
  const marks = $derived(lying.marks);
  const chosen = $derived(
    (season.about.is === 'patch' && season.about.patch === bar.patch) ||
      (season.about.is === 'hand-off' && (season.about.first === bar.patch || season.about.then === bar.patch)),
  );
  const standing = $derived(from <= garden.needle && garden.needle <= (course?.free ?? until));
  const said = $derived(
    `${upper(garden.named(patch?.planted))} in ${bed}, ${count(bar.plants, 'plant', 'plants')}, ${dayMonth(from)} to ${dayMonth(until)}` +
      (ripe ? `, ripe about ${dayMonth(ripe)}` : '') +
      (lying.planned ? `, planned ${dayMonth(lying.planned[0])} to ${dayMonth(lying.planned[1])}` : '') +
      (marks.length ? `, to settle: ${marks.map((mark) => mark.number).join(', ')}` : ''),
  );

  /** How near to its end a bar is taken by the end [px]. */
  const GRIP = 7;

  interface Held {
    /** Taken by its end, so that it is made longer or shorter. */
    end: boolean;
    from: string;
    until: string;
    moved: boolean;
  }

  const dragging: Dragging<Held> = {
    take: (event) => {
      if (!patch) return null;
      const box = (event.currentTarget as SVGElement).ownerSVGElement?.getBoundingClientRect();
      const at = event.clientX - (box?.left ?? 0);
      return { end: b - a > 3 * GRIP && b - at < GRIP, from: patch.from, until: patch.until, moved: false };
    },
    carry: (held, dx) => {
      const days = Math.round(dx / scale.perDay);
      if (!garden.mayChange || (days === 0 && !held.moved)) return;
      held.moved = true;
      const start = held.end ? held.from : plusDays(held.from, days);
      const end = plusDays(held.until, days);
      void season.hold(bar.patch, start, end < start ? start : end);
    },
    drop: (held) => {
      if (held.moved) void season.drop();
      else season.choose({ is: 'patch', patch: bar.patch });
    },
    cancel: () => (season.hand = null),
  };

  function key(event: KeyboardEvent) {
    if (!patch || event.ctrlKey || event.metaKey || event.altKey) return;
    const step = event.shiftKey ? 7 : 1;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-step, -step],
      ArrowRight: [step, step],
      '-': [0, -1],
      '+': [0, 1],
    };
    const move = moves[event.key];
    if (event.key === 'Enter' || event.key === ' ') season.choose({ is: 'patch', patch: bar.patch });
    else if (move && garden.mayChange) {
      const id = bar.patch;
      season.moved = id;
      // Each step builds on the one before, however fast the key repeats.
      void garden.send(() => {
        const now = garden.view.garden.patches.find((one) => one.id === id);
        if (!now) return undefined;
        const [start, end] = [plusDays(now.from, move[0]), plusDays(now.until, move[1])];
        if (dayNumber(end) < dayNumber(start)) return undefined;
        return { do: 'replan', changes: [{ change: 'days', patch: id, from: start, until: end }], follow: true };
      });
    } else return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

{#if patch && crop}
  <g
    class="bar"
    role="button"
    tabindex="0"
    data-bar={bar.patch}
    data-crop={patch.planted.crop}
    data-chosen={chosen}
    data-held={held !== null}
    data-refused={held !== null && season.hand?.refused === true && season.hand.patch === bar.patch}
    data-standing={standing}
    data-planned={from > garden.view.today}
    aria-label={said}
    onkeydown={key}
    {@attach drags(dragging)}
  >
    {#if lying.planned}
      {@const [c, d] = [scale.x(lying.planned[0]), scale.end(lying.planned[1])]}
      <path
        class="plan"
        d={`M${c} ${y + 2}V${y + height - 2}M${c} ${y + height / 2}H${d}M${d} ${y + 2}V${y + height - 2}`}
      />
    {/if}
    <rect class="ground" x={a} {y} width={Math.max(2, b - a)} {height} />
    <rect
      class="hatch"
      x={a}
      {y}
      width={Math.max(2, b - a)}
      {height}
      fill={`url(#hatch-${garden.hatch(crop.family)})`}
    />
    {#if ripe && ripe <= until}
      <rect class="picked" x={scale.x(ripe)} {y} width={Math.max(0, b - scale.x(ripe))} {height} />
    {/if}
    <rect class="edge" x={a} {y} width={Math.max(2, b - a)} {height} />
  </g>
{/if}

<style>
  .bar {
    cursor: grab;
    touch-action: pan-y;
  }
  .bar:focus {
    outline: none;
  }
  .ground {
    fill: var(--color-leaf);
    opacity: 0.62;
  }
  /* The plan behind what was: a thin line with its two ends. */
  .plan {
    fill: none;
    stroke: var(--color-slate);
    stroke-width: 1.3;
  }
  .hatch {
    opacity: 0.45;
  }
  .picked {
    fill: var(--color-lichen);
    opacity: 0.55;
  }
  .edge {
    fill: none;
    stroke: var(--color-ink-leaf);
    stroke-width: 0.9;
  }
  [data-planned='true'] .edge {
    stroke-dasharray: 4 2.5;
  }
  [data-standing='true'] .ground {
    opacity: 0.95;
  }
  .bar:hover .edge,
  [data-chosen='true'] .edge {
    stroke: var(--color-chestnut);
    stroke-width: 2;
    stroke-dasharray: none;
  }
  .bar:focus-visible .edge {
    stroke: var(--color-chestnut);
    stroke-width: 2.6;
    stroke-dasharray: none;
  }
  [data-held='true'] .ground {
    fill: var(--color-buff);
  }
  [data-refused='true'] .edge {
    stroke: var(--color-rosehip);
    stroke-width: 2.4;
  }
</style>
