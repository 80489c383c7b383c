<script lang="ts">
  import { api } from '../../api';
  import type { Members } from '../../generated/api';
  import { day } from '../../words/when';

  interface Props {
    garden: number;
    people: Members;
    does: (work: () => Promise<unknown>) => Promise<boolean>;
  }
  let { garden, people, does }: Props = $props();

  let role: 'helper' | 'guest' = $state('helper');
  /** The link that was just made: it is told once. */
  let made: { path: string; until: string } | null = $state.raw(null);

  const invite = () => does(async () => (made = await api.invite(garden, role)));
  const SAYS = { helper: 'to help', guest: 'to look' } as const;
</script>

<h3>Invite somebody</h3>
<div class="flex items-end gap-4">
  <label class="field grow">
    They come
    <select bind:value={role} name="invite-role">
      <option value="helper">to help</option>
      <option value="guest">to look only</option>
    </select>
  </label>
  <button class="act" onclick={invite}>make a link</button>
</div>
{#if made}
  <p class="mt-2 break-all select-all" data-invitation>{location.origin}{made.path}</p>
  <p class="quiet">
    For one person, until {day(made.until)}; it is shown only now. Send it as you would send a key.
  </p>
{/if}
{#if people.invitations.length > 0}
  <ul class="rows mt-2">
    {#each people.invitations as one (one.number)}
      <li class="flex items-baseline gap-x-4">
        <span class="quiet grow">an invitation {SAYS[one.role]}, until {day(one.until)}</span>
        <button class="act whitespace-nowrap" onclick={() => does(() => api.takeBackInvitation(garden, one.number))}
          >take it back</button
        >
      </li>
    {/each}
  </ul>
{/if}
