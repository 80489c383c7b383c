<script lang="ts">
  // What a variety did here, planting by planting, as it was written down.
  import type { StandRecord, WayRecord } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { fullDate } from '../../words/dates';
  import { ENDINGS, amount } from '../../words/journal';

  let { record }: { record: WayRecord } = $props();
  const { garden } = useOpenGarden();

  const told = (stand: StandRecord) =>
    [
      `from ${fullDate(stand.from)}`,
      stand.up_after === null ? '' : `up after ${stand.up_after} days`,
      stand.up ? `${stand.up[0]} of ${stand.up[1]} came up` : '',
      stand.days === null ? '' : `first picked after ${stand.days} days`,
      stand.picked.length ? `picked ${stand.picked.map((many) => amount(many, garden.units)).join(' and ')}` : '',
      stand.ended ? ENDINGS[stand.ended] : '',
    ]
      .filter(Boolean)
      .join(', ');
</script>

<div class="col-span-2" data-record>
  <h3>What it did here</h3>
  <ul class="rows text-[14px]">
    {#each record.stands as stand (stand.patch)}
      <li>{garden.bed(stand.bed)?.name ?? ''}, {told(stand)}</li>
    {/each}
  </ul>
  {#if record.up}<p class="quiet">
      Of all that were counted {record.up[0]} of {record.up[1]} came up: {Math.round(
        (100 * record.up[0]) / record.up[1],
      )} of a hundred.
    </p>{/if}
</div>
