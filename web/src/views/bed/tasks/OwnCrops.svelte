<script lang="ts">
  // Crops that the book lacks: the list of them, and one that is written.
  import { useOpenGarden } from '../../../state/context';
  import { upper } from '../../../words/text';
  import OwnCropForm from './OwnCropForm.svelte';

  const { garden, desk } = useOpenGarden();
  const own = $derived(garden.view.own.crops);
  const written = $derived.by(() => {
    const { ownCrop } = desk;
    if (!ownCrop) return null;
    if ('name' in ownCrop) return { name: ownCrop.name, crop: null };
    const crop = garden.view.garden.own_crops.find((one) => one.id === ownCrop.id);
    return crop ? { name: crop.name, crop } : null;
  });

  /** What was kept is taken in hand, to be planted. */
  function kept(number: number | null) {
    const isNew = written?.crop === null;
    const crop = garden.view.own.crops.find((one) => one.like?.id === number);
    desk.ownCrop = null;
    if (crop?.ways[0] && isNew) desk.take(crop.key, crop.ways[0].key);
  }
</script>

{#if written}
  {#key written.crop?.id}<OwnCropForm crop={written.crop} name={written.name} done={kept} />{/key}
{:else}
  <p class="quiet mt-2">
    What the book lacks is told by its nearest relative: whatever you do not say of it is that one’s. It is spaced,
    dated, rotated and cared for like any other crop.
  </p>
  <ul class="rows mt-2" data-own-crops>
    {#each own as crop (crop.key)}
      <li class="flex justify-between gap-3">
        <button class="act" onclick={() => crop.like && (desk.ownCrop = { id: crop.like.id })}
          >{upper(crop.name)}</button
        >
        <span class="quiet">like {garden.crop(crop.like?.key ?? '')?.name ?? ''}</span>
      </li>
    {:else}
      <li class="quiet">None yet.</li>
    {/each}
  </ul>
  {#if garden.mayChange}<p class="mt-3">
      <button class="act" onclick={() => (desk.ownCrop = { name: '' })}>add one</button>
    </p>{/if}
{/if}
