<script lang="ts">
  import type { Bed } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth, dayNumber } from '../../words/dates';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  const first = $derived(dayNumber(garden.season.first_day));
  const days = $derived(dayNumber(garden.season.last_day) - first + 1);
  const at = $derived((iso: string) => Math.max(0, Math.min(100, ((dayNumber(iso) - first) / days) * 100)));
  // One lane a crop, in the order in which they go in.
  const lanes = $derived.by(() => {
    const patches = garden.patchesIn(bed.id).sort((a, b) => a.patch.from.localeCompare(b.patch.from));
    return [...new Set(patches.map((one) => one.crop.key))].map((key) => patches.filter((one) => one.crop.key === key));
  });
</script>

{#if lanes.length}
  <section class="lanes" aria-label="In this ground through the year">
    {#each lanes as lane (lane[0]?.crop.key)}
      <div class="lane">
        <span class="ticket" aria-hidden="true">{lane[0]?.crop.ticket}</span>
        <div class="track">
          {#each lane as one (one.patch.id)}
            {@const [a, b] = [at(one.patch.from), at(one.patch.until)]}
            <button
              class="bar"
              style:left={`${a}%`}
              style:width={`${Math.max(0.8, b - a)}%`}
              data-chosen={desk.patch === one.patch.id}
              aria-label={`${garden.named(one.patch.planted)}, ${dayMonth(one.patch.from)} to ${dayMonth(one.patch.until)}`}
              onclick={() => desk.select(one.patch.id)}
            >
              <span>{garden.named(one.patch.planted)}</span>
            </button>
          {/each}
        </div>
      </div>
    {/each}
    <span class="needle" style:left={`calc(74px + (100% - 100px) * ${at(garden.needle) / 100})`}></span>
  </section>
{/if}

<style>
  .lanes {
    position: relative;
    flex: 0 1 auto;
    padding: 4px 26px 6px 0;
    overflow: hidden auto;
    max-height: 34%;
  }
  .lane {
    display: grid;
    grid-template-columns: 74px 1fr;
    align-items: center;
    min-height: 26px;
  }
  .ticket {
    font-family: var(--font-serif);
    font-size: 12.5px;
    font-weight: 640;
    text-align: right;
    padding-right: 14px;
  }
  .track {
    position: relative;
    height: 26px;
    border-bottom: 0.7px solid var(--color-hair);
  }
  .bar {
    position: absolute;
    top: 1px;
    height: 24px;
    min-width: 24px;
    overflow: hidden;
    text-align: left;
    font-size: 12px;
    line-height: 22px;
    background: color-mix(in srgb, var(--color-leaf) 75%, var(--color-paper));
    border: 0.8px solid var(--color-ink-leaf);
    padding: 0 5px;
    white-space: nowrap;
    cursor: pointer;
  }
  .bar[data-chosen='true'] {
    outline: 2px solid var(--color-chestnut);
  }
  .needle {
    position: absolute;
    top: 0;
    bottom: 0;
    width: 0;
    border-left: 1.4px solid var(--color-chestnut);
    pointer-events: none;
  }
</style>
