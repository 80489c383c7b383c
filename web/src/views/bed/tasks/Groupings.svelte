<script lang="ts">
  // Groupings put down whole on the marked squares; and groupings of the household's own.
  import { LETTERS } from '../../../generated/Limits';
  import type { After, Bed, Fitted } from '../../../generated/api';
  import { AnswerState } from '../../../state/answer.svelte';
  import { useOpenGarden } from '../../../state/context';
  import { dayMonth } from '../../../words/dates';
  import { count, length } from '../../../words/lengths';
  import { GRADES, squareSize } from '../../../words/reasons';
  import { upper } from '../../../words/text';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  let open = $state('');
  let name = $state('');
  let chosen = $state<number[]>([]);
  const rect = $derived({ ...desk.cursor });
  const year = $derived(garden.season.year);
  const answer = new AnswerState(garden, () => ({ ask: 'groupings', bed: bed.id, rect, year }));
  const all = $derived(answer.is ?? []);
  const fitting = $derived([...all].sort((a, b) => Number(b.stages.length > 0) - Number(a.stages.length > 0)));
  const known = $derived((key: string) => garden.catalogue.groupings.find((one) => one.key === key));

  $effect(() => {
    const stages = all.find((one) => one.key === open)?.stages ?? [];
    desk.preview = stages.map((stage) => ({
      rect: stage.place.rect,
      ticket: stage.place.planted.between ? '' : (garden.crop(stage.place.planted.crop)?.ticket ?? ''),
    }));
  });

  async function putDown(fitted: Fitted) {
    if (await garden.send({ do: 'place-all', gone: [], places: fitted.stages.map((stage) => stage.place) })) open = '';
  }

  function whole() {
    const reckoned = garden.reckonedBed(bed.id);
    if (reckoned) desk.cursor = { x: 0, y: 0, w: reckoned.fit.half_columns, h: reckoned.fit.half_rows };
  }

  function waits(fitted: Fitted, after: After): string {
    const host = fitted.stages[after.part];
    const crop = garden.crop(host?.place.planted.crop ?? '')?.name ?? '';
    if (after.stands_inches !== null)
      return `when the ${crop} stands ${length(after.stands_inches * 254, garden.units)}`;
    return after.because ? `when ${after.because}` : `${after.days ?? 0} days after the ${crop}`;
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (await garden.send({ do: 'keep-grouping', name, patches: $state.snapshot(chosen) })) [name, chosen] = ['', []];
  }
</script>

<p class="quiet mt-2">
  For the marked {squareSize(rect.w, rect.h)}: mark others with the arrow keys (Shift makes them larger) or by drawing.
  <button class="act" onclick={whole}>the whole bed</button>
</p>
<ul class="mt-2" data-groupings>
  {#each fitting as fitted (fitted.key)}
    {@const grouping = known(fitted.key)}
    <li class="mb-2 border-b border-dotted border-hair pb-2" data-grouping={fitted.key}>
      {#if fitted.stages.length === 0}
        <span class="text-soot-2">{upper(fitted.name)}</span>
        <span class="quiet">wants {squareSize(fitted.least[0], fitted.least[1])}</span>
      {:else}
        <button
          class="act"
          aria-expanded={open === fitted.key}
          onclick={() => (open = open === fitted.key ? '' : fitted.key)}>{upper(fitted.name)}</button
        >
        {#if grouping}<em class="text-[13.5px] text-slate">{GRADES[grouping.grade]}</em>{/if}
        {#if open === fitted.key}
          {#if grouping}<p class="quiet">
              {grouping.says}
              <span class="italic">{garden.catalogue.sources[grouping.source]?.title ?? ''}</span>
            </p>{/if}
          <ol class="rows text-[14.5px]">
            {#each fitted.stages as stage, index (index)}
              <li>
                {count(
                  stage.plants,
                  garden.crop(stage.place.planted.crop)?.name ?? '',
                  garden.crop(stage.place.planted.crop)?.plural ?? '',
                )}
                <span class="quiet"
                  >from {dayMonth(stage.place.from)}{stage.after ? `, ${waits(fitted, stage.after)}` : ''}{stage.place
                    .planted.between
                    ? ', between'
                    : ''}</span
                >
              </li>
            {/each}
          </ol>
          {#if fitted.taken}
            <p class="quiet">Something stands on some of this ground on those days; mark free squares.</p>
          {:else if garden.mayChange}
            <button class="act" onclick={() => putDown(fitted)}>put it down</button>
          {/if}
        {/if}
      {/if}
    </li>
  {/each}
</ul>
{#if garden.mayChange}
  <h3>A grouping of your own</h3>
  <form onsubmit={save} aria-label="A grouping of your own">
    <fieldset>
      <legend class="quiet">From what stands in this bed, two patches or more</legend>
      {#each garden.patchesIn(bed.id) as one (one.patch.id)}
        <label class="mr-3 inline-flex items-center gap-1"
          ><input type="checkbox" bind:group={chosen} value={one.patch.id} />{one.crop.name}</label
        >
      {/each}
    </fieldset>
    <label class="field mt-1"
      >Its name<input bind:value={name} maxlength={LETTERS.name} required name="grouping-name" /></label
    >
    <button class="act mt-1" disabled={chosen.length < 2}>save it</button>
  </form>
  {#each garden.view.garden.groupings as own (own.id)}
    <p class="flex justify-between">
      <span>{own.name}</span>
      <button class="act" onclick={() => garden.send({ do: 'forget-grouping', grouping: own.id })}>forget it</button>
    </p>
  {/each}
{/if}
