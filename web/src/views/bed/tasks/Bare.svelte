<script lang="ts">
  import { AS_USUAL } from '../../../state/timing';
  // Ground that lies bare for a time, and the crops that would be ready in it.
  import type { Bare, Bed, Suits } from '../../../generated/api';
  import { AnswerState } from '../../../state/answer.svelte';
  import { useOpenGarden } from '../../../state/context';
  import { dayMonth, plusDays } from '../../../words/dates';
  import { count, squares } from '../../../words/lengths';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  const year = $derived(garden.season.year);
  const answer = new AnswerState(garden, () => ({ ask: 'bare', bed: bed.id, year }));
  const gaps = $derived(answer.is);

  function show(gap: Bare, ticket = '') {
    desk.preview = [{ rect: gap.rect, ticket }];
  }

  async function plant(gap: Bare, { crop, way, from, days }: Suits) {
    const last = plusDays(from, days + 6);
    const until = last < gap.until ? last : gap.until;
    const place = {
      bed: bed.id,
      rect: gap.rect,
      from,
      until,
      planted: { crop, way, holes: null, between: false, school: null, distance: null, in_each: null },
      line: null,
      timing: AS_USUAL,
    };
    if (await garden.send({ do: 'place-all', gone: [], places: [place] })) desk.preview = [];
  }
</script>

<div aria-live="polite" data-bare>
  {#if gaps === null}
    <p class="quiet mt-3">Looking …</p>
  {:else}
    {#each gaps as gap (`${gap.from} ${gap.rect.x} ${gap.rect.y} ${gap.until}`)}
      <div class="mt-3">
        <p>
          <button class="act" onclick={() => show(gap)}
            >{count(gap.days, 'day', 'days')} × {squares(gap.centisquares)}</button
          >
          <span class="quiet">{dayMonth(gap.from)} to {dayMonth(gap.until)}</span>
        </p>
        <ul class="rows text-[14.5px]">
          {#each gap.suits as suits (suits.crop)}
            <li class="flex justify-between gap-3">
              <span
                >{count(suits.plants, garden.crop(suits.crop)?.name ?? '', garden.crop(suits.crop)?.plural ?? '')}
                <span class="quiet">{count(suits.days, 'day', 'days')}{suits.helps ? ', good company here' : ''}</span
                ></span
              >
              {#if garden.mayChange}
                <button class="act shrink-0" onclick={() => plant(gap, suits)}>plant it</button>
              {/if}
            </li>
          {:else}
            <li class="quiet">Nothing in the catalogue is ready in that time here.</li>
          {/each}
        </ul>
      </div>
    {:else}
      <p class="mt-3">No ground here lies bare for three weeks between the frosts.</p>
    {/each}
  {/if}
</div>
