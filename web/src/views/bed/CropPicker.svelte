<script lang="ts">
  import { Combobox } from 'bits-ui';
  import { useOpenGarden } from '../../state/context';
  import { matching, type Named } from '../../words/names';

  const { garden, desk } = useOpenGarden();
  let sought = $state('');
  /** How many crops were taken; each leaves an empty field behind. */
  let taken = $state(0);

  const crops = $derived(matching(garden.catalogue, sought, (key) => garden.familyName(key)).slice(0, 60));
  const wayOf = ({ crop, way }: Named) => crop.ways.find((one) => one.key === way) ?? crop.ways[0];
  const idOf = (one: Named) => `${one.crop.key}/${wayOf(one)?.key ?? ''}`;

  /** What is chosen where the book lacks it. */
  const OWN = 'own';

  function take(id: string) {
    if (id === OWN) {
      desk.writeCrop({ name: sought.trim() });
      sought = '';
      taken += 1;
      return;
    }
    const [crop, way] = id.split('/');
    if (!crop || !way) return;
    desk.take(crop, way);
    sought = '';
    taken += 1;
    // Back to the squares, so that the next key places it.
    requestAnimationFrame(() => document.querySelector<HTMLElement>('#find-crop')?.blur());
  }
</script>

<div class="px-5 pb-1 pl-[74px]">
  {#key taken}
    <Combobox.Root type="single" value="" onValueChange={take} inputValue={sought}>
      <Combobox.Input
        id="find-crop"
        class="w-64 border-b border-rule bg-transparent px-1 py-1"
        placeholder="find a crop to plant  /"
        aria-label="Find a crop to put on squares"
        oninput={(event) => (sought = event.currentTarget.value)}
      />
      <Combobox.Content
        class="z-10 max-h-72 w-80 overflow-auto border border-rule bg-slip py-1"
        side="top"
        sideOffset={4}
      >
        {#each crops as one (idOf(one))}
          <Combobox.Item
            value={idOf(one)}
            label={one.crop.name}
            class="flex cursor-pointer justify-between gap-3 px-3 py-1 data-highlighted:bg-buff"
          >
            <span>{one.crop.name}{one.way ? `, ${wayOf(one)?.name ?? ''}` : ''}{one.said ? ` (${one.said})` : ''}</span
            ><span class="text-[13px] text-soot-2">{garden.familyName(one.crop.family)}</span>
          </Combobox.Item>
        {:else}
          <p class="px-3 py-1 text-soot-2">No crop of that name is in the book.</p>
        {/each}
        {#if sought.trim() !== ''}
          <!-- A button would take the focus from the field, and the list would close under it. -->
          <Combobox.Item
            value={OWN}
            label={sought}
            class="cursor-pointer px-3 py-1 text-chestnut data-highlighted:bg-buff"
          >
            Add “{sought.trim()}” as a crop of your own
          </Combobox.Item>
        {/if}
      </Combobox.Content>
    </Combobox.Root>
  {/key}
</div>
