<script lang="ts">
  // Asks how the bed might be laid out for a list of wishes, shows the answers, and plants one.
  import { LIMITS } from '../../../generated/Limits';
  import { untrack } from 'svelte';
  import type { Bed, BedWish, Staying } from '../../../generated/api';
  import { AnswerState } from '../../../state/answer.svelte';
  import CropNames from '../../../parts/CropNames.svelte';
  import SearchLine from '../../../parts/SearchLine.svelte';
  import { useOpenGarden } from '../../../state/context';
  import { SearchState } from '../../../state/search.svelte';
  import { counted, stayWords, whyWords, withProposal } from '../../../words/arranging';
  import { count } from '../../../words/lengths';
  import { squareSize, tell } from '../../../words/reasons';
  import { upper } from '../../../words/text';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  const year = $derived(garden.season.year);
  /** A year's plan may have brought its own amounts. */
  const brought = untrack(() => (desk.amounts?.bed === bed.id ? desk.amounts.wishes : null));
  desk.amounts = null;
  // What lies there and may be laid elsewhere is the list, until it is changed.
  let wishes: BedWish[] = $state(brought ?? []);
  let stays: Staying[] = $state.raw([]);
  untrack(() =>
    garden.asks({ ask: 'movable', bed: bed.id, year }, (there) => {
      if (!brought) wishes = there.wishes;
      stays = there.stays;
    }),
  );
  const search = untrack(() => new SearchState<'arrange'>(garden));
  const answer = $derived(search.found?.is ?? null);
  const asking = $derived({ bed: bed.id, year, wishes: wishes.map((wish) => ({ ...wish })), anew: true });
  const room = untrack(
    () => new AnswerState<'squares'>(garden, () => (wishes.length ? { ask: 'squares', ...asking } : null)),
  );
  const over = $derived(room.is ? room.is.asked.reduce((sum, one) => sum + one, 0) - room.is.there : 0);
  const nameOf = (wish: number) => garden.crop(wishes[wish]?.crop ?? '');
  /** '2 radishes (1 square)'. */
  const cut = ([wish, plants, frees]: [number, number, number]) =>
    `${count(plants, nameOf(wish)?.name ?? '', nameOf(wish)?.plural ?? '')} (${count(frees, 'square', 'squares')})`;
  let chosen = $state(0);
  const shown = $derived(Math.min(chosen, (answer?.proposals.length ?? 1) - 1));
  const proposal = $derived(answer?.proposals[shown] ?? null);

  /** Looks longer and longer, until stopped; each answer is at least as good as the last, and is kept. */
  function look() {
    chosen = 0;
    search.start({ search: 'arrange', bed: bed.id, year, wishes: $state.snapshot(wishes), anew: true });
  }

  const staying = $derived(stayWords(stays, (patch) => garden.named(garden.shown(patch)?.patch.planted)));
  /** What nothing in the list names, and is taken away. */
  const gone = $derived((answer?.gone ?? []).map((patch) => garden.named(garden.shown(patch)?.patch.planted)));
  /** What the bed will ask to be settled about a patch, once it is planted so. */
  const warnings = $derived.by(() => {
    if (!proposal) return [];
    const planted = withProposal(garden.view, proposal);
    return proposal.findings
      .filter((one) => one.weight === 'settle' && !one.kept)
      .map((one) => ({ patch: one.patch, key: one.key, heading: tell(planted, garden.catalogue, one).heading }));
  });
  const warningsOf = (patch: number) => warnings.filter((one) => one.patch === patch);

  const speaks = $derived(proposal ? counted(proposal.patches) : []);

  /** What finds no room, or not for all: 'potato, 3 of 23'. */
  const missed = $derived([
    ...(proposal?.left_out ?? []).map((wish) => garden.named(wishes[wish])),
    ...(proposal?.short ?? []).map(
      ([wish, plants]) => `${garden.named(wishes[wish])}, ${plants} of ${wishes[wish]?.plants ?? 0}`,
    ),
  ]);

  $effect(() => () => search.clear());
  $effect(() => {
    desk.preview = (proposal?.patches ?? []).map((one) => ({
      rect: one.place.rect,
      ticket: garden.crop(one.place.planted.crop)?.ticket ?? '',
      later: garden.needle < one.place.from || garden.needle > one.place.until,
    }));
  });

  async function plant() {
    if (!proposal) return;
    // Where it all lies so already there is nothing to change.
    if (
      proposal.changes.length === 0 ||
      (await garden.send({ do: 'replan', changes: proposal.changes, follow: false }))
    )
      desk.leaveTask();
  }

  /** A crop that is added is wished for as often as a square holds it. */
  async function add(crop: string, said: string | null) {
    const way = said ?? garden.crop(crop)?.ways[0]?.key;
    if (way === undefined) return false;
    const wish = { crop, way, plants: 1, must: false, from: null, until: null, patch: null };
    garden.asks({ ask: 'in-hand', crop, way }, ({ plants }) => wishes.push({ ...wish, plants: Math.max(1, plants) }));
    search.clear();
    return true;
  }
</script>

