<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { provide } from '../state/context';
  import { viewName, type Desk } from '../state/desk.svelte';
  import type { GardenState } from '../state/garden.svelte';
  import BedView from '../views/bed/BedView.svelte';
  import YardView from '../views/yard/YardView.svelte';
  import Help from './Help.svelte';
  import { frameKey } from './keys';
  import { measure } from './paper';
  import Spine from './Spine.svelte';
  import TopBar from './TopBar.svelte';
  import Unreached from './Unreached.svelte';
  import YearRibbon from './YearRibbon.svelte';

  interface Props {
    garden: GardenState;
    desk: Desk;
    name: string;
    leave: () => void;
    signOut: () => Promise<void>;
  }
  let { garden, desk, name, leave, signOut }: Props = $props();
  provide(untrack(() => ({ garden, desk })));

  onMount(() => {
    const moved = () => (location.pathname === '/' ? leave() : desk.read(location.pathname));
    addEventListener('popstate', moved);
    return () => removeEventListener('popstate', moved);
  });

  // What was written down on the round is seen in the other views.
  $effect(() => {
    if (desk.view !== 'rounds' && garden.outdated) void untrack(() => garden.reread());
  });

  const title = $derived(`${garden.site.name}: ${viewName(desk.view)} · Patient Sparrow`);
</script>

<svelte:head><title>{title}</title></svelte:head>
<svelte:window
  onkeydown={(event) => frameKey(event, garden, desk)}
  onbeforeprint={measure}
  ononline={() => garden.lineIsBack()}
/>

<div class="frame">
  <Spine />
  <TopBar {name} {leave} {signOut} />
  {#if desk.view === 'yard'}<YardView />{:else if desk.view === 'turns'}
    <!-- Loaded when it is first opened; few open it every day. -->
    {#await import('../views/turns/TurnsView.svelte') then { default: TurnsView }}<TurnsView />{:catch}<Unreached
      />{/await}
  {:else if desk.view === 'wants'}
    {#await import('../views/wants/WantsView.svelte') then { default: WantsView }}<WantsView />{:catch}<Unreached
      />{/await}
  {:else if desk.view === 'season'}
    {#await import('../views/season/SeasonView.svelte') then { default: SeasonView }}<SeasonView />{:catch}<Unreached
      />{/await}
  {:else if desk.view === 'tin'}
    {#await import('../views/tin/TinView.svelte') then { default: TinView }}<TinView />{:catch}<Unreached />{/await}
  {:else if desk.view === 'rounds'}
    {#await import('../views/rounds/RoundsView.svelte') then { default: RoundsView }}<RoundsView />{:catch}<Unreached
      />{/await}
  {:else if desk.view === 'people'}
    {#await import('../views/people/PeopleView.svelte') then { default: PeopleView }}<PeopleView
        {leave}
      />{:catch}<Unreached />{/await}
  {:else}<BedView />{/if}
  <YearRibbon />
</div>
<Help />

<style>
  /* Views fill the two middle cells: the drawing and the slip. */
  .frame {
    display: grid;
    height: 100%;
    grid-template: 46px minmax(0, 1fr) auto / 96px minmax(0, 1fr) 340px;
    grid-template-areas: 'spine top slip' 'spine plan slip' 'spine ribbon slip';
  }
  @media (max-width: 900px) {
    .frame {
      height: auto;
      min-height: 100%;
      grid-template: auto auto auto auto auto / minmax(0, 1fr);
      grid-template-areas: 'spine' 'top' 'plan' 'ribbon' 'slip';
    }
  }
</style>
