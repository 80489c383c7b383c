<script lang="ts">
  // Leaving a garden; or, for its owner, handing it over and throwing it away.
  import { api } from '../../api';
  import type { Members } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';

  interface Props {
    people: Members;
    does: (work: () => Promise<unknown>) => Promise<boolean>;
  }
  let { people, does }: Props = $props();
  const { garden, leave } = useOpenGarden();

  const id = $derived(garden.view.id);
  const me = $derived(people.members.find((one) => one.me)?.number);
  const others = $derived(people.members.filter((one) => !one.me));
  let to: number | null = $state(null);
  let typed = $state('');

  async function handOver() {
    const member = to;
    // What one may do in the garden is another thing afterwards.
    if (member !== null && (await does(() => api.handOver(id, member)))) location.reload();
  }

  /** Does what one cannot come back from, and goes to the list of gardens. */
  async function goes(work: () => Promise<unknown>) {
    // The list of members is no longer ours to see.
    let gone = false;
    await does(async () => {
      await work();
      gone = true;
      leave();
    });
    return gone;
  }
</script>

{#if garden.view.role === 'owner'}
  {#if others.length > 0}
    <h3>Hand it over</h3>
    <div class="flex items-end gap-4">
      <label class="field grow">
        Whose it is to be
        <select bind:value={to} name="new-owner">
          <option value={null}>choose</option>
          {#each others as other (other.number)}<option value={other.number}>{other.name}</option>{/each}
        </select>
      </label>
      <button class="act" disabled={to === null} onclick={handOver}>hand it over</button>
    </div>
    <p class="quiet">You help in it from then on.</p>
  {/if}
  <h3>Throw it away</h3>
  <form
    onsubmit={(event) => {
      event.preventDefault();
      void goes(() => api.throwAway(id, typed));
    }}
  >
    <label class="field">
      Its name, to be sure: {garden.site.name}
      <input bind:value={typed} name="bin-name" autocomplete="off" />
    </label>
    <button class="act mt-1" disabled={typed.trim() !== garden.site.name}>throw this garden away</button>
  </form>
  <p class="quiet mb-4">It stays in your bin for thirty days, below your gardens, and can be taken out again.</p>
{:else if me !== undefined}
  <h3>Leave</h3>
  <p class="mb-4">
    <button class="act" onclick={() => goes(() => api.letGo(id, me))}>leave this garden</button>
    <span class="quiet">You can come back only by another invitation.</span>
  </p>
{/if}
