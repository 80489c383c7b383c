<script lang="ts">
  // What each school of spacing gives on this patch, side by side; one is chosen by its line.
  import { LIMITS } from '../../generated/Limits';
  import type { School } from '../../generated/api';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import { count } from '../../words/lengths';
  import { sameSchool, schoolName, schoolWords, UNSUITED } from '../../words/schools';
  import { dayMonth } from '../../words/dates';

  let { shown }: { shown: Shown } = $props();
  const { garden } = useOpenGarden();

  const answer = new AnswerState(garden, () => ({ ask: 'schools', patch }));
  const counts = $derived(answer.is ?? []);
  const held = $derived(shown.reckoning.sum.school);
  const told = $derived(counts.find((one) => sameSchool(one.school, held)));
  const squares = $derived(counts[0]?.plants ?? 0);
  const patch = $derived(shown.patch.id);
  let percent = $state(80);
  let seeds = $state(3);

  function choose(school: School) {
    void garden.send({ do: 'set-school', over: { of: 'patch', patch }, school });
  }

  const truth = $derived.by(() => {
    const staggered = counts.find((one) => one.school.is === 'staggered');
    if (!staggered || staggered.unsuited || staggered.plants > squares) return '';
    return staggered.plants === squares
      ? 'On this ground triangles hold no more than squares do.'
      : `On this ground triangles hold ${count(squares - staggered.plants, 'plant', 'plants')} fewer than squares do.`;
  });
</script>

<h3>By the schools</h3>
<ul class="schools text-[14.5px]" data-schools>
  {#each counts as one (schoolName(one.school))}
    {@const chosen = sameSchool(one.school, held)}
    <li data-school={schoolName(one.school)} data-chosen={chosen}>
      {#if one.unsuited}
        <span class="text-soot-2">{schoolName(one.school)}</span>
        <span class="text-[12.5px] text-soot-2 italic">{UNSUITED[one.unsuited]}</span>
      {:else}
        <button
          class="name"
          aria-pressed={chosen}
          disabled={!garden.mayChange || chosen}
          title={schoolWords(one.school)}
          onclick={() => choose(one.school)}>{schoolName(one.school)}</button
        >
        <span class="figure">{one.plants}</span>
      {/if}
    </li>
  {/each}
</ul>
{#if truth}<p class="quiet" data-truth>{truth}</p>{/if}
<p class="quiet mt-1">{schoolWords(held)}</p>
{#if held.is === 'close' || held.is === 'scatter'}
  <p class="quiet mt-1">
    {#if held.is === 'close'}
      It eats {told?.feeding_percent ?? 100} % of what the usual number would. Share that out over the season, and never give
      more at once or in all than the label allows{shown.reckoning.closes
        ? `; weed until about ${dayMonth(shown.reckoning.closes)}, when the leaves meet`
        : ''}.
    {:else}{count(told?.seeds ?? 0, 'seed', 'seeds')} to strew.{/if}
  </p>
{/if}
{#if garden.mayChange}
  <p class="mt-1 flex flex-wrap items-end gap-x-5">
    {#if held.is === 'close'}
      <label class="field w-[7em]"
        >% of the distance<input
          type="number"
          min={LIMITS.closePercent[0]}
          max={LIMITS.closePercent[1]}
          bind:value={percent}
          onchange={() => choose({ is: 'close', percent })}
          name="close-percent"
        /></label
      >
    {:else if held.is === 'scatter'}
      <label class="field w-[7em]"
        >Seeds a place<input
          type="number"
          min={LIMITS.scatterSeeds[0]}
          max={LIMITS.scatterSeeds[1]}
          bind:value={seeds}
          onchange={() => choose({ is: 'scatter', seeds })}
          name="scatter-seeds"
        /></label
      >
    {/if}
    {#if shown.patch.planted.school}
      <button class="act" onclick={() => garden.send({ do: 'set-school', over: { of: 'patch', patch }, school: null })}
        >as the bed is</button
      >
    {/if}
  </p>
{/if}

<style>
  .schools li {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 10px;
    min-height: 25px;
    border-bottom: 1.4px dotted var(--color-hair);
  }
  .name {
    min-height: 24px;
    cursor: pointer;
    text-align: left;
    color: var(--color-soot);
  }
  .name:not(:disabled):hover {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .name:disabled {
    cursor: default;
  }
  li[data-chosen='true'] {
    font-weight: 700;
  }
  .figure {
    font-family: var(--font-serif);
    font-size: 16px;
    color: var(--color-soot-2);
  }
  li[data-chosen='true'] .figure {
    color: var(--color-chestnut);
  }
</style>
