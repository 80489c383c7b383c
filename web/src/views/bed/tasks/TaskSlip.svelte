<script lang="ts">
  // The slip of whatever work on the bed is in hand.
  import type { Bed } from '../../../generated/api';
  import { useOpenGarden } from '../../../state/context';
  import type { Task } from '../../../state/desk.svelte';
  import Arrange from './Arrange.svelte';
  import Bare from './Bare.svelte';
  import Groupings from './Groupings.svelte';
  import Markers from './Markers.svelte';
  import SheetSlip from './SheetSlip.svelte';
  import Sums from './Sums.svelte';

  let { bed, task }: { bed: Bed; task: Task } = $props();
  const { desk } = useOpenGarden();

  const TITLES: Record<Task, string> = {
    arrange: 'Arrange',
    group: 'Groupings',
    bare: 'Empty ground',
    sums: 'Count',
    markers: 'Row markers',
    tags: 'Tags',
    sheet: 'Setting out',
    'own-crops': 'Crops of your own',
  };
</script>

<div class="flex items-baseline justify-between gap-3 border-b-2 border-hair pb-2">
  <!-- The focus comes here with the work, so that the next Tab is its first field. -->
  <h2 tabindex="-1" class="outline-none!" {@attach (title) => title.focus()}>{TITLES[task]}</h2>
  <button class="act" onclick={() => desk.leaveTask()}>done</button>
</div>
{#if task === 'arrange'}<Arrange {bed} />
{:else if task === 'group'}<Groupings {bed} />
{:else if task === 'bare'}<Bare {bed} />
{:else if task === 'sums'}<Sums {bed} />
{:else if task === 'markers'}<Markers {bed} />
{:else if task === 'tags'}
  <p class="mt-3">
    Print them at their full size, on card or label paper, and cut along the dashes. The code opens the planting for the
    garden’s members, and for nobody else.
  </p>
  <p class="quiet mt-2">A pencil outlasts ink in the rain. When a tag has faded, tap its place on the plan.</p>
{:else if task === 'own-crops'}
  <!-- Loaded when a crop is written down, which is seldom. -->
  {#await import('./OwnCrops.svelte') then { default: OwnCrops }}<OwnCrops />{/await}
{:else}<SheetSlip {bed} />
{/if}
