<script lang="ts">
  // Row markers: lines laid in order, gaps typed or dragged, until the bed is full.
  import CropNames from '../../../parts/CropNames.svelte';
  import type { Bed } from '../../../generated/api';
  import { AnswerState } from '../../../state/answer.svelte';
  import { useOpenGarden } from '../../../state/context';
  import { count, length } from '../../../words/lengths';
  import { upper } from '../../../words/text';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  interface Row {
    crop: string;
    way: string;
    /** As typed; empty for the usual one. */
    gap: string;
  }
  let rows = $state<Row[]>([]);
  let across = $state(false);
  const year = $derived(garden.season.year);

  const asked = $derived($state.snapshot(rows).map((row) => ({ ...row, gap: row.gap.trim() || null })));
  const answer = new AnswerState(garden, () => ({ ask: 'markers', bed: bed.id, year, across, rows: asked }), true);
  const laid = $derived(answer.is);

  $effect(() => {
    desk.preview = (laid?.places ?? []).map((place) => ({
      rect: place.rect,
      ticket: '',
      line: place.line ?? undefined,
    }));
  });

  /** A gap as the slider has it: half inches, or half centimetres. */
  const step = $derived(garden.units === 'imperial' ? 127 : 50);

  function move(index: number, by: number) {
    const [row] = rows.splice(index, 1);
    if (row) rows.splice(Math.max(0, index + by), 0, row);
  }

  async function add(crop: string, said: string | null) {
    const way = said ?? garden.crop(crop)?.ways[0]?.key;
    if (way === undefined) return false;
    rows.push({ crop, way, gap: '' });
    return true;
  }

  async function plant() {
    if (laid && (await garden.send({ do: 'place-all', gone: [], places: laid.places }))) desk.leaveTask();
  }
</script>

<p class="quiet mt-2">
  Lay the markers in order from the {across ? 'left end' : 'far side'}; a row beside one that is out early may stand
  near it.
</p>
<label class="field mt-2 w-[12em]"
  >The lines run<select
    value={across ? 'across' : 'along'}
    onchange={(event) => (across = event.currentTarget.value === 'across')}
    name="rows-run"
  >
    <option value="along">along the bed</option>
    <option value="across">across the bed</option>
  </select></label
>
<ol class="mt-2" data-markers>
  {#each rows as row, index (row)}
    {@const marker = laid?.rows[index]}
    {@const name = garden.crop(row.crop)?.name ?? ''}
    <li class="border-b border-dotted border-hair py-1" data-fits={marker?.fits ?? true}>
      <p class="flex justify-between gap-3">
        <span
          >{index + 1}
          {upper(name)}
          {#if (garden.crop(row.crop)?.ways.length ?? 0) > 1}
            <select
              class="min-h-[24px] max-w-full bg-transparent text-[14px] text-soot-2"
              aria-label={`How row ${index + 1} is grown`}
              bind:value={row.way}
            >
              {#each garden.crop(row.crop)?.ways ?? [] as one (one.key)}<option value={one.key}>{one.name}</option
                >{/each}
            </select>
          {/if}</span
        >
        <span class="font-serif text-chestnut">{marker ? length(marker.at, garden.units) : ''}</span>
      </p>
      <p class="grid grid-cols-[5.5em_1fr_auto] items-center gap-2">
        <label
          ><span class="sr-only">Gap before row {index + 1}</span><input
            class="w-full border-b border-rule bg-transparent"
            bind:value={row.gap}
            placeholder={marker ? length(marker.usual, garden.units) : ''}
            name={`gap-${index + 1}`}
          /></label
        >
        <input
          type="range"
          aria-label={`Drag the gap before row ${index + 1}`}
          min={2 * step}
          max={48 * step}
          {step}
          value={marker?.gap ?? 0}
          oninput={(event) => (row.gap = `${Number(event.currentTarget.value) / 10} mm`)}
          onchange={(event) => (row.gap = length(Number(event.currentTarget.value), garden.units))}
        />
        <span class="flex gap-2">
          <button
            class="act"
            aria-label={`Move row ${index + 1} up`}
            disabled={index === 0}
            onclick={() => move(index, -1)}>up</button
          >
          <button class="act" aria-label={`Take row ${index + 1} out`} onclick={() => rows.splice(index, 1)}>out</button
          >
        </span>
      </p>
      <p class="quiet">
        {marker ? count(marker.plants, 'plant', 'plants') : ''}{marker?.in_turn && row.gap === ''
          ? '; near the row before, which is out in time'
          : ''}{marker && !marker.fits ? '; beyond the bed' : ''}
      </p>
    </li>
  {/each}
</ol>
<div class="mt-2"><CropNames label="Next rows" name="choice" action="add" take={add} /></div>
{#if answer.trouble}<p class="trouble mt-1" role="alert">{answer.trouble}</p>{/if}
{#if laid && rows.length}
  <p class="mt-2" aria-live="polite">
    <span data-left
      >{laid.left < 0 ? 'The bed is over-full.' : `${length(laid.left, garden.units)} left beyond the last row.`}</span
    >
    {count(laid.plants, 'plant', 'plants')} in {count(laid.places.length, 'row', 'rows')}; the other way
    {count(laid.other_way[1], 'plant', 'plants')} in {count(laid.other_way[0], 'row', 'rows')}.
  </p>
  <button class="act mt-1" disabled={laid.places.length === 0} onclick={plant}>plant the rows</button>
{/if}
