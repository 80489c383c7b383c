<script lang="ts">
  // A house, a fence, a tree on the yard's drawing, with all that a pointer or a key can do to it.
  import type { Fixture } from '../../generated/api';
  import { drags } from '../../parts/drag';
  import { useOpenGarden } from '../../state/context';
  import { FIXTURES } from '../../words/fixtures';
  import { length, size } from '../../words/lengths';
  import { arrows } from '../../parts/arrows';
  import type { Fit } from './fit';

  interface Props {
    fixture: Fixture;
    fit: Fit;
    chosen: boolean;
    choose: () => void;
  }
  let { fixture, fit, chosen, choose }: Props = $props();
  const { garden } = useOpenGarden();

  let held: { x: number; y: number } | null = $state.raw(null);
  const at = $derived(held ?? fixture);
  const [w, h] = $derived([fixture.length * fit.scale, fixture.width * fit.scale]);
  const name = $derived(fixture.name || FIXTURES[fixture.kind]);
  const high = $derived(fixture.height > 0 ? `, ${length(fixture.height, garden.units)} high` : '');
  /** Its name stands on it where there is room. */
  const written = $derived(w > name.length * 7 + 8 && h > 18);

  function take() {
    return garden.mayChange ? fixture : null;
  }

  function carry(from: Fixture, dx: number, dy: number) {
    held = { x: from.x + Math.round(dx / fit.scale), y: from.y + Math.round(dy / fit.scale) };
  }

  async function drop(from: Fixture, moved: boolean) {
    if (!moved || !held) return void (held = null);
    choose();
    const [x, y] = [Math.max(0, held.x), Math.max(0, held.y)];
    await garden.send({ do: 'move-fixture', fixture: from.id, x, y });
    held = null;
  }

  function key(event: KeyboardEvent) {
    const arrow = arrows(event);
    if (event.key === 'Enter' || event.key === ' ') choose();
    else if (garden.mayChange && arrow) {
      const [dx, dy] = [arrow[0] * garden.half, arrow[1] * garden.half];
      void garden.send(() => {
        const now = garden.view.garden.fixtures.find((one) => one.id === fixture.id);
        return now && { do: 'move-fixture', fixture: now.id, x: Math.max(0, now.x + dx), y: Math.max(0, now.y + dy) };
      });
    } else return;
    event.preventDefault();
  }
</script>

<g
  class="fixture"
  class:chosen
  data-fixture={fixture.kind}
  role="button"
  tabindex="0"
  aria-label={`${name}, ${size(fixture.length, fixture.width, garden.units)}${high}${chosen ? ', selected' : ''}`}
  transform={`translate(${fit.x(at.x)} ${fit.y(at.y)}) rotate(${fixture.turn})`}
  onclick={choose}
  onkeydown={key}
  {@attach drags({ take, carry, drop, cancel: () => (held = null) })}
>
  {#if fixture.kind === 'tree' || fixture.kind === 'tap'}
    <ellipse class="shape" rx={Math.max(4, w / 2)} ry={Math.max(4, h / 2)} />
    <circle class="stem" r="2.5" />
  {:else}
    <rect
      class="shape"
      x={-w / 2}
      y={-Math.max(3, h) / 2}
      width={w}
      height={Math.max(3, h)}
      rx={fixture.kind === 'hedge' ? Math.min(6, h / 2) : 0}
    />
  {/if}
  <!-- A thin thing is still to be hit. -->
  <rect
    class="hit"
    x={-Math.max(24, w) / 2}
    y={-Math.max(24, h) / 2}
    width={Math.max(24, w)}
    height={Math.max(24, h)}
  />
  {#if written}<text text-anchor="middle" y={fixture.kind === 'tree' ? 18 : 5}>{name}</text>{/if}
</g>

<style>
  .fixture {
    cursor: pointer;
    outline: none;
    touch-action: none;
  }
  .shape {
    fill: var(--color-ribbon);
    stroke: var(--color-soot-2);
    stroke-width: 1.2;
  }
  .hit {
    fill: transparent;
  }
  [data-fixture='house'] .shape,
  [data-fixture='shed'] .shape {
    fill: var(--color-buff);
    stroke-width: 2;
  }
  [data-fixture='fence'] .shape {
    fill: var(--color-board);
  }
  [data-fixture='hedge'] .shape,
  [data-fixture='tree'] .shape {
    fill: color-mix(in srgb, var(--color-lichen) 30%, transparent);
    stroke: var(--color-ink-leaf);
    stroke-dasharray: 5 3;
  }
  [data-fixture='tap'] .shape {
    fill: var(--color-frost);
  }
  .stem {
    fill: var(--color-ink-leaf);
  }
  .chosen .shape,
  .fixture:focus-visible .shape {
    stroke: var(--color-chestnut);
    stroke-width: 2.5;
  }
  text {
    font-size: 13px;
    font-style: italic;
    fill: var(--color-soot-2);
    pointer-events: none;
  }
</style>
