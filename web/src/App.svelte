<script lang="ts">
  import { api, Refused } from './api';
  import Account from './frame/Account.svelte';
  import Gardens from './frame/Gardens.svelte';
  import Invitation from './frame/Invitation.svelte';
  import NewPassword from './frame/NewPassword.svelte';
  import OpenGarden from './frame/OpenGarden.svelte';
  import SignIn from './frame/SignIn.svelte';
  import StillWaiting from './frame/StillWaiting.svelte';
  import type { GardenView, SessionView } from './generated/api';
  import { Desk } from './state/desk.svelte';
  import { GardenState } from './state/garden.svelte';
  import { kept } from './state/kept.svelte';
  import { lastGarden, lastNeedle, rememberGarden } from './state/lately';
  import { viewAt } from './views';
  import { isoDay } from './words/when';

  let session = $state.raw<SessionView | null>(null);
  let open = $state.raw<{ garden: GardenState; desk: Desk } | null>(null);
  let trouble = $state('');
  /** Entries that would be lost with signing out now. */
  let wouldLose = $state(0);
  /** A page beside the gardens, and what opens it: it stands behind the `#`, which no server is sent. */
  let beside = $state.raw(readBeside());

  function readBeside() {
    const page = location.pathname.slice(1);
    return page === 'account' || page === 'invitation' || page === 'password'
      ? { page, word: location.hash.slice(1) }
      : null;
  }

  /** Who is here, and which garden does the address name? */
  async function begin() {
    try {
      session = await kept.session();
      const [, kind, id] = location.pathname.split('/');
      if (session.me && kind === 'garden' && id) await enter(Number(id));
    } catch (error) {
      trouble = error instanceof Refused ? error.problem.detail : 'Something went wrong; load the page again.';
    }
  }

  /** One's only garden opens at once, and else the one that was open last, if it is still there. */
  async function entered() {
    await begin();
    if (open || !session?.me) return;
    const { name } = session.me;
    try {
      const gardens = await kept.lately('gardens', api.gardens);
      const last = gardens.find((one) => one.id === lastGarden(name));
      const at = gardens.length === 1 ? gardens[0] : last;
      if (at) await enter(at.id);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      trouble = error.problem.detail;
    }
  }

  async function enter(id: number) {
    try {
      const [view, catalogue] = await Promise.all([
        kept.lately(`garden/${id}`, () => api.garden(id, lastNeedle(id))),
        kept.lately('catalogue', api.catalogue),
      ]);
      if (session?.me) rememberGarden(session.me.name, id);
      trouble = '';
      open = { garden: new GardenState(asOfNow(view), catalogue, kept), desk: new Desk(id, viewAt) };
      open.desk.paper = open.garden.units === 'metric' ? 'a4' : 'letter';
      if (!location.pathname.startsWith(`/garden/${id}`)) open.desk.open('yard', null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      trouble = error.problem.detail;
      leave();
    }
  }

  function leave() {
    open = null;
    beside = null;
    history.pushState(null, '', '/');
  }

  function toAccount() {
    history.pushState(null, '', '/account');
    beside = readBeside();
  }

  /** Came in by an invitation: into a garden, or as far as the list of them. */
  async function came(garden: number | null) {
    leave();
    session = await kept.session();
    if (garden === null) await entered();
    else await enter(garden);
  }

  /** A garden that was read on an earlier day is looked at today. */
  function asOfNow(view: GardenView): GardenView {
    if (kept.since === null) return view;
    const today = isoDay(new Date());
    return today > view.today ? { ...view, today } : view;
  }

  /** The account is no more; nothing of it stays here. */
  async function ended() {
    await kept.forget();
    await came(null);
  }

  /** What waits for the server would be lost with signing out, so that is asked first. */
  async function signOut(anyway = false) {
    wouldLose = anyway ? 0 : await kept.waitingInAll();
    if (wouldLose > 0) return;
    try {
      await api.signOut();
      await kept.forget();
      leave();
      session = await kept.session();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      trouble = error.problem.detail;
      open?.garden.report(error, null);
    }
  }

  void begin();
</script>

<svelte:window onpopstate={() => (beside = readBeside())} />
<StillWaiting many={wouldLose} stay={() => (wouldLose = 0)} go={() => signOut(true)} />

{#if session && beside?.page === 'invitation'}
  <Invitation {session} word={beside.word} {came} away={leave} />
{:else if beside?.page === 'password'}
  <NewPassword word={beside.word} away={leave} />
{:else if session?.me && beside?.page === 'account'}
  <Account me={session.me} back={leave} {ended} />
{:else if open}
  {#key open}
    <OpenGarden
      garden={open.garden}
      desk={open.desk}
      name={session?.me?.name ?? ''}
      {leave}
      signOut={() => signOut()}
    />
  {/key}
{:else if session?.me}
  <Gardens name={session.me.name} {trouble} {enter} signOut={() => signOut()} {toAccount} />
{:else if session}
  <SignIn {session} {entered} />
{:else}
  <main class="grid h-full place-items-center p-8">
    <p role="status">{trouble || 'Opening the field book …'}</p>
  </main>
{/if}
