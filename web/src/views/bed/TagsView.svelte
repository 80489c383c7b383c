<script lang="ts">
  // Tags for the plantings of a bed, to be printed and cut: what it is, since when, how far apart, where; and a code that opens it.
  import type { Bed } from '../../generated/api';
  import { qr } from '../../drawing/qr';
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import { fullDate } from '../../words/dates';
  import { length } from '../../words/lengths';
  import { upper } from '../../words/text';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  /** Sizes of tags [mm]: wide, high. */
  const SIZES: [string, number, number][] = [
    ['long', 85, 25],
    ['broad', 60, 40],
    ['small', 50, 25],
  ];
  /** The least and the most that a tag may be wide or high [mm]. */
  const [LEAST, MOST] = [20, 180];

  let size = $state('long');
  let own = $state({ wide: 70, high: 35 });
  const [wide, high] = $derived.by((): [number, number] => {
    const one = SIZES.find(([key]) => key === size);
    const within = (mm: number) => Math.min(MOST, Math.max(LEAST, Math.round(mm) || LEAST));
    return one ? [one[1], one[2]] : [within(own.wide), within(own.high)];
  });

  const all = $derived(
    garden
      .patchesIn(bed.id)
      .filter((one) => desk.wholeYear || one.reckoning.stands)
      .sort((a, b) => a.patch.rect.x - b.patch.rect.x || a.patch.rect.y - b.patch.rect.y),
  );

  const address = ({ patch }: Shown) => `${location.origin}/garden/${garden.view.id}/bed/${patch.bed}/${patch.id}`;

  function since({ patch, reckoning }: Shown): string {
    const begun = reckoning.lived?.begun;
    return begun
      ? `${reckoning.means === 'direct' ? 'sown' : 'planted'} ${fullDate(begun)}`
      : `planned for ${fullDate(patch.from)}`;
  }

  function where({ patch }: Shown): string {
    if (patch.line)
      return `row ${length(patch.line.at, garden.units)} from the ${patch.line.across ? 'left' : 'far side'}`;
    const { x, y } = patch.rect;
    const left = x === 0 ? 'at the left' : `${length(x * garden.half, garden.units)} from the left`;
    return y === 0 ? `${left}, far side` : `${left}, ${length(y * garden.half, garden.units)} from the far side`;
  }

  function apart({ reckoning }: Shown): string {
    const { along, across } = reckoning.sum.spacing;
    return along === across
      ? `${length(along, garden.units)} apart`
      : `${length(along, garden.units)} apart, rows ${length(across, garden.units)}`;
  }
</script>

<section class="tags" aria-label={`Tags of ${bed.name}`} data-paper={desk.paper}>
  <div class="choose">
    <label
      >Size <select class="pick" bind:value={size} name="tag-size"
        >{#each SIZES as [key, w, h] (key)}<option value={key}>{w} × {h} mm</option>{/each}<option value="own"
          >your own</option
        ></select
      ></label
    >
    {#if size === 'own'}
      <label class="field"
        >Wide, mm<input type="number" min={LEAST} max={MOST} bind:value={own.wide} name="tag-wide" /></label
      >
      <label class="field"
        >High, mm<input type="number" min={LEAST} max={MOST} bind:value={own.high} name="tag-high" /></label
      >
    {/if}
    <label
      ><input type="checkbox" bind:checked={desk.wholeYear} name="tag-year" /> all of the year, not only what stands on this
      day</label
    >
    <button class="act" onclick={() => print()}>print</button>
  </div>
  {#if all.length === 0}
    <p class="mt-4">Nothing stands here on this day.</p>
  {/if}
  <ul class="sheet" style:--wide={`${wide}mm`} style:--high={`${high}mm`}>
    {#each all as one (one.patch.id)}
      {@const code = qr(address(one))}
      <li data-tag={one.patch.id}>
        <div class="says">
          <strong>{upper(one.crop.name)}</strong>
          <span>{one.crop.ways.find((way) => way.key === one.patch.planted.way)?.name ?? ''}</span>
          <span>{since(one)}</span>
          <span>{apart(one)}</span>
          <span>{bed.name}: {where(one)}</span>
        </div>
        <svg viewBox={`0 0 ${code.wide} ${code.wide}`} role="img" aria-label={`opens ${address(one)}`}>
          <path d={code.d} shape-rendering="crispEdges" />
        </svg>
      </li>
    {/each}
  </ul>
</section>

<style>
  .tags {
    padding: 12px 18px 30px;
    overflow: auto;
  }
  .choose {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 6px 20px;
  }
  .sheet {
    display: flex;
    flex-wrap: wrap;
    gap: 3mm;
    margin-top: 16px;
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 1mm;
    box-sizing: border-box;
    width: var(--wide);
    height: var(--high);
    padding: 1.5mm 1mm 1mm 2mm;
    overflow: hidden;
    background: #fff;
    color: #000;
    border: 0.2mm dashed var(--color-soot-2);
    break-inside: avoid;
  }
  .says {
    display: flex;
    flex-direction: column;
    min-width: 0;
    font-size: 2.7mm;
    line-height: 1.22;
    overflow: hidden;
  }
  .says > span {
    overflow-wrap: anywhere;
  }
  strong {
    font-family: var(--font-serif);
    font-size: 4.6mm;
    line-height: 1.1;
  }
  svg {
    flex: none;
    height: 100%;
    max-width: 45%;
    aspect-ratio: 1;
  }
  @media print {
    .choose {
      display: none;
    }
    .sheet {
      margin-top: 0;
    }
  }
</style>
