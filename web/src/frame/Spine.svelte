<script lang="ts">
  import { useOpenGarden } from '../state/context';
  import { VIEWS } from '../views';
  import { openView } from './keys';
  import Sparrow from './Sparrow.svelte';

  const { garden, desk } = useOpenGarden();
</script>

<nav class="spine" aria-label="Views">
  <span class="bird"><Sparrow /></span>
  {#each VIEWS as view, index (view.key)}
    <button
      class:first={view.key === 'rounds'}
      aria-current={desk.view === view.key ? 'page' : undefined}
      onclick={() => openView(view.key, garden, desk)}
    >
      <span class="key" aria-hidden="true">{index + 1}</span>{view.name}
    </button>
  {/each}
</nav>

<style>
  .spine {
    grid-area: spine;
    background: var(--color-buff);
    border-right: 1px solid var(--color-hair);
    display: flex;
    flex-direction: column;
    gap: 6px;
  }
  .bird {
    padding: 12px 0 10px 26px;
  }
  button {
    display: flex;
    gap: 10px;
    align-items: baseline;
    padding: 5px 10px 5px 14px;
    font-size: 17px;
    text-align: left;
    cursor: pointer;
    border-left: 3px solid transparent;
  }
  button:hover {
    background: color-mix(in srgb, var(--color-paper) 50%, transparent);
  }
  button[aria-current] {
    font-weight: 700;
    background: var(--color-paper);
    border-left-color: var(--color-chestnut);
  }
  .key {
    font-size: 12px;
    color: var(--color-soot-2);
    font-weight: 400;
  }
  @media (max-width: 900px) {
    button {
      white-space: nowrap;
    }
    .spine {
      flex-direction: row;
      align-items: center;
      overflow-x: auto;
      gap: 0;
    }
    .bird {
      padding: 4px 8px;
      order: -2;
    }
    /* Outdoors it is what a phone is taken out for. */
    .first {
      order: -1;
    }
  }
</style>
