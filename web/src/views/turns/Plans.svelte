<script lang="ts">
  // Plans kept by name: which is followed, and two side by side.
  import type { TurnsView } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { count } from '../../words/lengths';

  let { turns, view }: { turns: TurnsState; view: TurnsView } = $props();
  const { garden } = useOpenGarden();

  const mine = $derived(turns.draft ? 'on the table' : (turns.followed?.name ?? 'on the table'));
  const clashes = (one: TurnsView) => one.ties.filter((tie) => !tie.planted).length;
  const shorts = (one: TurnsView) => one.short.reduce((sum, [, , squares]) => sum + squares, 0);
  const key = (one: TurnsView) =>
    one.cells
      .filter((cell) => cell.kind === 'planned')
      .map((cell) => `${cell.wish ?? 0} ${cell.year} ${cell.at.bed} ${cell.at.piece} ${cell.centisquares ?? 0}`);
  const unlike = $derived.by(() => {
    const other = turns.beside ? key(turns.beside.view) : [];
    return key(view).filter((one) => !other.includes(one)).length;
  });
  const rows = $derived([
    ['squares short', shorts],
    ['families too soon', clashes],
    ['hungry after hungry', (one: TurnsView) => one.against.hungry],
    ['crops split over ground', (one: TurnsView) => one.against.split],
  ] as [string, (one: TurnsView) => number][]);
</script>

<h2>Kept plans</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {count(turns.turns.plans.length, 'plan', 'plans')}, one of them followed
</p>
<ul class="rows mt-2" data-plans>
  {#each turns.turns.plans as plan (plan.id)}
    <li>
      <strong class="font-medium">{plan.name}</strong>
      {#if plan.followed}<span class="quiet">followed</span>{/if}
      <span class="flex gap-4">
        {#if !plan.followed && garden.mayChange}<button
            class="act"
            onclick={() => turns.change({ turn: 'follow-plan', id: plan.id }).then(() => (turns.draft = null))}
            >follow it</button
          >{/if}
        {#if turns.draft || !plan.followed}<button class="act" onclick={() => turns.compare(plan.id)}
            >lay it beside</button
          >{/if}
        {#if garden.mayChange}<button class="act" onclick={() => turns.change({ turn: 'forget-plan', id: plan.id })}
            >forget it</button
          >{/if}
      </span>
    </li>
  {:else}
    <li class="quiet">None yet. Propose the years, then keep what you like under a name.</li>
  {/each}
</ul>
{#if turns.beside}
  {@const beside = turns.beside}
  <h3>Side by side</h3>
  <table class="w-full text-[14.5px]" data-beside>
    <thead
      ><tr class="text-left align-bottom"
        ><th></th><th class="pr-2 font-medium">{mine}</th><th class="font-medium">{beside.name}</th></tr
      ></thead
    >
    <tbody>
      {#each rows as [label, figure] (label)}
        <tr class="border-b border-dotted border-hair"
          ><td class="py-1">{label}</td><td class="font-serif text-chestnut">{figure(view)}</td><td
            class="font-serif text-chestnut">{figure(beside.view)}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <p class="quiet mt-1">
    {unlike === 0
      ? 'They put everything in the same places.'
      : `${count(unlike, 'place', 'places')} of ${mine} ${unlike === 1 ? 'is' : 'are'} other in ${beside.name}.`}
    <button class="act" onclick={() => turns.compare(null)}>put it away</button>
  </p>
{/if}
