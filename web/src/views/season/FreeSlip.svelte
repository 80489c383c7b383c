<script lang="ts">
  // Ground that lies free for a time, and what would be ready in it.
  import type { Free, Suits } from '../../generated/api';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth, fullDate } from '../../words/dates';
  import { count, squares } from '../../words/lengths';
  import { upper } from '../../words/text';

  let { season, bed, free }: { season: SeasonState; bed: number; free: Free } = $props();
  const { garden } = useOpenGarden();

  const answer = new AnswerState(garden, () => {
    const { rect, from, until } = free;
    return { ask: 'suits', bed, rect, from, until };
  });
  const found = $derived(answer.is);

  async function plant(suits: Suits) {
    const { rect } = free;
    const year = season.view?.year ?? 0;
    const { crop, way, from } = suits;
    const done = await garden.send({
      do: 'place',
      bed,
      crop,
      way,
      rect,
      holes: null,
      from,
      until: null,
      year,
      between: false,
      needle: null,
    });
    const planted = garden.view.garden.patches.findLast((one) => one.bed === bed && one.planted.crop === crop);
    if (done && planted) season.choose({ is: 'patch', patch: planted.id });
  }
</script>

<h2>Free ground</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {garden.bed(bed)?.name}, {fullDate(free.from)} to {fullDate(free.until)}
</p>
{#if found}
  <div class="mt-3 flex items-end gap-3">
    <span class="big">{found.days}</span><span>days<br /><span class="quiet">{squares(found.centisquares)}</span></span>
  </div>
  <h3>What would be ready in that time</h3>
  <ul class="rows" data-suits>
    {#each found.suits as suits (suits.crop)}
      <li class="flex justify-between gap-2">
        <span
          >{upper(garden.crop(suits.crop)?.plural ?? '')}
          <span class="quiet"
            >from {dayMonth(suits.from)}, {count(suits.days, 'day', 'days')}, {count(
              suits.plants,
              'plant',
              'plants',
            )}{suits.helps ? ', good beside what stands there' : ''}</span
          ></span
        >
        {#if garden.mayChange}<button
            class="act"
            aria-label={`plant ${garden.crop(suits.crop)?.plural ?? ''}`}
            onclick={() => plant(suits)}>plant</button
          >{/if}
      </li>
    {:else}<li class="quiet">
        Nothing quick is ready there in time without a clash. A cover crop would keep the ground; or let it rest.
      </li>{/each}
  </ul>
{:else}<p role="status" class="mt-2">Looking …</p>{/if}
