<script lang="ts">
  import type { Crop, Way } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { length } from '../../words/lengths';

  let { crop, way }: { crop: Crop; way: Way } = $props();
  const { garden, desk } = useOpenGarden();

  const METHODS = { direct: 'sown where it stays', transplant: 'planted out', either: 'sown or planted out' };
  const FEEDING = { heavy: 'hungry', moderate: 'middling', light: 'wants little', giver: 'gives nitrogen' };
  const HARDY = {
    tender: 'dies at the first frost',
    'half-hardy': 'takes a light frost',
    hardy: 'stands below freezing',
  };
  const units = $derived(garden.units);
  const warmth = $derived((celsius: number) =>
    units === 'imperial' ? `${Math.round(celsius * 1.8 + 32)} °F` : `${Math.round(celsius)} °C`,
  );
  const source = $derived((group: string) => garden.catalogue.sources[crop.sources[group] ?? '']);

  const rows = $derived([
    ['soil', 'Sowing', `${METHODS[crop.method]}, ${length(way.variety?.depth ?? crop.sow_depth, units)} deep; soil from ${warmth(way.soil.may)}, better from ${warmth(way.soil.better)}${way.soil.best ? `, up soonest at ${warmth(way.soil.best)}` : ''}`],
    ['season', 'Days', `${way.days[0]} to ${way.days[1]} from ${way.counted_from}${crop.pick_every ? `, then picked every ${crop.pick_every} days or so` : ''}`],
    ['size', 'Size', `${length(way.spread, units)} wide, ${length(way.height, units)} high; roots ${length(crop.root_depth, units)} deep`],
    ['season', 'In rows', `${length(way.row[0], units)} apart, rows ${length(way.row[1], units)}`],
    ['cold', 'Cold', `${HARDY[crop.hardiness]}; dies at about ${warmth(crop.kills_c)}`],
    ['soil', 'Soil', `${FEEDING[crop.feeding]}; pH ${crop.ph[0]} to ${crop.ph[1]}`],
    ['botany', 'Plant', `${crop.botanical}, ${crop.apg}; ${crop.life}`],
  ] as const); // prettier-ignore
</script>

<h3>What is known of it</h3>
{#if crop.like}
  {@const own = crop.like}
  <p class="quiet" data-like>
    A crop of your own, like {garden.crop(own.key)?.name ?? 'one of the book'}.
    {#if garden.mayChange}<button class="act" onclick={() => desk.writeCrop({ id: own.id })}>change it</button>{/if}
  </p>
{/if}
<dl class="rows mb-3 text-[14px]">
  {#each rows as [group, name, what] (name)}
    <div class="grid grid-cols-[4.6em_1fr] gap-2" title={`${source(group)?.title ?? ''}: ${source(group)?.note ?? ''}`}>
      <dt class="text-soot-2">{name}</dt>
      <dd>{what} <span class="text-[12px] text-soot-2 italic">{source(group)?.title ?? ''}</span></dd>
    </div>
  {/each}
</dl>
