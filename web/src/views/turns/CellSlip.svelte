<script lang="ts">
  // One piece of ground in one year: what is there, and what may be said about it.
  import type { Piece, Straight, TurnsView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { yearName } from '../../words/dates';
  import { count, squares } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { NOTES, partWords, placeName, standingWords } from '../../words/turns';

  let { turns, view, at, year }: { turns: TurnsState; view: TurnsView; at: Piece; year: number } = $props();
  const { garden, desk } = useOpenGarden();

  const here = (one: Piece) => one.bed === at.bed && one.piece === at.piece;
  const plot = $derived(view.plots.find((one) => here(one.at)));
  const cells = $derived(view.cells.filter((cell) => cell.year === year && here(cell.at)));
  const notes = $derived(view.notes.filter((note) => note.year === year && here(note.at)));
  const planned = $derived(year >= view.first);
  const closed = $derived(turns.turns.closed.some((one) => one.year === year && here(one.at)));
  const unknown = $derived(view.unknown.some(([bed, one]) => bed === at.bed && one === year));
  const sections = $derived(garden.reckonedBed(at.bed)?.sections ?? 1);
  let words = $state('');
  let straight = $state.raw<Straight | null>(null);

  const pinned = (wish: number) => turns.turns.pins.find((pin) => pin.wish === wish && pin.year === year);

  /** Which section of the bed this piece is, where the two are the same thing. */
  function section(): number | null {
    const whole = turns.turns.unit !== 'section' || turns.turns.divided.includes(at.bed) || sections === 1;
    return whole ? null : at.piece;
  }

  async function remember(event: SubmitEvent) {
    event.preventDefault();
    const send = (some: string) =>
      turns.change({ turn: 'remember', bed: at.bed, section: section(), year, words: some });
    if (await send(words)) return void (words = '');
    // What is clear is taken; what is not stays in the field and is told of.
    const names = words
      .split(/[,;]/)
      .map((one) => one.trim())
      .filter(Boolean);
    if (names.length < 2) return;
    const left: string[] = [];
    for (const one of names) if (!(await send(one))) left.push(one);
    words = left.join(', ');
    if (words) void send(words);
  }

  function where(wish: number) {
    garden.asks({ ask: 'straight', wish, year, entries: turns.entries }, (answer) => (straight = answer));
  }
</script>

<h2>{placeName(garden, at, view.plots)}</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {yearName(year, garden.southern)}; {count(plot?.squares ?? 0, 'square', 'squares')}
</p>
{#if cells.length === 0}
  <p class="mt-3">
    {closed
      ? 'It lies fallow, or under a green manure.'
      : unknown
        ? 'Nobody knows what stood here. It is taken as free of every family.'
        : planned
          ? 'Nothing is planned here.'
          : 'Nothing is remembered here. It is taken as free of every family.'}
  </p>
{/if}
<ul class="rows mt-2" data-here>
  {#each cells as cell, n (n)}
    {@const wish = cell.wish}
    {@const id = cell.past}
    <li>
      <span class="flex justify-between gap-2">
        <strong class="font-medium">{upper(garden.cellName(cell))}</strong>
        <span class="font-serif text-chestnut">{cell.centisquares === null ? '' : squares(cell.centisquares)}</span>
      </span>
      <span class="quiet"
        >{garden.familyName(cell.family)}{cell.kind === 'remembered' ? '' : `, ${partWords(cell.parts)}`}{cell.stays
          ? '; stays where it is'
          : ''}</span
      >
      {#if garden.mayChange}
        <span class="flex gap-4">
          {#if wish !== null}
            <button
              class="act"
              onclick={() => turns.change({ turn: 'pin', pin: { wish, year, at }, fixed: !pinned(wish) })}
              >{pinned(wish) ? 'let it move' : 'keep it here'}</button
            >
            <button class="act" onclick={() => where(wish)}>where else?</button>
          {:else if cell.kind === 'remembered' && id !== null}
            <button class="act" onclick={() => garden.send({ do: 'forget', past: id })}>forget it</button>
          {:else if cell.patch !== null}
            <button class="act" onclick={() => desk.open('bed', at.bed)}>open the bed</button>
          {/if}
        </span>
      {/if}
    </li>
  {/each}
</ul>
{#each notes as note, n (n)}<p class="quiet mt-2">{NOTES[note.kind](note.first, note.then)}.</p>{/each}
{#if straight}
  {@const wished = straight}
  <h3>
    Where {garden.wishName(wished.wish)} could go in
    {yearName(year, garden.southern)}
  </h3>
  <ul class="rows" data-straight>
    {#each wished.lines as [place, standing] (`${place.bed} ${place.piece}`)}
      <li>
        <span class="flex justify-between gap-2">
          <span>{placeName(garden, place, view.plots)}</span>
          {#if !here(place) && garden.mayChange && standing.is !== 'lacks'}
            <button
              class="act"
              onclick={() => turns.argue({ wish: wished.wish, year, at: place })}
              aria-label={`put it in ${placeName(garden, place, view.plots)}`}>put it there</button
            >
          {/if}
        </span>
        <span class={standing.is === 'too-soon' ? 'trouble text-[14px]' : 'quiet'}
          >{standingWords(standing, garden.southern)}</span
        >
      </li>
    {/each}
  </ul>
{/if}
{#if garden.mayChange}
  {#if planned}
    <p class="mt-3">
      <button class="act" onclick={() => turns.change({ turn: 'close', closing: { at, year }, closed: !closed })}
        >{closed ? 'plant it again' : 'let it lie fallow'}</button
      >
    </p>
  {:else}
    <form class="mt-3 mb-3" onsubmit={remember} aria-label="Remember what stood here">
      <label class="field"
        >What stood here<input
          bind:value={words}
          name="stood"
          required
          maxlength="200"
          placeholder="tomatoes, potatoes"
          list="crops-known"
          autocomplete="off"
        /></label
      >
      <datalist id="crops-known"
        >{#each garden.catalogue.crops as crop (crop.key)}<option value={crop.plural}></option>{/each}</datalist
      >
      <p class="mt-1 flex gap-4">
        <button class="act">remember this</button>
        {#if !unknown}<button
            class="act"
            type="button"
            onclick={() => turns.change({ turn: 'dont-know', unknown: { bed: at.bed, year }, is: true })}
            >don’t know</button
          >{/if}
      </p>
      <p class="quiet">
        Names with commas between, crops or families. What nobody knows counts as free of every family; a clash with it
        cannot be seen.
      </p>
    </form>
  {/if}
{/if}
