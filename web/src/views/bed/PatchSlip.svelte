<script lang="ts">
  import Lived from '../../parts/Lived.svelte';
  import SeedSaving from '../../parts/SeedSaving.svelte';
  import type { Bed, Patch, Planted } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import { dayMonth } from '../../words/dates';
  import { count, length } from '../../words/lengths';
  import { squareSize, sumLines } from '../../words/reasons';
  import { upper } from '../../words/text';
  import CropFacts from './CropFacts.svelte';
  import Divide from './Divide.svelte';
  import { LIMITS } from '../../generated/Limits';
  import Findings from './Findings.svelte';
  import OwnDistance from './OwnDistance.svelte';
  import Schools from './Schools.svelte';
  import VarietyForm from './VarietyForm.svelte';

  let { shown, bed, remove }: { shown: Shown; bed: Bed; remove: () => void } = $props();
  const { garden } = useOpenGarden();

  const patch = $derived(shown.patch);
  const sum = $derived(shown.reckoning.sum);
  const way = $derived(shown.crop.ways.find((one) => one.key === patch.planted.way));
  const findings = $derived(
    garden.findingsIn(bed.id).filter((one) => one.patch === patch.id || one.other === patch.id),
  );
  const fits = $derived(sum.fits);
  let sumOpen = $state(false);
  /** Whether another variety, or way, is given a part of its ground. */
  let dividing = $state(false);
  const divisible = $derived(!patch.locked && shown.crop.ways.length > 1 && Math.max(patch.rect.w, patch.rect.h) > 1);
  /** The household's variety that stands here, and the way of the book in which it is grown. */
  const variety = $derived(garden.view.garden.varieties.find((one) => one.id === way?.variety?.id) ?? null);
  const bookWay = $derived(way?.variety ? shown.crop.ways.find((one) => one.key === way.variety?.way) : way);
  /** Which variety is written: the one that stands here, a new one, or none. */
  let writes: 'this' | 'new' | null = $state(null);

  async function kept(number: number | null) {
    const isNew = writes === 'new';
    writes = null;
    const own = garden.view.own.ways.find((one) => one.way.variety?.id === number);
    if (isNew && own) await change({ way: own.way.key, holes: null });
  }

  function change(part: Partial<Pick<Patch, 'from' | 'until'> & Pick<Planted, 'way' | 'holes' | 'between'>>) {
    const { from, until, way, holes, between } = { ...patch, ...patch.planted, ...part };
    return garden.send({ do: 'change-patch', patch: patch.id, way, holes, from, until, between });
  }

  /** A typed number of plants becomes holes; as many as fit is the patch's own number again. */
  function plants(text: string) {
    const wanted = Math.ceil(Number(text) / sum.per_hole);
    if (!Number.isFinite(wanted)) return;
    void change({ holes: wanted === fits ? null : Math.max(0, Math.min(65535, wanted)) });
  }

  /** Left empty, it is what the way of growing asks for. */
  function inEach(text: string) {
    const n = text.trim() === '' ? null : Math.round(Number(text));
    if (n === null || Number.isFinite(n)) void garden.send({ do: 'set-in-each', patch: patch.id, in_each: n });
  }

  const from = $derived(sum.distance_from);
  const distance = $derived(
    sum.crowded
      ? `only ${length(Math.min(sum.crowded.along, sum.crowded.across), garden.units)}`
      : sum.pattern.lies === 'rows'
        ? `${length(sum.spacing.along, garden.units)} in the row, rows ${length(sum.spacing.across, garden.units)}`
        : sum.spacing.along === sum.spacing.across
          ? length(sum.spacing.along, garden.units)
          : `${length(sum.spacing.along, garden.units)} along, ${length(sum.spacing.across, garden.units)} across`,
  );
</script>

<div class="flex items-baseline justify-between gap-3">
  <h2>{upper(garden.named(patch.planted))}</h2>
  <span class="text-slate">{garden.familyName(shown.crop.family)}</span>
</div>
<p class="quiet border-b-2 border-hair pb-3">
  {squareSize(patch.rect.w, patch.rect.h)} in {bed.name}, {dayMonth(patch.from)} to {dayMonth(patch.until)}{patch.locked
    ? ', kept here'
    : ''}{patch.planted.between ? ', between others' : ''}
