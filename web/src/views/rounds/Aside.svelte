<script lang="ts">
  // What is not with the server: entries that wait for a line, and such as it would not have.
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { dayMonth } from '../../words/dates';
  import { happened } from '../../words/journal';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { moment } from '../../words/when';

  let { rounds }: { rounds: RoundsState } = $props();
  const { garden } = useOpenGarden();
  const { outbox, kept } = $derived(garden);

  function again() {
    if (outbox.sending === 0) void rounds.again();
  }
</script>

{#if kept.since !== null}
  <p role="status" class="quiet" data-since>
    The garden cannot be reached. This is how it was on {moment(new Date(kept.since).toISOString())}.
  </p>
{/if}
{#if outbox.stuck > 0 || (kept.since !== null && outbox.waiting.length > 0)}
  <p role="status" data-waiting>
    {count(outbox.waiting.length, 'entry waits', 'entries wait')} here until the garden can be reached, and
    {outbox.waiting.length === 1 ? 'is' : 'are'} sent then.
    <button class="act min-h-12" aria-disabled={outbox.sending > 0} onclick={again}
      >{outbox.sending > 0 ? 'sending …' : 'send now'}</button
    >
  </p>
{/if}
{#each outbox.refused as one (one.entry.id)}
  <div class="trouble mt-2" role="alert" data-refused>
    <p>
      {upper(happened(one.entry.what, garden.units))}{one.entry.words ? `: ${one.entry.words}` : ''}, {dayMonth(
        one.entry.day,
      )}:
      {one.refused}
    </p>
    <button class="act min-h-12" onclick={() => rounds.sendAgain(one.entry)}>send it again</button>
    <button class="act min-h-12" onclick={() => outbox.throwAway(one.entry)}>throw this entry away</button>
  </div>
{/each}
