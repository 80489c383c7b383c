<script lang="ts">
  // What happened to a planting, beside what was planned for it.
  import type { Patch } from '../generated/api';
  import { useOpenGarden } from '../state/context';
  import { dayMonth } from '../words/dates';
  import { ENDINGS } from '../words/journal';

  let { patch }: { patch: Patch } = $props();
  const { garden } = useOpenGarden();

  const lived = $derived(garden.shown(patch.id)?.reckoning.lived ?? null);
  const said = $derived(
    lived === null
      ? ''
      : [
          lived.begun ? `in the ground since ${dayMonth(lived.begun)}` : '',
          lived.up ? `up on ${dayMonth(lived.up)}` : '',
          lived.ended ? `cleared on ${dayMonth(lived.ended)}${lived.ending ? ` (${ENDINGS[lived.ending]})` : ''}` : '',
        ]
          .filter(Boolean)
          .join(', '),
  );
  const otherwise = $derived(lived !== null && (lived.from !== patch.from || lived.until !== patch.until));
</script>

{#if said}
  <p class="mt-2" data-lived>
    As it was written down: {said}.
    {#if otherwise}<span class="quiet">The plan said {dayMonth(patch.from)} to {dayMonth(patch.until)}.</span>{/if}
  </p>
{/if}
