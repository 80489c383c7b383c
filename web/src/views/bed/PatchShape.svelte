<script lang="ts">
  // One patch on the plan: its edge, and each plant as large as it is on the needle's day.
  import { canopy } from '../../drawing/canopy';
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import { count } from '../../words/lengths';
  import { patchBox, type Scale } from './scale';

  interface Props {
    shown: Shown;
    scale: Scale;
    clashes: number;
  }
  let { shown, scale, clashes }: Props = $props();
  const { garden, desk } = useOpenGarden();

  const strip = $derived(shown.reckoning.sum.spacing.along);
  const at = $derived(patchBox(scale, shown.patch.rect, shown.patch.line, strip));
  const wide = $derived((shown.reckoning.size?.canopy ?? 0) * scale.perTenth);
  const plants = $derived(
    shown.reckoning.size === null
      ? []
      : shown.reckoning.holes.map((hole, index) => {
          const [x, y] = [hole.x * scale.perTenth, hole.y * scale.perTenth];
          return { x, y, d: wide < 3 ? '' : canopy(x, y, wide, shown.patch.id * 101 + index) };
        }),
  );
  const fill = $derived(`url(#leaf-${garden.hatch(shown.crop.family)})`);
  const label = $derived(
    [
      `${garden.named(shown.patch.planted)}, ${count(shown.reckoning.sum.plants, 'plant', 'plants')}`,
      shown.reckoning.stands ? '' : 'not standing on this day',
      clashes ? `${clashes} to settle` : '',
    ]
      .filter(Boolean)
      .join(', '),
  );

  /** Enter and Space take it up; focus alone does not, so that Tab can leave the slip as it is. */
  function press(event: KeyboardEvent) {
    if (desk.hand !== null || (event.key !== 'Enter' && event.key !== ' ')) return;
    event.preventDefault();
    event.stopPropagation();
    desk.select(shown.patch.id);
  }
</script>

<g
  class="patch"
  class:away={!shown.reckoning.stands}
  role="button"
  tabindex="0"
  aria-label={label}
  aria-pressed={desk.patch === shown.patch.id}
  data-patch={shown.patch.id}
  data-crop={shown.crop.key}
  data-chosen={desk.patch === shown.patch.id}
  onkeydown={press}
>
  <rect class="edge" class:locked={shown.patch.locked} {...at} />
  <g class="plants">
    {#each plants as plant, index (index)}
      {#if plant.d}<path class="leaf" d={plant.d} {fill} />{/if}
    {/each}
    {#each plants as plant, index (index)}
      <circle class="stem" cx={plant.x} cy={plant.y} r={wide > 12 ? 1.8 : 1.3} />
    {/each}
  </g>
</g>

<style>
  .patch {
    cursor: pointer;
    outline: none;
  }
  .edge {
    fill: transparent;
    stroke: var(--color-soot);
    stroke-width: 0.9;
  }
  .edge.locked {
    stroke-width: 2.2;
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
    stroke: var(--color-ink-leaf);
    stroke-width: 0.7;
  }
  .stem {
    fill: var(--color-soot);
  }
</style>
