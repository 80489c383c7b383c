<script lang="ts">
  import { useOpenGarden } from '../state/context';
  import { renewed } from '../state/renewed.svelte';
  import { plusDays, yearName } from '../words/dates';
  import { undoWord } from '../words/commands';

  interface Props {
    name: string;
    leave: () => void;
    signOut: () => Promise<void>;
  }
  let { name, leave, signOut }: Props = $props();
  const { garden, desk } = useOpenGarden();

  const year = $derived(yearName(garden.season.year, garden.southern));

  function turn(years: number) {
    const days = dayOffset(years);
    void garden.look(plusDays(garden.needle, days));
  }

  // A year and its leap day, so that the needle stays on its day of the year.
  function dayOffset(years: number): number {
    const [y, rest] = [Number(garden.needle.slice(0, 4)), garden.needle.slice(4)];
    const there = `${y + years}${rest === '-02-29' ? '-02-28' : rest}`;
    return Math.round((Date.parse(there) - Date.parse(garden.needle)) / 86_400_000);
  }
</script>

<header class="top">
  <h1>
    <button class="name" onclick={leave} title={`${garden.site.name}: to all gardens`}>{garden.site.name}</button>
  </h1>
  <span class="year" role="group" aria-label="Year">
    <button onclick={() => turn(-1)} aria-label="the year before">‹</button>
    {year}
    <button onclick={() => turn(1)} aria-label="the year after">›</button>
  </span>
  {#if renewed.ready}
    <button class="act" onclick={() => renewed.load()}>A new version is ready: load it</button>
  {/if}
  {#if !garden.mayChange}<span class="quiet">to look at, not to change</span>{/if}
  <span class="grow"></span>
  {#if garden.mayChange}
    {#if desk.ownUndo}
      <button
        class="undo"
        disabled={!desk.ownUndo()}
        title="strike out what was written down here last"
        onclick={() => desk.ownUndo?.()?.()}>undo</button
      >
    {:else}
      <button disabled={!garden.view.undo} title={undoWord('undo', garden.view.undo)} onclick={() => garden.undo()}
        >undo</button
      >
      <button disabled={!garden.view.redo} title={undoWord('redo', garden.view.redo)} onclick={() => garden.redo()}
        >redo</button
      >
    {/if}
  {/if}
  <button
    aria-current={desk.view === 'people' ? 'page' : undefined}
    onclick={() => desk.open('people')}
    title="who may come in, and who changed what">people</button
  >
  <a href={`/api/v1/gardens/${garden.view.id}/export`} download>keep as a file</a>
  <button onclick={() => print()} title="this view on paper">print</button>
  <button onclick={() => (desk.helpOpen = true)}>keys ?</button>
  <button onclick={signOut} title={`signed in as ${name}`}>sign out</button>
</header>

<style>
  .top {
    grid-area: top;
    display: flex;
    align-items: baseline;
    gap: 4px 15px;
    white-space: nowrap;
    padding: 8px 16px 6px 18px;
    border-bottom: 1px solid var(--color-hair);
    font-size: 15px;
    color: var(--color-soot-2);
  }
  /* A long name gives way to what stands beside it. */
  h1 {
    flex: 0 1 auto;
    min-width: 4em;
    font-size: 19px;
    color: var(--color-soot);
  }
  .name {
    display: block;
    max-width: min(19em, 100%);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    cursor: pointer;
  }
  .name:hover {
    text-decoration: underline;
  }
  .year {
    font-family: var(--font-serif);
    font-size: 18px;
    color: var(--color-chestnut);
    white-space: nowrap;
  }
  .year button {
    padding: 0 4px;
    min-width: 24px;
    cursor: pointer;
  }
  .top > :is(button, a) {
    cursor: pointer;
    min-height: 24px;
  }
  .top > :is(button, a):hover:not(:disabled) {
    color: var(--color-chestnut);
    text-decoration: underline;
  }
  @media (max-width: 900px) {
    .top {
      flex-wrap: wrap;
    }
  }
  button:disabled {
    color: #6d6257;
    cursor: default;
    opacity: 0.8;
  }
</style>
