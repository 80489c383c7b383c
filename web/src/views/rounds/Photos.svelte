<script lang="ts">
  // What was photographed of one planting, so that the sowing is seen again when it comes up.
  import { api, Refused } from '../../api';
  import type { JournalLine } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { fullDate, plusDays } from '../../words/dates';

  let { patch, day }: { patch: number; day: string } = $props();
  const { garden } = useOpenGarden();

  /** So far back photos of a planting are looked for [days]. */
  const BACK = 400;
  /** So many are shown, the latest first. */
  const MOST = 6;
  let lines = $state.raw<JournalLine[]>([]);

  $effect(() => {
    let still = true;
    const { id } = garden.view;
    garden.kept
      .lately(`photos/${id}/${patch}`, () => api.journal(id, plusDays(day, -BACK), day, patch))
      .then((all) => {
        if (still)
          lines = all
            .filter((line) => line.entry.what.kind === 'photo')
            .slice(-MOST)
            .reverse();
      })
      .catch((error: unknown) => {
        // Without a line there are no photos, and the work can be done without them.
        if (!(error instanceof Refused)) throw error;
      });
    return () => {
      still = false;
    };
  });
</script>

{#if lines.length > 0}
  <ul class="mt-3 flex flex-wrap gap-3" data-photos>
    {#each lines as { entry } (entry.id)}
      {#if entry.what.kind === 'photo'}
        <li>
          <img
            class="h-28 min-w-20 object-contain"
            src={garden.outbox.seen(entry.what.picture)}
            alt={entry.words || 'photo'}
            loading="lazy"
          />
          <span class="quiet">{fullDate(entry.day)}</span>
        </li>
      {/if}
    {/each}
  </ul>
{/if}
