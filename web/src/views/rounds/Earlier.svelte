<script lang="ts">
  // What was written down and photographed about this day in earlier years.
  import { api } from '../../api';
  import type { JournalLine } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { Tried } from '../../state/tried.svelte';
  import { fullDate, plusDays } from '../../words/dates';
  import { happened } from '../../words/journal';
  import { upper } from '../../words/text';

  let { day }: { day: string } = $props();
  const { garden } = useOpenGarden();

  /** Days to either side, and years back. */
  const NEAR = 3;
  const YEARS = [1, 2, 3, 4, 5];
  let found = $state.raw<JournalLine[] | null>(null);
  const tried = new Tried();

  const earlier = (years: number) =>
    `${Number(day.slice(0, 4)) - years}${day.slice(4) === '-02-29' ? '-02-28' : day.slice(4)}`;
  const look = () =>
    tried.try(async () => {
      const { id } = garden.view;
      const days = YEARS.map(earlier);
      const all = await Promise.all(days.map((one) => api.journal(id, plusDays(one, -NEAR), plusDays(one, NEAR))));
      found = all.flat();
    });
</script>

<h2 class="aside">About this day in earlier years</h2>
{#if found === null}
  <button class="act min-h-12" onclick={look}>look back</button>
  {#if tried.trouble}<p class="trouble" role="alert">{tried.trouble}</p>{/if}
{:else if found.length === 0}
  <p class="quiet">Nothing was written down.</p>
{:else}
  <ul class="rows max-w-[760px]" data-earlier>
    {#each found as { entry } (entry.id)}
      <li>
        <span class="quiet">{fullDate(entry.day)}</span>
        {upper(happened(entry.what, garden.units))}{entry.words ? `: ${entry.words}` : ''}
        {#if entry.what.kind === 'photo'}
          <img
            class="h-32 min-w-24 object-contain"
            src={garden.outbox.seen(entry.what.picture)}
            alt={entry.words || 'photo'}
            loading="lazy"
          />
        {/if}
      </li>
    {/each}
  </ul>
{/if}
