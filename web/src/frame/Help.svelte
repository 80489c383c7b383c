<script lang="ts">
  import { Dialog } from 'bits-ui';
  import { useOpenGarden } from '../state/context';
  import { VIEWS } from '../views';
  import { FRAME_KEYS } from './keys';

  const { desk } = useOpenGarden();
  const lists = async () => [
    { name: 'Everywhere', keys: FRAME_KEYS },
    ...(await Promise.all(VIEWS.map(async (view) => ({ name: view.where, keys: await view.keys() })))),
  ];
</script>

<Dialog.Root bind:open={desk.helpOpen}>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 bg-soot/25" />
    <Dialog.Content
      class="fixed top-[8vh] left-1/2 max-h-[84vh] w-[min(600px,94vw)] -translate-x-1/2 overflow-auto border border-rule bg-slip p-6"
    >
      <Dialog.Title class="font-serif text-[24px]">Keys</Dialog.Title>
      {#await lists() then all}{#each all as list (list.name)}
          <h3>{list.name}</h3>
          <dl class="grid grid-cols-[11rem_1fr] gap-x-4 gap-y-1">
            {#each list.keys as { says: [key, what] } (key)}
              <dt class="font-bold">{key}</dt>
              <dd>{what}</dd>
            {/each}
          </dl>
        {/each}{/await}
      <Dialog.Close class="act mt-4">close</Dialog.Close>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
