<script lang="ts">
  // One piece of work: where, how, and what to write down when it was done otherwise.
  import type { Amount } from '../../generated/Amount';
  import type { Happened } from '../../generated/Happened';
  import type { RoundLine } from '../../generated/RoundLine';
  import { useOpenGarden } from '../../state/context';
  import { placeOf, type RoundsState } from '../../state/rounds.svelte';
  import { dayMonth, plusDays } from '../../words/dates';
  import AmountField from './AmountField.svelte';
  import { setOut } from './how';
  import PlaceInBed from './PlaceInBed.svelte';

  let { rounds, line }: { rounds: RoundsState; line: RoundLine } = $props();
  const { garden, desk } = useOpenGarden();

  const start = $derived('many' in line.told ? line.told.many : null);
  let many: Amount | null = $state.raw(null);
  let words = $state('');
  const counts = $derived('many' in line.told);

  function done(event: SubmitEvent) {
    event.preventDefault();
    const what = (counts ? { ...line.told, many } : line.told) as Happened;
    void rounds.done(line, { what, at: placeOf(line), words: words.trim() });
  }
</script>

<h2>{line.task.said}</h2>
<p class="quiet">
  {line.done ? 'done' : line.late > 0 ? `planned for ${dayMonth(line.due)}` : `due on ${dayMonth(line.due)}`}
  {#if line.task.day !== line.due && !line.done}· the plan says {dayMonth(line.task.day)}{/if}
</p>
<PlaceInBed bed={line.task.bed} patch={line.task.patch} />
{#if line.how}<p class="mt-2">{setOut(line.how, garden.units)}</p>{/if}
<p class="mt-2">
  <button class="act" onclick={() => desk.open('bed', line.task.bed)}>open the bed</button>
</p>
{#if rounds.mayWrite && !line.done}
  <form class="mt-4 grid gap-3" onsubmit={done}>
    <h3>Done otherwise than planned</h3>
    {#if counts}<AmountField units={garden.units} bind:amount={many} {start} />{/if}
    <label class="field">In your own words<input bind:value={words} maxlength="1000" name="journal-words" /></label>
    <button class="act min-h-12">write it down as done</button>
  </form>
  <h3>Not done</h3>
  <p class="flex flex-wrap gap-x-6">
    <button class="act min-h-12" onclick={() => rounds.putOff(line, plusDays(rounds.day, 1))}>tomorrow</button>
    <button class="act min-h-12" onclick={() => rounds.putOff(line, plusDays(rounds.day, 7))}>in a week</button>
    <button class="act min-h-12" onclick={() => rounds.leaveOut(line)}>leave it out</button>
  </p>
{/if}
<div class="foot">
  <button class="act" onclick={() => (rounds.hand = null)}>write something else down</button>
</div>
