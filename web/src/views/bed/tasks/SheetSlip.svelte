<script lang="ts">
  // What to do with the setting-out sheet, and what to carry out to the bed.
  import type { Bed } from '../../../generated/Bed';
  import { AnswerState } from '../../../state/answer.svelte';
  import { useOpenGarden } from '../../../state/context';
  import { dayMonth } from '../../../words/dates';
  import { count } from '../../../words/lengths';
  import { upper } from '../../../words/reasons';
  import { sheetAddress } from '../sheet';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  const year = $derived(garden.season.year);
  const on = $derived(desk.wholeYear ? null : garden.needle);
  const answer = new AnswerState(garden, () => ({ ask: 'sheet', bed: bed.id, year, on }));
  const settings = $derived(answer.is?.plantings ?? []);

  /** Seeds or plants of each crop, all its patches together. */
  const bring = $derived.by(() => {
    const found: { crop: string; plants: number; seeds: number }[] = [];
    for (const setting of settings) {
      const patch = garden.view.garden.patches.find((one) => one.id === setting.patch);
      const crop = garden.crop(patch?.planted.crop ?? '')?.name ?? '';
      const n = setting.strewn ?? setting.holes * setting.in_each;
      let line = found.find((one) => one.crop === crop);
      if (!line) found.push((line = { crop, plants: 0, seeds: 0 }));
      if (setting.planted) line.plants += n;
      else line.seeds += n;
    }
    return found;
  });
</script>

<p class="mt-3 flex flex-wrap gap-x-5">
  <button class="act" onclick={() => print()}>print it</button>
  <a class="act" href={`${sheetAddress(garden, bed.id, desk.paper, on)}&keep=true`}>keep the drawing (SVG)</a>
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
<h3>To carry out</h3>
<ul class="rows text-[14.5px]" data-bring>
  {#each bring as line (line.crop)}
    <li class="flex justify-between">
      <span>{upper(line.crop)}</span>
      <span
        >{[
          line.plants ? count(line.plants, 'plant', 'plants') : '',
          line.seeds ? count(line.seeds, 'seed', 'seeds') : '',
        ]
          .filter(Boolean)
          .join(', ')}</span
      >
    </li>
  {:else}
    <li class="quiet">Nothing stands in this bed then.</li>
  {/each}
</ul>
<p class="quiet mt-2">
  A tape, string, the sticks cut and marked, and markers with name and date. Seeds are counted with two or three to a
  hole as an insurance; thin to the strongest by snipping.
</p>
