<script lang="ts">
  // The years as a whole: what the plan costs, the search for it, what is worth saying.
  import { LETTERS } from '../../generated/Limits';
  import type { Tie, TurnsView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { yearName } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { NEEDS, NOTES, placeName, SCHOOLS } from '../../words/turns';

  let { turns, view }: { turns: TurnsState; view: TurnsView } = $props();
  const { garden } = useOpenGarden();

  const wishes = $derived(turns.turns.wishes);
  const planned = $derived(view.cells.some((cell) => cell.kind === 'planned'));
  const ties = $derived(view.ties.filter((tie) => !tie.planted));
  const settled = $derived(view.ties.filter((tie) => tie.planted));
  const clashes = $derived(ties.length);
  const short = $derived(view.short.reduce((sum, [, , squares]) => sum + squares, 0));
  const spread = $derived(view.against.split);
  const known = $derived(turns.known);
  const notes = $derived(view.notes.filter((note) => note.year >= view.first));
  let name = $state('');

  /** The largest bed that could have a trellis and has none. */
  const bare = $derived(
    garden.view.garden.beds
      .filter((bed) => bed.kind.kind !== 'container' && bed.trellises.length === 0)
      .sort((a, b) => b.length * b.width - a.length * a.width)[0],
  );

  /** The same wish without what no ground here has. */
  function without(id: number, need: string) {
    const wish = wishes.find((one) => one.id === id)?.wish;
    if (wish)
      void turns.change({ turn: 'change-wish', id, wish: { ...wish, needs: { ...wish.needs, [need]: false } } });
  }
</script>

<h2>{yearName(view.first, garden.southern)} to {yearName(view.until, garden.southern)}</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {count(view.plots.length, 'piece of ground', 'pieces of ground')}, {count(wishes.length, 'wish', 'wishes')};
  {SCHOOLS[turns.turns.school].name}
</p>
{#if wishes.length === 0}
  <p class="mt-3">
    Nothing is wished for yet. <button class="act" onclick={() => turns.choose({ is: 'wishes' })}
      >say what you would grow</button
    >
  </p>
{:else if !planned && !turns.searching}
  <p class="mt-3">No plan lies on the table. The best one for these wishes can be looked for.</p>
{:else}
  <p class="mt-3 flex items-end gap-3" data-clashes={clashes}>
    <span class="big">{clashes}</span>
    <span
      >{clashes === 1 ? 'family comes' : 'families come'} back too soon<br />
      <span class="quiet" data-known
        >{#if turns.searching}looking for better; this is the best so far
        {:else if known?.proven}no plan is better: proved{known.seconds > 0 ? ` in ${known.seconds.toFixed(1)} s` : ''}
        {:else if known}the best that was found in {known.seconds.toFixed(0)} s; a better one is possible
        {:else if turns.draft === null}as kept; look again to learn if a better one is possible
        {:else}stopped{/if}</span
      ></span
    >
  </p>
  <ul class="rows mt-2">
    <li class="flex justify-between">
      <span>squares short</span><span class="font-serif text-chestnut">{short}</span>
    </li>
    <li class="flex justify-between">
      <span>families too soon</span><span class="font-serif text-chestnut">{clashes}</span>
    </li>
    <li class="flex justify-between">
      <span>hungry after hungry</span><span class="font-serif text-chestnut">{view.against.hungry}</span>
    </li>
    <li class="flex justify-between">
      <span>crops split over ground</span><span class="font-serif text-chestnut">{spread}</span>
    </li>
  </ul>
{/if}
{#if garden.mayChange || !planned}
  <p class="mt-2 flex flex-wrap gap-x-5">
    {#if turns.searching}<button class="act" onclick={() => turns.stop()}>stop, keep this</button>
    {:else if wishes.length > 0}<button class="act" onclick={() => turns.propose()}
        >{planned ? 'look again' : 'propose the years'}</button
      >{/if}
    {#if turns.draft && !turns.searching}
      <button class="act" onclick={() => (turns.draft = null)}
        >leave it{turns.followed ? `, back to ${turns.followed.name}` : ''}</button
      >
    {/if}
  </p>
{/if}
{#if turns.draft && !turns.searching && garden.mayChange}
  <form
    class="mt-2 grid grid-cols-[1fr_auto] items-end gap-3"
    aria-label="Keep this plan"
    onsubmit={(event) => {
      event.preventDefault();
      void turns.keep(name || (turns.followed?.name ?? 'First plan'));
    }}
  >
    <label class="field"
      >Its name<input
        bind:value={name}
        maxlength={LETTERS.name}
        placeholder={turns.followed?.name ?? 'First plan'}
        name="plan-name"
      /></label
    >
    <button class="act">keep this plan</button>
  </form>
{/if}
{#snippet list(heading: string, some: Tie[])}
  <h3>{heading}</h3>
  <ol class="rows">
    {#each some as tie (tie.number)}
      <li class="flex gap-2">
        <span class="mark">{tie.number}</span>
        <button
          class="min-h-6 cursor-pointer text-left hover:underline"
          onclick={() => turns.choose({ is: 'tie', tie })}
          >{garden.familyName(tie.family)}, {placeName(garden, tie.at, view.plots)}
          <span class="quiet">{yearName(tie.earlier, garden.southern)} and {yearName(tie.later, garden.southern)}</span
          ></button
        >
      </li>
    {/each}
  </ol>
{/snippet}
{#if ties.length}{@render list('Too soon in this plan', ties)}{/if}
{#if short > 0}
  <h3>Short of ground</h3>
  <ul class="rows">
    {#each view.short as [wish, year, squares] (`${wish} ${year}`)}
      <li class="flex justify-between">
        <span>{garden.wishName(wish)} in {yearName(year, garden.southern)}</span><span
          >{count(squares, 'square', 'squares')}</span
        >
      </li>
    {/each}
  </ul>
{/if}
{#if view.lacking.length}
  <h3>Asked for and not here</h3>
  <ul class="rows">
    {#each view.lacking as { wish, need, squares } (`${wish} ${need}`)}
      <li>
        {garden.wishName(wish)} wants {NEEDS[need] ?? need}; {squares === 0
          ? 'no ground has it'
          : `${count(squares, 'square has', 'squares have')} it`}.
        {#if garden.mayChange}<button class="act" onclick={() => without(wish, need)}>let it do without</button>
          {#if need === 'trellis' && bare}<button
              class="act"
              onclick={() => turns.change({ turn: 'trellis', bed: bare.id })}>a trellis on {bare.name}</button
            >{/if}{/if}
      </li>
    {/each}
  </ul>
{/if}
{#if notes.length}
  <h3>Year after year</h3>
  <ul class="rows mb-3 text-[14.5px]">
    {#each notes as note (`${note.year} ${note.at.bed} ${note.at.piece} ${note.kind} ${note.first} ${note.then}`)}
      <li>
        {NOTES[note.kind](note.first, note.then)}
        <span class="quiet">{placeName(garden, note.at, view.plots)}, {yearName(note.year, garden.southern)}</span>
      </li>
    {/each}
  </ul>
{/if}
{#if settled.length}{@render list('Too soon already, past or planted', settled)}{/if}
