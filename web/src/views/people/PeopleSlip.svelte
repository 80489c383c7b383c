<script lang="ts">
  import { api } from '../../api';
  import type { Members } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { Tried } from '../../state/tried.svelte';
  import GoodBye from './GoodBye.svelte';
  import Invitations from './Invitations.svelte';

  const { garden } = useOpenGarden();
  const tried = new Tried();

  const id = $derived(garden.view.id);
  const owns = $derived(garden.view.role === 'owner');
  let people: Members | null = $state.raw(null);

  const MAY = { owner: 'owns it', helper: 'helps', guest: 'looks' } as const;

  async function list() {
    people = await api.members(id);
  }
  /** Does something, and looks who is there then. */
  const does = (work: () => Promise<unknown>) => tried.try(async () => (await work(), await list()));
  $effect(() => void tried.try(list));
</script>

<aside class="slip" aria-label="People">
  <h2>People</h2>
  <p class="quiet border-b-2 border-hair pb-2">who may come into {garden.site.name}</p>
  {#if tried.trouble}<p class="trouble mt-2" role="alert">{tried.trouble}</p>{/if}
  {#if people}
    <ul class="rows mt-2" data-members>
      {#each people.members as member (member.number)}
        <li class="flex flex-wrap items-baseline gap-x-4">
          <span class="grow [overflow-wrap:anywhere]">{member.name}{member.me ? ' (you)' : ''}</span>
          {#if owns && !member.me}
            <label class="quiet">
              <span class="sr-only">What {member.name} may do</span>
              <select
                value={member.role}
                onchange={(event) =>
                  does(() =>
                    api.setRole(id, member.number, event.currentTarget.value === 'guest' ? 'guest' : 'helper'),
                  )}
              >
                <option value="helper">helps</option>
                <option value="guest">looks</option>
              </select>
            </label>
            <button class="act" onclick={() => does(() => api.letGo(id, member.number))}
              >remove<span class="sr-only"> {member.name}</span></button
            >
          {:else}
            <span class="quiet">{MAY[member.role]}</span>
          {/if}
        </li>
      {/each}
    </ul>
    <p class="quiet mt-2">Who helps may change everything but this list; who looks changes nothing.</p>
    {#if owns}<Invitations garden={id} {people} {does} />{/if}
    <GoodBye {people} {does} />
  {:else if !tried.trouble}
    <p role="status" class="quiet mt-2">Looking them up …</p>
  {/if}
</aside>

<style>
  select {
    background: transparent;
    border-bottom: 1px solid var(--color-rule);
    min-height: 24px;
    color: var(--color-soot);
  }
</style>
