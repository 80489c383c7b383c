<script lang="ts">
  import { api, Refused } from '../api';
  import type { SessionView } from '../generated/SessionView';
  import Sparrow from './Sparrow.svelte';

  let { session, entered }: { session: SessionView; entered: () => Promise<void> } = $props();

  const DOORS = [
    { key: 'quillet-lane', name: 'Quillet Lane', what: 'a narrow yard on a cool coast, in feet and inches' },
    { key: 'tern-court', name: 'Tern Court', what: 'a courtyard in the south, in metres' },
    { key: 'visitor', name: 'Look only', what: 'both gardens, as a guest who changes nothing' },
  ];

  let name = $state('');
  let password = $state('');
  let trouble = $state('');

  async function enter(work: () => Promise<unknown>) {
    try {
      await work();
      await entered();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      trouble = error.problem.detail;
    }
  }

  function submitted(event: SubmitEvent) {
    event.preventDefault();
    const made = event.submitter instanceof HTMLButtonElement && event.submitter.value === 'new';
    void enter(() => (made ? api.signUp(name, password, null) : api.signIn(name, password)));
  }
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
            <button class="act" onclick={() => enter(() => api.enterDemo(door.key))}>{door.name}</button>
            <span class="quiet">{door.what}</span>
          </li>
        {/each}
      </ul>
    {/if}
  </section>
  <form class="grid content-start gap-4" onsubmit={submitted}>
    <h2>Your own garden</h2>
    <label class="field">
      Name
      <input bind:value={name} name="name" autocomplete="username" required maxlength="40" />
    </label>
    <label class="field">
      Password, eight letters or more
      <input bind:value={password} name="password" type="password" autocomplete="current-password" required />
    </label>
    {#if trouble}<p class="trouble" role="alert">{trouble}</p>{/if}
    <div class="flex gap-6">
      <button class="act" value="in">sign in</button>
      {#if session.registration === 'open'}<button class="act" value="new">start a new book</button>{/if}
    </div>
    {#if session.registration === 'invitation'}
      <p class="quiet">A new book is started here by invitation: open the link you were sent.</p>
    {:else if session.registration === 'closed'}
      <p class="quiet">No new books are started here; whoever runs this server can allow it.</p>
    {/if}
  </form>
</main>
