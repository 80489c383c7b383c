<script lang="ts">
  // One clash on the years: from the year it was to the year it is back too soon, with its number.
  import type { TurnsView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { yearName } from '../../words/dates';
  import { placeName } from '../../words/turns';
  import type { Arc } from './ties';

  let { turns, view, arc }: { turns: TurnsState; view: TurnsView; arc: Arc } = $props();
  const { garden } = useOpenGarden();
  const { tie, path, from, to, below, middle, deep } = $derived(arc);
</script>

<g
  class="tie"
  data-tie={tie.number}
  data-chosen={(turns.about.is === 'tie' && turns.about.tie.number === tie.number) || undefined}
  data-past={tie.planted || undefined}
  role="button"
  tabindex="0"
  aria-label={`Clash ${tie.number}: ${garden.familyName(tie.family)} in ${yearName(tie.earlier, garden.southern)} and ${yearName(tie.later, garden.southern)}, ${placeName(garden, tie.at, view.plots)}`}
  onclick={() => turns.choose({ is: 'tie', tie })}
  onkeydown={(event) => event.key === 'Enter' && turns.choose({ is: 'tie', tie })}
>
  <path d={path} />
  <circle class="end" cx={from} cy={below} r="3" />
  <circle class="end" cx={to} cy={below} r="3" />
  <circle class="disc" cx={middle} cy={deep} r="9" />
  <text x={middle} y={deep + 4} text-anchor="middle">{tie.number}</text>
</g>

<style>
  text {
    user-select: none;
  }
  .tie {
    cursor: pointer;
    outline: none;
  }
  .tie path {
    fill: none;
    stroke: var(--color-rosehip);
    stroke-width: 1.5;
  }
  .tie .end {
    fill: var(--color-rosehip);
  }
  .tie .disc {
    fill: var(--color-paper);
    stroke: var(--color-rosehip);
    stroke-width: 1.5;
  }
  .tie text {
    font-family: var(--font-serif);
    font-size: 11px;
    font-weight: 700;
    fill: var(--color-rosehip);
  }
  .tie[data-past] {
    opacity: 0.75;
  }
  .tie[data-past] path {
    stroke-dasharray: 2 3;
  }
  .tie:is(:hover, :focus-visible, [data-chosen]) .disc {
    fill: var(--color-rosehip);
  }
  .tie:is(:hover, :focus-visible, [data-chosen]) text {
    fill: var(--color-slip);
  }
</style>