</p>
{#if writes && bookWay}{#key `${patch.id} ${writes}`}<VarietyForm
      crop={shown.crop}
      way={bookWay}
      variety={writes === 'this' ? variety : null}
      holds={writes === 'this' && way ? { way, distance } : null}
      done={kept}
    />{/key}
{:else}
  <Lived {patch} />
  <div class="mt-3 flex items-end gap-3">
    <span class="big" data-count>{sum.plants}</span>
    <span
      >{sum.plants === 1 ? 'plant' : 'plants'}, {distance} apart<br />
      <button class="act" aria-expanded={sumOpen} onclick={() => (sumOpen = !sumOpen)}
        >{sumOpen ? 'close the sum' : 'the sum'}</button
      >
    </span>
  </div>
  {#if sumOpen}
    <ul class="rows mt-2 text-[14.5px]" data-sum>
      {#each sumLines(sum, garden.units) as line (line)}<li>{line}</li>{/each}
      <li>
        {#if from.from === 'own'}your own distance{from.note ? `: ${from.note}` : ''}
        {:else if from.from === 'here'}the distance you gave this planting
        {:else if from.from === 'variety'}the distance that you found to work for {way?.name}
        {:else if from.from === 'packet'}the distance on the packet of {way?.name}
        {:else}the distance: {garden.catalogue.sources[from.source]?.title ?? from.source}
          <span class="quiet">{garden.catalogue.sources[from.source]?.note ?? ''}</span>{/if}
      </li>
    </ul>
    {#if garden.mayChange}<OwnDistance {shown} />{/if}
  {/if}
  {#if patch.line}
    <p class="quiet mt-2">
      A marked row {patch.line.across ? 'across' : 'along'}, {length(patch.line.at, garden.units)} from the {patch.line
        .across
        ? 'left end'
        : 'far side'}.
    </p>
  {:else}<Schools {shown} />{/if}
  {#if garden.mayChange}
    <div class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2">
      <label class="field"
        >Plants <input
          id="plant-count"
          type="number"
          min="1"
          max={Math.max(1, fits * sum.per_hole * 9)}
          value={sum.plants}
          onchange={(event) => plants(event.currentTarget.value)}
          name="plants"
        /></label
      >
      <label class="field"
        >Grown as<select
          value={patch.planted.way}
          onchange={(event) => change({ way: event.currentTarget.value, holes: null })}
          name="way"
        >
          {#each shown.crop.ways as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
        </select></label
      >
      <p class="col-span-2">
        {#if variety}<button class="act" aria-expanded={writes === 'this'} onclick={() => (writes = 'this')}
            >about {variety.name}</button
          >
        {:else}<button class="act" aria-expanded={writes === 'new'} onclick={() => (writes = 'new')}
            >it is a variety of our own</button
          >{/if}
        {#if divisible}<button class="act ml-4" aria-expanded={dividing} onclick={() => (dividing = !dividing)}
            >part of it is another</button
          >{/if}
      </p>
      {#if dividing && divisible}<Divide {patch} ways={shown.crop.ways} done={() => (dividing = false)} />{/if}
      <label class="field"
        >In each hole<input
          type="number"
          min={LIMITS.inEach[0]}
          max={LIMITS.inEach[1]}
          value={sum.in_each}
          onchange={(event) => inEach(event.currentTarget.value)}
          name="in-each"
        /></label
      >
      <p class="quiet self-end">
        {#if patch.planted.in_each !== null}yours; <button
            class="act"
            onclick={() => garden.send({ do: 'set-in-each', patch: patch.id, in_each: null })}>as usual</button
          >{:else if sum.in_each > sum.per_hole}thin to {sum.per_hole === 1 ? 'the strongest' : sum.per_hole}{/if}
      </p>
      <label class="field"
        >In from<input
          type="date"
          value={patch.from}
          onchange={(event) => event.currentTarget.value && change({ from: event.currentTarget.value })}
          name="from"
        /></label
      >
      <label class="field"
        >Out by<input
          type="date"
          value={patch.until}
          onchange={(event) => event.currentTarget.value && change({ until: event.currentTarget.value })}
          name="until"
        /></label
      >
    </div>
    {#if sum.holes < fits}<p class="quiet mt-1">
        {count(fits * sum.per_hole, 'would fit', 'would fit')}.
        <button class="act" onclick={() => change({ holes: null })}>as many as fit</button>
      </p>{/if}
  {/if}
  <Findings {findings} />
  {#if way}<CropFacts crop={shown.crop} {way} />{/if}
  {#if shown.crop.seed}<SeedSaving crop={shown.crop.key} variety={variety?.id ?? null} />{/if}
  {#if garden.mayChange}
    <div class="foot">
      <button class="act" onclick={() => garden.send({ do: 'lock', patch: patch.id, locked: !patch.locked })}
        >{patch.locked ? 'let it move' : 'keep it here'}</button
      >
      {#if !patch.locked}<button class="act" onclick={remove}>remove this patch</button>{/if}<span class="quiet"
        >Escape puts it down</span
      >
    </div>
  {/if}
{/if}
