<script lang="ts">
  // One piece of work: where, how, and what to write down when it was done otherwise.
  import type { Happened, RoundLine } from '../../generated/api';
  import { LETTERS } from '../../generated/Limits';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { dayMonth, plusDays } from '../../words/dates';
  import { asksFor } from '../../words/journal';
  import { setOut } from './how';
  import Notes from './Notes.svelte';
  import PhotoField from './PhotoField.svelte';
  import Photos from './Photos.svelte';
  import PlaceInBed from './PlaceInBed.svelte';
  import ToldFields from './ToldFields.svelte';

  let { rounds, line }: { rounds: RoundsState; line: RoundLine } = $props();
  const { garden, desk } = useOpenGarden();

  const STARTS = ['sow-outside', 'plant-out', 'plant-sets'];
  /** The plan's own day, of what begins a planting. */
  const planned = $derived(
    STARTS.includes(line.task.work)
      ? garden.view.garden.patches.find((one) => one.id === line.task.patch)?.from
      : undefined,
  );
  // svelte-ignore state_referenced_locally
  let what: Happened = $state.raw(line.told);
  let words = $state('');

  /** The rest is asked for again tomorrow. */
  const part = ({ currentTarget }: MouseEvent & { currentTarget: HTMLButtonElement }) => {
    if (currentTarget.form?.reportValidity()) void rounds.doneInPart(line, what, words.trim());
  };

  /** The bed on the day of the work, with what the work is about in hand. */
  function toThePlan() {
    desk.open('bed', line.task.bed);
    desk.patch = line.at.patch;
    void garden.look(planned ?? rounds.day);
  }

  function done(event: SubmitEvent) {
    event.preventDefault();
    void rounds.done(line, { what, at: line.at, words: words.trim() });
  }
</script>

<h2>{line.task.said}</h2>
<p class="quiet">
  {line.done ? 'done' : line.late > 0 ? `planned for ${dayMonth(line.due)}` : `due on ${dayMonth(line.due)}`}
  {#if planned && planned !== line.due && !line.done}· the plan says {dayMonth(planned)}{/if}
</p>
<PlaceInBed bed={line.task.bed} patch={line.at.patch} />
{#if line.how}<p class="mt-2">{setOut(line.how, garden.units)}</p>{/if}
{#if line.condition && !line.done}
  <p class="mt-2" class:text-rosehip={!line.condition.is_so} data-condition>{line.condition.said}</p>
{/if}
<Notes {rounds} {line} />
{#if line.at.patch !== null}<Photos patch={line.at.patch} day={rounds.day} />{/if}
{#if rounds.mayWrite}<PhotoField says="photo of it" take={(file) => rounds.photo(file, line.at)} />{/if}
<p class="mt-2">
  <button class="act" onclick={toThePlan}
    >{planned && !line.done ? 'it went into another row: move it on the plan' : 'open the bed'}</button
  >
</p>
{#if rounds.mayWrite && !line.done}
  <form class="mt-4 grid gap-3" onsubmit={done}>
    <h3>Done otherwise than planned</h3>
    <ToldFields units={garden.units} bind:what />
    <label class="field"
      >{asksFor(what.kind)}<input bind:value={words} maxlength={LETTERS.entry} name="journal-words" /></label
    >
    <p class="flex flex-wrap gap-x-6">
      <button class="act min-h-12">write it down as done</button>
      {#if line.task.work !== 'clear' && line.at.patch !== null}
        <button class="act min-h-12" type="button" onclick={part}>only that much is done</button>
      {/if}
    </p>
  </form>
  <h3>Not done</h3>
  <p class="flex flex-wrap gap-x-6">
    <button class="act min-h-12" onclick={() => rounds.putOff(line, plusDays(rounds.day, 1))}>tomorrow</button>
    <button class="act min-h-12" onclick={() => rounds.putOff(line, plusDays(rounds.day, 7))}>in a week</button>
    <button class="act min-h-12" onclick={() => rounds.leaveOut(line)}>leave it out</button>
  </p>
{/if}
<div class="foot">
  <button class="act" onclick={() => (rounds.hand = null)}>put this away</button>
</div>
