<script lang="ts">
  // An invitation's link was opened: what it is for, and coming in, with an account that is there or a new one.
  import { api } from '../api';
  import type { InvitationView, SessionView } from '../generated/api';
  import { Tried } from '../state/tried.svelte';
  import { day } from '../words/when';
  import Sparrow from './Sparrow.svelte';
  import WhoForm from './WhoForm.svelte';

  interface Props {
    session: SessionView;
    word: string;
    /** Come in: into a garden, or only to be signed in. */
    came: (garden: number | null) => Promise<void>;
    away: () => void;
  }
  let { session, word, came, away }: Props = $props();

  const [looked, tried] = [new Tried(), new Tried()];
  let invitation: InvitationView | null = $state.raw(null);

  $effect(() => void looked.try(async () => (invitation = await api.invitation(word))));

  const accept = async () => came((await api.accept(word)).garden);

  async function enter({ name, password, fresh }: { name: string; password: string; fresh: boolean }) {
    if (fresh) {
      await api.signUp(name, password, word);
      await came(null);
    } else {
      await api.signIn(name, password);
      await (invitation?.garden ? accept() : came(null));
    }
  }
</script>

<svelte:head><title>An invitation · Patient Sparrow</title></svelte:head>

<main class="mx-auto grid min-h-full max-w-[860px] content-center gap-10 p-8 md:grid-cols-2">
  <section>
    <Sparrow size={56} />
    <h1 class="mt-3 text-[30px]">An invitation</h1>
    {#if looked.trouble}
      <p class="trouble mt-3" role="alert">{looked.trouble}</p>
      <p class="mt-3">Ask whoever sent it for another. <button class="act" onclick={away}>to the gardens</button></p>
    {:else if invitation?.garden}
      <p class="mt-3 max-w-[34ch]">
        {invitation.by ?? 'Somebody'} invites you into <b>{invitation.garden}</b>,
        {invitation.role === 'helper' ? 'to help in it' : 'to look at it'}.
      </p>
      <p class="quiet mt-1">The link works once, until {day(invitation.until)}.</p>
    {:else if invitation}
      <p class="mt-3 max-w-[34ch]">You are invited to start a field book of your own here.</p>
      <p class="quiet mt-1">The link works once, until {day(invitation.until)}.</p>
    {:else}
      <p role="status" class="quiet mt-3">Reading it …</p>
    {/if}
  </section>
  {#if invitation && session.me}
    <section class="grid content-start gap-4">
      {#if tried.trouble}<p class="trouble" role="alert">{tried.trouble}</p>{/if}
      {#if invitation.garden}
        <p>
          You are signed in as {session.me.name}.
          <button class="act" onclick={() => tried.try(accept)}>come in</button>
        </p>
      {:else}
        <p>
          You are signed in as {session.me.name} already. <button class="act" onclick={away}>to the gardens</button>
        </p>
      {/if}
    </section>
  {:else if invitation}
    <!-- Where no more books are started, only whoever runs the server lets one be. -->
    <WhoForm
      heading="Come in as"
      word="I have one here: sign in"
      registration={session.registration === 'closed' && invitation.garden ? 'closed' : 'open'}
      {enter}
    />
  {/if}
</main>
