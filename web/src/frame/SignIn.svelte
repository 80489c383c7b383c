<script lang="ts">
  import { api } from '../api';
  import type { SessionView } from '../generated/api';
  import { Tried } from '../state/tried.svelte';
  import Sparrow from './Sparrow.svelte';
  import WhoForm from './WhoForm.svelte';

  let { session, entered }: { session: SessionView; entered: () => Promise<void> } = $props();

  const DOORS = [
    { key: 'quillet-lane', name: 'Quillet Lane', what: 'a narrow yard on a cool coast, in feet and inches' },
    { key: 'tern-court', name: 'Tern Court', what: 'a courtyard in the south, in metres' },
    { key: 'visitor', name: 'Look only', what: 'both gardens, as a guest who changes nothing' },
  ];

  const doors = new Tried();
  const enter = async (work: Promise<unknown>) => (await work, await entered());
</script>

<main class="mx-auto grid min-h-full max-w-[860px] content-center gap-10 p-8 md:grid-cols-2">
  <section>
    <Sparrow size={56} />
    <h1 class="mt-3 text-[30px]">Patient Sparrow</h1>
    <p class="mt-3 max-w-[34ch]">
      A field book for a few beds. It measures, counts, remembers what stood where, and says why.
    </p>
    {#if session.demo}
      <h2 class="aside">Try it with an invented household</h2>
      <ul class="rows">
        {#each DOORS as door (door.key)}
          <li>
            <button class="act" onclick={() => doors.try(() => enter(api.enterDemo(door.key)))}>{door.name}</button>
            <span class="quiet">{door.what}</span>
          </li>
        {/each}
      </ul>
      {#if doors.trouble}<p class="trouble mt-2" role="alert">{doors.trouble}</p>{/if}
    {/if}
  </section>
  <WhoForm
    heading="Your own garden"
    word="sign in"
    registration={session.registration}
    enter={({ name, password, fresh }) => enter(fresh ? api.signUp(name, password, null) : api.signIn(name, password))}
  />
</main>
