<script lang="ts">
  // What was written down of the day, whoever did; an entry is struck out by another one.
  import type { JournalLine } from '../../generated/JournalLine';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { happened } from '../../words/journal';
  import { upper } from '../../words/reasons';

  let { rounds }: { rounds: RoundsState } = $props();
  const { garden } = useOpenGarden();

  /** 'Long bed, carrots', or nothing for the whole garden. */
  function where({ entry }: JournalLine): string {
    const bed = entry.at.bed === null ? undefined : garden.bed(entry.at.bed);
    const patch = garden.view.garden.patches.find((one) => one.id === entry.at.patch);
    const crop = patch && garden.crop(patch.planted.crop);
    const gone = entry.at.patch !== null && !patch ? 'a planting that is no more' : undefined;
    return [crop?.plural ?? gone, bed?.name].filter(Boolean).join(', ');
  }
</script>

<h3>Written down</h3>
{#if rounds.written?.length === 0}
  <p class="quiet">Nothing yet of this day.</p>
{:else if rounds.written}
  <ul class="rows max-w-[760px]" data-written>
    {#each rounds.written as line (line.entry.id)}
      <li class="flex flex-wrap items-baseline gap-x-3">
        <span class="min-w-0 flex-1 wrap-anywhere">
          {upper(happened(line.entry.what, garden.units))}{line.entry.words ? `: ${line.entry.words}` : ''}
          <span class="quiet">{where(line)}</span>
        </span>
        <span class="quiet">{line.by ?? 'someone who has left'}</span>
        {#if rounds.mayWrite}<button class="act" onclick={() => rounds.strike(line.entry)}>strike it out</button>{/if}
      </li>
    {/each}
  </ul>
{/if}
<p class="mt-2 flex flex-wrap gap-x-6">
  <a class="act" href={`/api/v1/gardens/${garden.view.id}/journal.json`} download>keep the journal as a file</a>
  <a class="act" href={`/api/v1/gardens/${garden.view.id}/journal.csv`} download>as a table</a>
</p>
