<script lang="ts">
  // A planting's seedlings before it is in the ground: a dot where they are sown, a stroke where they go out to harden.
  import type { Lying } from './lying';
  import type { Scale } from './scale';

  let { lying, scale, y, height }: { lying: Lying; scale: Scale; y: number; height: number } = $props();

  const course = $derived(lying.held ? undefined : lying.course);
  const sow = $derived(course?.means === 'shelf' ? course.sow : null);
</script>

{#if course && sow}
  <line class="shelf" x1={scale.x(sow)} x2={lying.left} y1={y + height / 2} y2={y + height / 2} />
  {#if scale.isIn(sow)}<circle class="seed" cx={scale.x(sow)} cy={y + height / 2} r="2.2" />{/if}
  {#if course.harden && scale.isIn(course.harden)}
    {@const out = scale.x(course.harden)}
    <line class="out" x1={out} x2={out} y1={y + 3} y2={y + height - 3} />
  {/if}
{/if}

<style>
  .shelf,
  .out {
    stroke: var(--color-slate);
    stroke-width: 1.4;
    pointer-events: none;
  }
  .shelf {
    stroke-dasharray: 2 2.5;
  }
  .seed {
    fill: var(--color-slate);
    pointer-events: none;
  }
</style>