<p class="quiet mt-2">What should find room here? All else of {bed.name} makes way, but for what stays.</p>
<ol class="rows mt-2" data-wishes>
  {#each wishes as wish, index (wish)}
    <li class="grid grid-cols-[minmax(0,1fr)_3.4em_auto_auto] items-end gap-2">
      <span
        >{upper(garden.crop(wish.crop)?.name ?? '')}
        {#if (garden.crop(wish.crop)?.ways.length ?? 0) > 1}
          <select
            class="min-h-[24px] max-w-full bg-transparent text-[14px] text-soot-2"
            aria-label={`How ${garden.named(wish)} is grown`}
            bind:value={wish.way}
            onchange={() => search.clear()}
          >
            {#each garden.crop(wish.crop)?.ways ?? [] as one (one.key)}<option value={one.key}>{one.name}</option
              >{/each}
          </select>
        {/if}
        <span class="quiet block">{room.is?.asked[index] ? count(room.is.asked[index], 'square', 'squares') : ''}</span
        ></span
      >
      <label class="field"
        ><span class="sr-only">Plants of {garden.named(wish)}</span><input
          type="number"
          min={LIMITS.plants[0]}
          max={LIMITS.plants[1]}
          bind:value={wish.plants}
          onchange={() => search.clear()}
        /></label
      >
      <select
        class="min-h-[28px] bg-transparent text-[14px]"
        aria-label={`How much ${garden.named(wish)} is wanted`}
        value={wish.must ? 'must' : 'room'}
        onchange={(event) => {
          wish.must = event.currentTarget.value === 'must';
          search.clear();
        }}
      >
        <option value="must">at least</option>
        <option value="room">if room</option>
      </select>
      <button
        class="act"
        aria-label={`Leave out ${garden.named(wish)}`}
        onclick={() => {
          wishes.splice(index, 1);
          search.clear();
        }}>out</button
      >
    </li>
  {:else}
    <li class="quiet">Nothing is wished for yet.</li>
  {/each}
</ol>
{#if room.is && wishes.length}
  <p class="mt-1" class:trouble={over > 0} data-room>
    {count(
      room.is.asked.reduce((sum, one) => sum + one, 0),
      'square',
      'squares',
    )} asked for, {room.is.there} there{over > 0
      ? `: ${over} too many. The cheapest to leave out: ${room.is.cuts.map(cut).join(', ')}`
      : ''}.
  </p>
{/if}
{#if stays.length}
  <p class="quiet mt-2" data-stays>
    {#each staying as [why, names] (why)}<span class="block">{upper(names.join(', '))}: {why}.</span>{/each}
  </p>
{/if}
<div class="mt-2"><CropNames label="Add crops" name="choice" action="add" take={add} /></div>
<p class="mt-2 flex flex-wrap gap-x-5">
  {#if search.going}
    <button class="act" onclick={() => search.stop()}>stop, keep this</button>
  {:else if !answer}
    <button class="act" disabled={wishes.length === 0} onclick={look}>arrange</button>
  {/if}
  {#if proposal && !search.going}<button class="act" onclick={plant} data-plant>plant it so</button>{/if}
</p>
<SearchLine {search} />
<div aria-live="polite">
  {#if answer && proposal}
    <p class="mt-2" data-found>
      {#if missed.length}
        <span class="trouble">No room for {missed.join(', ')}.</span>
      {:else}All of it finds room.{/if}
      {#if gone.length}<span data-gone>{upper(gone.join(', '))}: taken away.</span>{/if}
      {answer.proven && shown === 0
        ? 'Every layout with each crop in one piece was looked through; none is better.'
        : ''}
      <span class="quiet">Looked {count(answer.looked[0], 'round', 'rounds')} of {answer.looked[1]}.</span>
    </p>
    {#if answer.proposals.length > 1}
      <p class="mt-1 flex gap-5">
        {#each answer.proposals.keys() as index (index)}
          <button
            class="act"
            aria-pressed={shown === index}
            class:no-underline!={shown === index}
            onclick={() => (chosen = index)}>{index === 0 ? 'the best found' : 'a different one'}</button
          >
        {/each}
      </p>
    {/if}
    {#if speaks.length}
      <h3>What speaks for it</h3>
      <ul class="rows text-[14.5px]" data-split>
        {#each speaks as [what, good, bad] (what)}
          <li class="flex justify-between gap-3">
            <span>{what}</span>
            <span>{good ? `${good} for it` : ''}{good && bad ? ', ' : ''}{bad ? `${bad} against` : ''}</span>
          </li>
        {/each}
      </ul>
    {/if}
    <h3>Why each is where it is</h3>
    <ul class="mb-3" data-proposed>
      {#each proposal.patches as one, index (index)}
        <li class="mb-2">
          <strong class="font-medium"
            >{upper(garden.named(one.place.planted))}, {count(one.plants, 'plant', 'plants')}</strong
          >
          <span class="quiet">{squareSize(one.place.rect.w, one.place.rect.h)}</span>
          {#each warningsOf(one.patch) as warning (warning.key)}
            <p class="trouble" data-warning={warning.key}>To settle: {warning.heading}</p>
          {/each}
          <p class="quiet">{whyWords(garden, one.place.planted.crop, one.why, warningsOf(one.patch).length)}</p>
        </li>
      {/each}
    </ul>
  {/if}
</div>
