<script lang="ts">
  // Chooses a crop and its way of growing from two lists.
  import { useOpenGarden } from '../../../state/context';

  let { label, take }: { label: string; take: (crop: string, way: string) => void } = $props();
  const { garden } = useOpenGarden();

  let crop = $state('');
  const ways = $derived(garden.crop(crop)?.ways ?? []);
  let way = $state('');
  const chosen = $derived(ways.find((one) => one.key === way) ?? ways[0]);
</script>

<div class="mt-2 grid grid-cols-[1fr_1fr_auto] items-end gap-3">
  <label class="field"
    >{label}<select bind:value={crop} name="choice">
      <option value="">…</option>
      {#each garden.catalogue.crops as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field"
    >Grown as<select
      value={chosen?.key ?? ''}
      onchange={(event) => (way = event.currentTarget.value)}
      name="choice-way"
    >
      {#each ways as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <button class="act" disabled={!chosen} onclick={() => chosen && take(crop, chosen.key)}>add</button>
</div>
