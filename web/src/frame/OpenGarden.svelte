<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { provide } from '../state/context';
  import type { Desk } from '../state/desk.svelte';
  import type { GardenState } from '../state/garden.svelte';
  import { viewOf } from '../views';
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
  provide(untrack(() => ({ garden, desk, leave })));

  onMount(() => {
    const moved = () => (location.pathname === '/' ? leave() : desk.read(location.pathname));
    addEventListener('popstate', moved);
    return () => removeEventListener('popstate', moved);
  });

  // What was written down on the round is seen in the other views.
  $effect(() => {
    if (desk.view !== 'rounds' && garden.outdated) void untrack(() => garden.reread());
  });

  const view = $derived(viewOf(desk.view));
  const title = $derived(`${garden.site.name}: ${view.name} · Patient Sparrow`);
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
  <!-- Fetched when it is first opened; few open every one of them every day. -->
  {#await view.load() then { default: Shown }}<Shown />{:catch}<Unreached />{/await}
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
