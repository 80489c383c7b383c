<script lang="ts">
  import { doing, isTyping } from '../../parts/keys';
  import { useOpenGarden } from '../../state/context';
  import { count, size, squares } from '../../words/lengths';
  import BedPlan from './BedPlan.svelte';
  import BedSlip from './BedSlip.svelte';
  import CropPicker from './CropPicker.svelte';
  import { moved, resized } from './ground';
  import { BED_KEYS, type BedDoing } from './keys';
  import HandSlip from './HandSlip.svelte';
  import Lanes from './Lanes.svelte';
  import SheetView from './SheetView.svelte';
  import TaskSlip from './tasks/TaskSlip.svelte';
  import type { Task } from '../../state/desk.svelte';
  import PatchSlip from './PatchSlip.svelte';
  import Problem from '../../parts/Problem.svelte';

  const { garden, desk } = useOpenGarden();

  const beds = $derived(garden.view.garden.beds);
  const bed = $derived(desk.bed === null ? undefined : garden.bed(desk.bed));
  const reckoned = $derived(bed && garden.reckonedBed(bed.id));
  const grid = $derived({ columns: reckoned?.fit.half_columns ?? 1, rows: reckoned?.fit.half_rows ?? 1 });
  const chosen = $derived(desk.patch === null ? undefined : garden.shown(desk.patch));
  // Undo, or another tab, may have moved it to another bed meanwhile.
  const shown = $derived(chosen?.patch.bed === desk.bed ? chosen : undefined);
  const half = $derived(garden.half);

  /** Puts the crop in hand on a rectangle and selects what came of it. */
  async function put(rect = desk.cursor) {
    const hand = desk.hand;
    if (!bed || !hand || !garden.mayChange) return;
    const placed = await garden.send({
      do: 'place',
      bed: bed.id,
      crop: hand.crop,
      way: hand.way,
      rect,
      holes: null,
      from: hand.from,
      until: null,
      year: garden.season.year,
      between: false,
      needle: garden.needle,
    });
    if (placed) desk.select(garden.made.patches?.at(-1) ?? null);
  }

  const ARROWS: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };

  /** Work that ends in planting; a guest may only look. */
  const PLANTING = new Set<Task>(['arrange', 'group', 'markers', 'own-crops']);

  function arrow([dx, dy]: [number, number], larger: boolean) {
    if (!bed) return;
    const change = larger ? resized : moved;
    if (shown && garden.mayChange) {
      const { id, bed: home } = shown.patch;
      void garden.send(() => {
        const now = garden.shown(id)?.patch;
        return now && { do: 'move-patch', patch: id, bed: home, rect: change(now.rect, dx, dy, grid) };
      });
    } else desk.cursor = change(desk.cursor, dx, dy, grid);
  }

  function selectHere() {
    if (!bed) return;
    const { x, y, w, h } = desk.cursor;
    const here = garden
      .patchesIn(bed.id)
      .find(({ patch: { rect: r } }) => r.x < x + w && x < r.x + r.w && r.y < y + h && y < r.y + r.h);
    if (here) desk.select(here.patch.id);
  }

  function nextBed() {
    const at = beds.findIndex((one) => one.id === desk.bed);
    desk.open('bed', beds[(at + 1) % beds.length]?.id ?? null);
  }

  function remove() {
    if (!shown) return;
    const patch = shown.patch.id;
    desk.select(null);
    void garden.send({ do: 'remove-patch', patch });
  }

  function begin(task: Task) {
    if (bed && (garden.mayChange || !PLANTING.has(task))) desk.begin(task);
  }

  const DOES: Record<BedDoing, () => void> = {
    put: () => void (desk.hand ? put() : selectHere()),
    remove: () => garden.mayChange && remove(),
    number: () => document.querySelector<HTMLInputElement>('#plant-count')?.select(),
    next: nextBed,
    arrange: () => begin('arrange'),
    group: () => begin('group'),
    bare: () => begin('bare'),
    sums: () => begin('sums'),
    markers: () => begin('markers'),
    sheet: () => begin('sheet'),
  };

  function key(event: KeyboardEvent) {
    if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.target instanceof HTMLElement && event.target.closest('[role=slider], dialog, [role=dialog]')) return;
    // Enter on a button or link is that button's own.
    const onButton = event.target instanceof HTMLButtonElement || event.target instanceof HTMLAnchorElement;
    const [step, does] = [ARROWS[event.key], doing(BED_KEYS, event)];
    if (step) arrow(step, event.shiftKey);
    else if (does && !(does === 'put' && onButton)) DOES[does]();
    else return;
    event.preventDefault();
  }

  const reach = $derived.by(() => {
    if (!bed) return '';
    const { far, near, left, right } = bed.reach;
    if (far && near && left && right) return 'reached from all round';
    if (far && near) return 'reached from both long sides';
    return far || near
      ? 'reached from one long side'
      : left || right
        ? 'reached from an end'
        : 'not reached from any side';
  });
