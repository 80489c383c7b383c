<script lang="ts">
  import { api } from '../../api';
  import type { ChangeLine } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { Tried } from '../../state/tried.svelte';
  import { doneWord } from '../../words/commands';
  import { upper } from '../../words/text';
  import { moment } from '../../words/when';
  import Problem from '../../parts/Problem.svelte';

  const { garden } = useOpenGarden();
  const tried = new Tried();
  /** As many as the server tells at once: fewer are the last. */
  const AT_ONCE = 40;

  let changes: ChangeLine[] | null = $state.raw(null);
  let more = $state(false);

  function list(before: number | null) {
    void tried.try(async () => {
      const told = await api.changes(garden.view.id, before);
      changes = before === null ? told : [...(changes ?? []), ...told];
      more = told.length === AT_ONCE;
    });
  }
  // Anew whenever the garden has changed.
  $effect(() => {
    if (garden.view.revision >= 0) list(null);
  });

  const mayStep = (change: ChangeLine) => garden.mayChange && (change.mine || garden.view.role === 'owner');
</script>

<h2>What was changed</h2>
<p class="quiet max-w-[60ch]">
  Undo takes back your own last change. Here an older one is taken back, as long as nothing was built on it since; the
  owner may take back anybody’s.
</p>
<div class="mt-4 max-w-[780px]">
  <Problem />
  {#if tried.trouble}<p class="trouble" role="alert">{tried.trouble}</p>{/if}
  {#if changes === null && !tried.trouble}
    <p role="status" class="quiet">Looking them up …</p>
  {:else if changes?.length === 0}
    <p>Nothing yet: the garden is as it was begun.</p>
  {:else if changes}
    <ul class="rows" data-changes>
      {#each changes as change (change.number)}
        <li class="change" class:undone={change.undone}>
          <span class="what">{upper(doneWord(change.did))}{change.undone ? ' (taken back)' : ''}</span>
          <span class="quiet who">{change.mine ? 'you' : (change.by ?? 'someone who has left')}</span>
          <span class="quiet when">{moment(change.at)}</span>
          <span class="step">
            {#if mayStep(change)}
              {#if change.undone}
                <button class="act" onclick={() => garden.redo(change.number)}>do it again</button>
              {:else}
                <button class="act" onclick={() => garden.undo(change.number)}>take it back</button>
              {/if}
            {/if}
          </span>
        </li>
      {/each}
    </ul>
    {#if more}
      <p class="mt-3">
        <button class="act" onclick={() => list(changes?.at(-1)?.number ?? null)}>earlier ones</button>
      </p>
    {/if}
  {/if}
</div>

<style>
  .change {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 10em 13em 7em;
    gap: 0 16px;
    align-items: baseline;
  }
  .undone .what {
    color: var(--color-soot-2);
    text-decoration: line-through;
  }
  .who {
    overflow-wrap: anywhere;
  }
  .step {
    text-align: right;
  }
  @media (max-width: 900px) {
    .change {
      grid-template-columns: minmax(0, 1fr) auto;
    }
  }
</style>
