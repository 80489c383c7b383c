<script lang="ts">
  // One's own account: where one is signed in, the password, everything as a file, and the end of it.
  import { api } from '../api';
  import type { Me, SessionLine } from '../generated/api';
  import { Tried } from '../state/tried.svelte';
  import { browser, moment } from '../words/when';
  import Sparrow from './Sparrow.svelte';

  interface Props {
    me: Me;
    back: () => void;
    ended: () => void;
  }
  let { me, back, ended }: Props = $props();

  const [sessions, password, end] = [new Tried(), new Tried(), new Tried()];
  let open: SessionLine[] | null = $state.raw(null);
  let old = $state('');
  let fresh = $state('');
  let changed = $state(false);
  let typed = $state('');
  let sure = $state('');

  const list = async () => (open = await api.sessions());
  const ends = (work: () => Promise<unknown>) => sessions.try(async () => (await work(), await list()));
  void sessions.try(list);

  async function change(event: SubmitEvent) {
    event.preventDefault();
    changed = await password.try(() => api.changePassword(old, fresh));
    if (!changed) return;
    [old, fresh] = ['', ''];
    await ends(() => Promise.resolve());
  }

  async function leave(event: SubmitEvent) {
    event.preventDefault();
    if (await end.try(() => api.endAccount(typed, sure))) ended();
  }
</script>

<svelte:head><title>Your account · Patient Sparrow</title></svelte:head>

<main class="mx-auto grid max-w-[900px] gap-10 p-8 md:grid-cols-2">
  <section>
    <Sparrow size={48} />
    <h1 class="mt-2 text-[26px] [overflow-wrap:anywhere]">{me.name}</h1>
    <p class="mt-1"><button class="act" onclick={back}>to the gardens</button></p>
    <h2 class="aside">Where you are signed in</h2>
    {#if sessions.trouble}<p class="trouble" role="alert">{sessions.trouble}</p>{/if}
    {#if open}
      <ul class="rows" data-sessions>
        {#each open as one (one.number)}
          <li class="flex flex-wrap items-baseline gap-x-4">
            <span class="grow">{browser(one.agent)}{one.here ? ', here' : ''}</span>
            {#if !one.here}<button class="act" onclick={() => ends(() => api.endSession(one.number))}>end it</button
              >{/if}
            <span class="quiet basis-full">since {moment(one.created)}, last used {moment(one.seen)}</span>
          </li>
        {/each}
      </ul>
      {#if open.length > 1}
        <p class="mt-2"><button class="act" onclick={() => ends(api.endOtherSessions)}>end all but this one</button></p>
      {/if}
    {:else if !sessions.trouble}
      <p role="status" class="quiet">Looking them up …</p>
    {/if}
  </section>
  <section>
    {#if me.demo}
      <p>This is an invented household: it has no password, and everybody who tries this server uses it.</p>
    {:else}
      <h2>Password</h2>
      <form class="grid gap-3" onsubmit={change}>
        <label class="field">
          The old one
          <input bind:value={old} name="old-password" type="password" autocomplete="current-password" required />
        </label>
        <label class="field">
          A new one, eight letters or more
          <input bind:value={fresh} name="new-password" type="password" autocomplete="new-password" required />
        </label>
        {#if password.trouble}<p class="trouble" role="alert">{password.trouble}</p>{/if}
        {#if changed}<p role="status">Your password is changed, and you are signed out everywhere else.</p>{/if}
        <p><button class="act" disabled={password.busy}>change it</button></p>
      </form>
    {/if}
    <h2 class="mt-6">Everything you own</h2>
    <p class="mt-1">
      <a class="act" href="/api/v1/account/export" download>all your gardens in one file</a>
      <span class="quiet">Each can be read back by itself.</span>
    </p>
    {#if !me.demo}
      <h2 class="mt-6">The end of it</h2>
      <p class="quiet mt-1">
        Your account ends with the gardens you own and all that is in them, for everybody who comes there, at once and
        for good. Hand over what others need, and take your file along. What you did in others’ gardens stays there
        without your name.
      </p>
      <form class="mt-2 grid gap-3" onsubmit={leave}>
        <label class="field">
          Your name, to be sure
          <input bind:value={typed} name="end-name" autocomplete="off" required />
        </label>
        <label class="field">
          Your password
          <input bind:value={sure} name="end-password" type="password" autocomplete="current-password" required />
        </label>
        {#if end.trouble}<p class="trouble" role="alert">{end.trouble}</p>{/if}
        <p><button class="act" disabled={end.busy || typed.trim() !== me.name}>end my account</button></p>
      </form>
    {/if}
  </section>
</main>
