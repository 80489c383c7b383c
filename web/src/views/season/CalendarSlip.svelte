<script lang="ts">
  // The year's work as a calendar: a file, a table, and a private link to subscribe to.
  import { api } from '../../api';
  import type { CalendarAt, SeasonView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { Tried } from '../../state/tried.svelte';
  import { fullDate } from '../../words/dates';

  let { view }: { view: SeasonView } = $props();
  const { garden } = useOpenGarden();

  const id = $derived(garden.view.id);
  let at: CalendarAt = $state.raw({ given: false, path: null });
  const tried = new Tried();
  const ask = (work: () => Promise<CalendarAt>) => tried.try(async () => (at = await work()));
  $effect(() => {
    if (garden.mayChange) void ask(() => api.calendar(id));
  });
</script>

<h2>Calendar</h2>
<p class="quiet border-b-2 border-hair pb-2">everything to start, move, look at and clear</p>
{#if tried.trouble}<p class="trouble mt-2" role="alert">{tried.trouble}</p>{/if}
<h3>As a file</h3>
<p class="flex gap-5">
  <a class="act" href={`/api/v1/gardens/${id}/calendar.ics`} download>iCalendar</a>
  <a class="act" href={`/api/v1/gardens/${id}/calendar.csv`} download>a table (CSV)</a>
</p>
{#if garden.mayChange}
  <h3>To subscribe to</h3>
  {#if at.given}
    {#if at.path}
      <p class="break-all select-all" data-link>{location.origin}{at.path}</p>
      <p class="quiet">It is shown only now; another can be made at any time.</p>
    {:else}
      <p>You have a link. It was shown when it was made.</p>
    {/if}
    <p class="quiet">
      Whoever has your link can read the calendar, and nothing else, as long as you may change this garden. When the
      plan changes, entries move; none is doubled.
    </p>
    <p class="flex gap-5">
      <button class="act" onclick={() => ask(() => api.giveCalendar(id))}>a new link</button>
      <button class="act" onclick={() => ask(() => api.revokeCalendar(id))}>revoke it</button>
    </p>
  {:else}
    <p class="quiet">You have given no link out.</p>
    <button class="act" onclick={() => ask(() => api.giveCalendar(id))}>make a private link</button>
  {/if}
{/if}
<h3>This year</h3>
<ul class="rows mb-3" data-year-tasks>
  {#each view.tasks as task (`${task.key} ${task.day}`)}
    <li><span class="quiet">{fullDate(task.day)}{task.guess ? ', about' : ''}</span><br />{task.said}</li>
  {:else}<li class="quiet">Nothing is planted this year yet.</li>{/each}
</ul>
