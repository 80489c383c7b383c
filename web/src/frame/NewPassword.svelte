<script lang="ts">
  // A link from whoever runs the server was opened: a new password in place of one that was forgotten.
  import { api } from '../api';
  import { Tried } from '../state/tried.svelte';
  import Sparrow from './Sparrow.svelte';

  let { word, away }: { word: string; away: () => void } = $props();

  const tried = new Tried();
  let password = $state('');
  let done = $state(false);

  async function set(event: SubmitEvent) {
    event.preventDefault();
    done = await tried.try(() => api.resetPassword(word, password));
  }
</script>

<svelte:head><title>A new password · Patient Sparrow</title></svelte:head>

<main class="mx-auto grid min-h-full max-w-[420px] content-center gap-4 p-8">
  <Sparrow size={56} />
  <h1 class="text-[30px]">A new password</h1>
  {#if done}
    <p role="status">It is set, and you are signed out everywhere.</p>
    <p><button class="act" onclick={away}>sign in with it</button></p>
  {:else}
    <form class="grid gap-4" onsubmit={set}>
      <label class="field">
        Eight letters or more
        <input bind:value={password} name="password" type="password" autocomplete="new-password" required />
      </label>
      {#if tried.trouble}<p class="trouble" role="alert">{tried.trouble}</p>{/if}
      <p><button class="act" disabled={tried.busy}>set it</button></p>
    </form>
  {/if}
</main>
