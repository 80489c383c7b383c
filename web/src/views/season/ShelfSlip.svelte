<script lang="ts">
  // The shelf: what stands on it when, where it is too small, and what would help.
  import { LIMITS } from '../../generated/Limits';
  import type { Batch, Overflow, SeasonView, Shelf } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth, plusDays } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { PLACES } from '../../words/season';
  import { trays } from '../../words/tin';

  let { season, view }: { season: SeasonState; view: SeasonView } = $props();
  const { garden } = useOpenGarden();

  const shelf = $derived(garden.view.garden.almanac.shelf);
  const patch = $derived((id: number) => garden.view.garden.patches.find((one) => one.id === id));
  const name = $derived((id: number) => upper(garden.named(patch(id)?.planted)));
  const batches = $derived(view.shelf.batches.filter((one) => one.plant >= garden.season.first_day));

  function set(change: Partial<Shelf>) {
    void season.change({ season: 'set-shelf', shelf: { ...shelf, ...change } });
  }
  function buy(id: number) {
    const one = patch(id);
    if (one)
      void season.replan(
        [{ change: 'timing', patch: id, timing: { ...one.timing, means: 'bought', sown: null } }],
        false,
      );
  }
  /** Sows and plants a batch by a week later. */
  function wait(batch: Batch) {
    const one = patch(batch.patch);
    if (!one) return;
    const timing = { ...one.timing, sown: one.timing.sown ? plusDays(one.timing.sown, 7) : null };
    void season.replan(
      [
        { change: 'days', patch: one.id, from: plusDays(one.from, 7), until: plusDays(one.until, 7) },
        { change: 'timing', patch: one.id, timing },
      ],
      true,
    );
  }
  const mark = $derived((over: Overflow) => {
    const at = view.shelf.overflows.indexOf(over);
    return view.to_settle.find((one) => one.what.about === 'shelf' && one.what.overflow === at);
  });
  /** '20 cells sown 8 Mar, 16 potted on 5 Apr, out to harden 2 May'. */
  function comes(one: Batch): string {
    if (!one.sow) return `${count(one.cells, 'plant arrives', 'plants arrive')} ${dayMonth(one.harden)}`;
    const atOnce = one.pot_on === one.sow;
    const filled = one.trays && one.trays[0] > 0 ? ` (${trays(one.trays)})` : '';
    const together = one.parted === null ? '' : ` of ${one.parted} plants, to be parted,`;
    const sown = atOnce ? count(one.cells, 'pot', 'pots') : `${count(one.cells, 'cell', 'cells')}${filled}${together}`;
    const potted = one.pot_on && !atOnce ? `, ${one.pots} potted on ${dayMonth(one.pot_on)}` : '';
    return `${sown} sown ${dayMonth(one.sow)}${potted}, out to harden ${dayMonth(one.harden)}`;
  }
  const NUMBERS: [keyof Shelf, string, readonly [number, number]][] = [
    ['cells', 'Cells under light', LIMITS.cells],
    ['tray', 'Cells in a tray', LIMITS.tray],
    ['mat', 'Cells on the warm mat', LIMITS.cells],
    ['hardening', 'Cells to harden off', LIMITS.cells],
    ['harden_days', 'Days of hardening', LIMITS.hardening],
    ['survival', 'Of 100 come through', LIMITS.survival],
  ];
</script>

<h2>Seedling shelf</h2>
<p class="quiet border-b-2 border-hair pb-2">
  room for {count(shelf.cells, 'cell', 'cells')} under light, in trays of {shelf.tray}; a bigger pot takes that of {view
    .shelf.pot_takes}
</p>
{#each view.shelf.overflows as over (`${over.place} ${over.from}`)}
  <div class="mt-2 flex gap-3" data-overflow={over.place}>
    {#if mark(over)}<span class="mark mt-1">{mark(over)?.number}</span>{/if}
    <div class="min-w-0 flex-1">
      <strong class="text-rosehip">Too many {PLACES[over.place]}</strong>
      <p>
        The room of {over.wanted} cells is wanted, there is that of {over.there_are}, {dayMonth(over.from)} to {dayMonth(
          over.until,
        )}.
      </p>
      {#if garden.mayChange}
        <ul>
          {#each over.patches.slice(0, 3) as id (id)}
            {@const batch = view.shelf.batches.find((one) => one.patch === id)}
            <li class="flex flex-wrap gap-x-4">
              <span class="quiet">{name(id)}:</span>
              {#if batch?.sow}
                <button class="act" aria-label={`buy the ${name(id)} as young plants`} onclick={() => buy(id)}
                  >buy young plants</button
                >
                <button class="act" aria-label={`start the ${name(id)} a week later`} onclick={() => wait(batch)}
                  >a week later</button
                >
              {/if}
            </li>
          {/each}
        </ul>
      {/if}
    </div>
  </div>
{/each}
<h3>On the way</h3>
<ul class="rows" data-batches>
  {#each batches as one (one.patch)}
    <li>
      <button class="act" onclick={() => season.choose({ is: 'patch', patch: one.patch })}>{name(one.patch)}</button>
      <span class="quiet">{comes(one)}, planted {dayMonth(one.plant)}</span>
    </li>
  {:else}<li class="quiet">Nothing is raised on the shelf this year.</li>{/each}
</ul>
{#if garden.mayChange}
  <h3>What there is</h3>
  <div class="mb-3 grid grid-cols-2 gap-x-4 gap-y-1">
    {#each NUMBERS as [key, label, [least, most]] (key)}
      <label class="field"
        >{label}<input
          type="number"
          min={least}
          max={most}
          name={`shelf-${key}`}
          value={shelf[key]}
          onchange={(event) => set({ [key]: event.currentTarget.valueAsNumber || 0 })}
        /></label
      >
    {/each}
  </div>
{/if}