</script>

<svelte:window onkeydown={key} />

<main class="plan flex flex-col" aria-label="Bed">
  {#if bed && reckoned}
    <div class="flex flex-wrap items-baseline gap-x-3 px-5 pt-3">
      <h2>
        <label class="sr-only" for="which-bed">Bed</label>
        <select
          id="which-bed"
          class="which"
          value={bed.id}
          onchange={(event) => desk.open('bed', Number(event.currentTarget.value))}
        >
          {#each beds as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
        </select>
      </h2>
      <span class="quiet">
        {size(bed.length, bed.width, garden.units)}{reckoned.sections > 1 ? `, ${reckoned.sections} sections` : ''} · {reach}
        ·
        {squares(reckoned.fit.ground_centisquares)}, {squares(reckoned.free_centisquares).replace(/ squares?$/, '')} free
        ·
        <span data-tally>{count(reckoned.plants, 'plant', 'plants')}</span> standing
      </span>
    </div>
    {#if desk.task === 'sheet'}
      {#key bed.id}<SheetView {bed} />{/key}
    {:else if desk.task === 'tags'}
      <!-- Loaded when tags are printed, which is a few times a year. -->
      {#await import('./TagsView.svelte') then { default: TagsView }}{#key bed.id}<TagsView {bed} />{/key}{/await}
    {:else}
      <BedPlan {bed} {reckoned} {grid} {half} {put} />
      {#if garden.mayChange}<CropPicker />{/if}
      <Lanes {bed} />
    {/if}
  {:else if beds.length === 0}
    <div class="px-5 pt-6">
      <h2>No bed yet</h2>
      <p class="mt-2">Measure one in the Yard first (key 1).</p>
    </div>
  {:else}
    <div class="px-5 pt-6">
      <h2>Which bed?</h2>
      <ul class="rows mt-2 max-w-[300px]">
        {#each beds as one (one.id)}<li>
            <button class="act" onclick={() => desk.open('bed', one.id)}>{one.name}</button>
          </li>{/each}
      </ul>
    </div>
  {/if}
</main>

<aside class="slip" aria-label="Slip">
  <Problem />
  {#if shown && bed}
    {#key `${shown.patch.id} ${garden.settled}`}<PatchSlip {shown} {bed} {remove} />{/key}
  {:else if desk.task && bed}
    {#key `${bed.id} ${desk.task}`}<TaskSlip {bed} task={desk.task} />{/key}
  {:else if desk.hand && bed}
    <HandSlip hand={desk.hand} {put} />
  {:else if bed && reckoned}
    {#key bed.id}<BedSlip {bed} {reckoned} />{/key}
  {/if}
</aside>

<style>
  .which {
    font: inherit;
    background: transparent;
    cursor: pointer;
    field-sizing: content;
    max-width: 20ch;
    text-overflow: ellipsis;
    border-bottom: 1px solid transparent;
  }
  .which:hover {
    border-bottom-color: var(--color-chestnut);
  }
  .which option {
    font-size: 16px;
  }
</style>
