<script lang="ts">
  // What was written down of the day, whoever did; an entry is struck out by another one.
  import { api } from '../../api';
  import type { JournalLine } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { Tried } from '../../state/tried.svelte';
  import { happened, inParts } from '../../words/journal';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';

  let { rounds }: { rounds: RoundsState } = $props();
  const { garden } = useOpenGarden();

  /** The photo that is to be deleted, once that is said twice. */
  let sure: string | null = $state(null);
  let brought: number | null = $state(null);
  const tried = new Tried();
  async function bring(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    brought = null;
    if (!file) return;
    await tried.try(async () => {
      let many = 0;
      for (const part of inParts(await file.text())) many += (await api.importJournal(garden.view.id, part)).new;
      brought = many;
      garden.outdated = true;
      await rounds.read();
    });
  }

  /** What it is about is not in the plan any more. */
  const isGone = ({ entry }: JournalLine) =>
    entry.at.patch !== null && !garden.view.garden.patches.some((one) => one.id === entry.at.patch);

  /** 'Long bed, carrots', or nothing for the whole garden. */
  function where({ entry }: JournalLine): string {
    const bed = entry.at.bed === null ? undefined : garden.bed(entry.at.bed);
    const patch = garden.view.garden.patches.find((one) => one.id === entry.at.patch);
    const crop = patch && garden.crop(patch.planted.crop);
    const gone = entry.at.patch !== null && !patch ? 'a planting that is no more' : undefined;
    return [crop?.plural ?? gone, bed?.name].filter(Boolean).join(', ');
  }
</script>

<h2 class="aside">Written down</h2>
{#if rounds.told?.length === 0}
  <p class="quiet">Nothing yet of this day.</p>
{:else if rounds.told}
  <ul class="rows max-w-[760px]" data-written>
    {#each rounds.told as line (line.entry.id)}
      <li class="flex flex-wrap items-baseline gap-x-3">
        <span class="min-w-0 flex-1 wrap-anywhere">
          {upper(happened(line.entry.what, garden.units))}{line.entry.words ? `: ${line.entry.words}` : ''}
          <span class="quiet">{where(line)}</span>
          {#if isGone(line)}
            <span class="trouble text-[14px]"
              >This planting was taken out of the plan meanwhile. Strike the entry out if it was never so; else it
              stays.</span
            >
          {/if}
          {#if line.entry.what.kind === 'photo'}
            <img
              class="mt-1 h-32 min-w-24 object-contain"
              src={garden.outbox.seen(line.entry.what.picture)}
              alt={line.entry.words || 'photo'}
              loading="lazy"
            />
          {/if}
        </span>
        <span class="quiet">{line.waits ? 'waits here' : (line.by ?? 'someone who has left')}</span>
        {#if rounds.mayWrite}
          <button class="act" onclick={() => rounds.strike(line.entry)}>strike it out</button>
          {#if line.entry.what.kind === 'photo' && !line.waits}
            {#if sure === line.entry.id}
              <button class="act" onclick={() => rounds.forgetPhoto(line.entry)}
                >yes, delete the picture for good</button
              >
              <button class="act" onclick={() => (sure = null)}>keep it</button>
            {:else}
              <button class="act" onclick={() => (sure = line.entry.id)}>delete the picture</button>
            {/if}
          {/if}
        {/if}
      </li>
    {/each}
  </ul>
{/if}
{#if brought !== null}
  <p role="status" data-brought>
    {count(brought, 'entry', 'entries')} new; what was there already stays as it was.
  </p>
{/if}
{#if tried.trouble}<p class="trouble" role="alert">{tried.trouble}</p>{/if}
<p class="mt-2 flex flex-wrap gap-x-6">
  <a class="act" href={`/api/v1/gardens/${garden.view.id}/journal.json`} download>keep the journal as a file</a>
  <a class="act" href={`/api/v1/gardens/${garden.view.id}/journal.csv`} download>as a table</a>
  <a class="act" href={`/api/v1/gardens/${garden.view.id}/photos.tar`} download>its photos</a>
  {#if garden.mayChange}
    <label class="act">
      bring a journal from a file
      <input
        class="sr-only"
        type="file"
        accept=".json,.csv,application/json,text/csv"
        onchange={bring}
        name="journal-file"
      />
    </label>
  {/if}
</p>
