<script lang="ts">
  import type { RoundsState } from '../../state/rounds.svelte';
  import { dayMonth } from '../../words/dates';

  let { rounds }: { rounds: RoundsState } = $props();
</script>

{#if rounds.ahead.length > 0}
  <h2 class="aside">In the week after</h2>
  <ul class="rows max-w-[760px]" data-ahead>
    {#each rounds.ahead as line (line.task.key)}
      <li><span class="quiet">{dayMonth(line.due)}</span> {line.task.said}</li>
    {/each}
  </ul>
{/if}
