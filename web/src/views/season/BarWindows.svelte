<script lang="ts">
  // When a planting may start in its year and bed, and what soil it wants.
  import type { AnswerTo } from '../../api';
  import type { BedBand, Course } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth } from '../../words/dates';
  import { COOLING, correction, degrees, GATES, groundWords, latestWords, shelfWords } from '../../words/season';

  interface Props {
    known: AnswerTo<'windows'>;
    course: Course;
    bed: BedBand | undefined;
  }
  let { known, course, bed }: Props = $props();
  const { garden } = useOpenGarden();

  /** Whether warm soil shuts some of its year. */
  const warm = $derived.by(() => {
    const shut = known.windows.some((one) => one.opens === 'soil-warm' || one.closes === 'soil-warm');
    return shut || course.troubles.some((one) => one.is === 'bad-start' && one.gate === 'soil-warm');
  });
</script>

<h3>When it may start here</h3>
<ul class="rows" data-windows>
  {#each known.windows as window (window.from)}
    <li>
      {groundWords(window)}
      <span class="quiet"
        >{window.opens === window.closes ? 'before and later' : `before, ${GATES[window.opens]}; later`}, {GATES[
          window.closes
        ]}{window.inside ? `; ${shelfWords(window)}` : ''}</span
      >
    </li>
  {:else}<li class="quiet">
      Not in this year, in this bed{known.shut_by ? `: at best ${GATES[known.shut_by]}` : ''}.
    </li>{/each}
</ul>
{#if known.latest}<p class="quiet mt-1" data-latest>{latestWords(known.latest)}</p>{/if}
<p class="quiet mt-1">
  It may go in at a soil of {degrees(known.figures.soil.may, garden.units)}, better at {degrees(
    known.figures.soil.better,
    garden.units,
  )}, not above {degrees(known.figures.soil.most, garden.units)}{warm ? `; ${COOLING}` : ''}.
  {#if bed}On {dayMonth(garden.needle)} this bed has about {degrees(bed.soil, garden.units)}{bed.read
      ? ', by your thermometer'
      : bed.corrections.length
        ? `, with ${bed.corrections.map((one) => correction(one, garden.units)).join(', ')}`
        : ''}.{/if}
</p>
