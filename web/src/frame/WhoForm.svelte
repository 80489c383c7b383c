<script lang="ts">
  // Who comes in: with an account that is there, or, where that may be, a new one.
  import type { SessionView } from '../generated/api';
  import { Tried } from '../state/tried.svelte';

  interface Props {
    heading: string;
    /** What the button for those who have an account says. */
    word: string;
    /** Who may start a new book by this form. */
    registration: SessionView['registration'];
    enter: (who: { name: string; password: string; fresh: boolean }) => Promise<unknown>;
  }
  let { heading, word, registration, enter }: Props = $props();

  const tried = new Tried();
  let name = $state('');
  let password = $state('');

  function submitted(event: SubmitEvent) {
    event.preventDefault();
    if (tried.busy) return;
    const fresh = event.submitter instanceof HTMLButtonElement && event.submitter.value === 'new';
    void tried.try(() => enter({ name, password, fresh }));
  }
</script>

<form class="grid content-start gap-4" onsubmit={submitted}>
  <h2>{heading}</h2>
  <label class="field">
    Name
    <input bind:value={name} name="name" autocomplete="username" required maxlength="40" />
  </label>
  <label class="field">
    Password, eight letters or more
    <input bind:value={password} name="password" type="password" autocomplete="current-password" required />
  </label>
  {#if tried.trouble}<p class="trouble" role="alert">{tried.trouble}</p>{/if}
  <div class="flex flex-wrap gap-6">
    <button class="act" value="in">{word}</button>
    {#if registration === 'open'}<button class="act" value="new">start a new book</button>{/if}
  </div>
  {#if registration === 'invitation'}
    <p class="quiet">A new book is started here by invitation: open the link you were sent.</p>
  {:else if registration === 'closed'}
    <p class="quiet">A new book is started here only by a link that whoever runs this server makes for you.</p>
  {/if}
</form>
