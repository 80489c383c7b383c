<script lang="ts">
  // One crop after another on the same ground, and what to do when the first is late.
  import type { SeasonView, SlipChoice } from '../../generated/api';
  import { untrack } from 'svelte';
  import SearchLine from '../../parts/SearchLine.svelte';
  import { useOpenGarden } from '../../state/context';
  import { SearchState } from '../../state/search.svelte';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { GATES, slipWords } from '../../words/season';

  interface Props {
    season: SeasonState;
    view: SeasonView;
    first: number;
    then: number;
  }
  let { season, view, first, then }: Props = $props();
  const { garden } = useOpenGarden();

  const hand = $derived(view.hand_offs.find((one) => one.first === first && one.then === then));
  const patch = $derived((id: number) => garden.view.garden.patches.find((one) => one.id === id));
  const crop = $derived((id: number) => garden.crop(patch(id)?.planted.crop ?? ''));
  const mark = $derived(
    view.to_settle.find((one) => one.what.about === 'hand-off' && one.what.first === first && one.what.then === then),
  );
  const late = $derived(hand?.late ?? false);
  const ways = untrack(() => new SearchState<'late'>(garden));
  const choices = $derived(ways.found?.is ?? null);

  // The search is the server's: it begins with the hand-off that is shown, and ends with it.
  $effect(() => {
    if (late) ways.start({ search: 'late', first, then });
    return () => ways.clear();
  });

  function expect(free: string) {
    const before = patch(first);
    if (before)
      void season.replan(
        [{ change: 'timing', patch: first, timing: { ...before.timing, free_on: free || null } }],
        false,
      );
  }

  async function take(choice: SlipChoice) {
    if (await season.replan(choice.changes, true)) season.choose({ is: 'patch', patch: then });
  }
</script>

<div class="flex items-baseline gap-3">
  {#if mark}<span class="mark">{mark.number}</span>{/if}
  <h2>{upper(crop(first)?.name ?? '')}, then {crop(then)?.name}</h2>
</div>
{#if hand}
  <p class="quiet border-b-2 border-hair pb-2">on the same ground of {garden.bed(hand.bed)?.name}</p>
  <div class="mt-3 flex items-end gap-3">
    <span class="big" class:text-rosehip={late}>{Math.abs(hand.ground_waits)}</span>
    <span
      >{Math.abs(hand.ground_waits) === 1 ? 'day' : 'days'}
      {late ? 'too late' : 'the ground lies idle'}<br /><span class="quiet"
        >free after {dayMonth(hand.free)}, wanted on {dayMonth(hand.wanted)}</span
      ></span
    >
  </div>
  {#if hand.sow}<p class="mt-1">
      Its seedlings are sown on {dayMonth(hand.sow)} to be ready that day{hand.seedlings_wait > 0
        ? `, and would wait ${count(hand.seedlings_wait, 'day', 'days')}`
        : ''}.
    </p>{/if}
  {#if garden.mayChange}
    <label class="field mt-2 w-44"
      >The first is expected to be out on<input
        type="date"
        name="expected"
        value={patch(first)?.timing.free_on ?? hand.free}
        onchange={(event) => expect(event.currentTarget.value)}
      /></label
    >
  {/if}
  {#if late}
    <h3>Ways out, each worked out</h3>
    <SearchLine search={ways} looking="Working them out …" />
    <ul class="rows" data-ways-out>
      {#each choices ?? [] as choice, n (n)}
        {@const next = crop(then)}
        {@const words = next ? slipWords(garden, choice.kind, next) : { title: '', body: '' }}
        <li data-way-out={choice.kind.do}>
          {#if garden.mayChange}<button class="act" onclick={() => take(choice)}>{words.title}</button>
          {:else}<strong>{words.title}</strong>{/if}
          <br /><span class="quiet"
            >{words.body}
            {choice.ripe ? `Ripe about ${dayMonth(choice.ripe)}.` : 'It would not ripen.'}
            {choice.moves > 0 ? `${count(choice.moves, 'planting moves', 'plantings move')} along.` : ''}</span
          >
          {#if choice.gate}<br /><span class="trouble">But {GATES[choice.gate]}.</span>{/if}
        </li>
      {:else}
        {#if choices && !ways.going && !ways.trouble}<li class="quiet">None that the rules would let be made.</li>{/if}
      {/each}
    </ul>
  {/if}
{:else}<p class="quiet mt-2">These two no longer share ground one after the other.</p>{/if}
