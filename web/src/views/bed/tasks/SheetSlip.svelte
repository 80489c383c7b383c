<script lang="ts">
  // What to do with the setting-out sheet, and what to carry out to the bed.
  import type { Bed } from '../../../generated/api';
  import { useOpenGarden } from '../../../state/context';
  import { dayMonth } from '../../../words/dates';
  import { sheetAddress } from '../sheet';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  const on = $derived(desk.wholeYear ? null : garden.needle);
</script>

<p class="mt-3 flex flex-wrap gap-x-5">
  <button class="act" onclick={() => print()}>print it</button>
  <a class="act" href={`${sheetAddress(garden, bed.id, desk.paper, on)}&keep=true`}>keep the drawing (SVG)</a>
  <button class="act" onclick={() => desk.begin('tags')}>print tags</button>
</p>
<label class="field mt-2 w-[8em]"
  >Paper<select bind:value={desk.paper} name="paper">
    <option value="a4">A4</option>
    <option value="letter">Letter</option>
  </select></label
>
<label class="field mt-2"
  >For<select
    value={desk.wholeYear ? 'year' : 'day'}
    onchange={(event) => (desk.wholeYear = event.currentTarget.value === 'year')}
    name="sheet-for"
  >
    <option value="day">what stands on {dayMonth(garden.needle)}</option>
    <option value="year">all of the year</option>
  </select></label
>
<p class="quiet mt-2">What to carry out to the bed stands at the end of the sheet, and prints with it.</p>
