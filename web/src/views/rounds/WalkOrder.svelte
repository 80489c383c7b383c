<script lang="ts">
  // The order in which the beds are walked: dragged, or moved by keys, once.
  import { untrack } from 'svelte';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';

  let { rounds, back }: { rounds: RoundsState; back: () => void } = $props();
  const { garden } = useOpenGarden();

  let order: number[] = $state.raw(untrack(() => rounds.walked));
  let held: number | null = $state(null);

  function put(bed: number, at: number) {
    const others = order.filter((one) => one !== bed);
    order = [...others.slice(0, at), bed, ...others.slice(at)];
  }
  function key(event: KeyboardEvent, bed: number) {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    put(bed, Math.min(order.length - 1, Math.max(0, order.indexOf(bed) + by)));
    const name = `[data-walked='${bed}']`;
    requestAnimationFrame(() => document.querySelector<HTMLElement>(name)?.focus());
  }
  function over(event: PointerEvent) {
    if (held === null) return;
    const row = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-walked]');
    const at = order.indexOf(Number(row?.dataset.walked));
    if (at >= 0 && order[at] !== held) put(held, at);
  }
  async function keep() {
    if (await rounds.walk([...order])) back();
  }
</script>

<svelte:window onpointermove={over} onpointerup={() => (held = null)} />

<h2>The walk</h2>
<p class="quiet">Drag a bed to its place, or move the one in focus with ↑ and ↓. The shelf comes first.</p>
<ol class="mt-3">
  {#each order as bed (bed)}
    <li>
      <button
        class="row"
        data-walked={bed}
        data-held={held === bed}
        onpointerdown={(event) => {
          held = bed;
          event.currentTarget.releasePointerCapture(event.pointerId);
        }}
        onkeydown={(event) => key(event, bed)}
        aria-label={`${garden.bed(bed)?.name ?? ''}, place ${order.indexOf(bed) + 1} of ${order.length}`}
      >
        <span aria-hidden="true" class="quiet">≡</span>
        {garden.bed(bed)?.name}
      </button>
    </li>
  {/each}
</ol>
<div class="foot flex gap-6">
  <button class="act min-h-12" onclick={keep}>walk in this order</button>
  <button class="act min-h-12" onclick={back}>leave it</button>
</div>

<style>
  .row {
    display: flex;
    gap: 10px;
    align-items: center;
    width: 100%;
    min-height: 48px;
    text-align: left;
    border-bottom: 1.4px dotted var(--color-hair);
    cursor: grab;
    touch-action: none;
  }
  .row[data-held='true'] {
    background: var(--color-buff);
  }
</style>
