<script lang="ts" generics="K extends Found['found']">
  // How a search fares: before its turn, on its way, or cut off.
  import type { Found } from '../generated/api';
  import type { SearchState } from '../state/search.svelte';
  import { count } from '../words/lengths';
  import { upper } from '../words/text';

  let { search, looking = 'Looking …' }: { search: SearchState<K>; looking?: string } = $props();
</script>

<div aria-live="polite">
  {#if search.before}
    <p class="quiet mt-2">Waiting for {count(search.before, 'other search', 'other searches')} to end …</p>
  {:else if search.going && looking}
    <p class="quiet mt-2">{looking}</p>
  {/if}
</div>
{#if search.trouble}
  <p class="trouble mt-2" role="alert">
    {upper(search.trouble)}
    <button class="act" onclick={() => search.again()}>look again</button>
  </p>
{/if}
