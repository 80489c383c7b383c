<script lang="ts">
  import { Dialog } from 'bits-ui';
  import { useOpenGarden } from '../state/context';
  import { BED_KEYS } from '../views/bed/keys';
  import { ROUNDS_KEYS } from '../views/rounds/keys';
  import { SEASON_KEYS } from '../views/season/keys';
  import { TIN_KEYS } from '../views/tin/keys';
  import { TURNS_KEYS } from '../views/turns/keys';
  import { WANTS_KEYS } from '../views/wants/keys';
  import { YARD_KEYS } from '../views/yard/keys';
  import { FRAME_KEYS } from './keys';

  const { desk } = useOpenGarden();
  const LISTS = [
    { name: 'Everywhere', keys: FRAME_KEYS },
    { name: 'In the Yard', keys: YARD_KEYS },
    { name: 'In the Wants', keys: WANTS_KEYS },
    { name: 'In the Turns', keys: TURNS_KEYS },
    { name: 'In a bed', keys: BED_KEYS },
    { name: 'In the Season', keys: SEASON_KEYS },
    { name: 'In the Seed tin', keys: TIN_KEYS },
    { name: 'On the Rounds', keys: ROUNDS_KEYS },
  ];
</script>

<Dialog.Root bind:open={desk.helpOpen}>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 bg-soot/25" />
    <Dialog.Content
      class="fixed top-[8vh] left-1/2 max-h-[84vh] w-[min(600px,94vw)] -translate-x-1/2 overflow-auto border border-rule bg-slip p-6"
    >
      <Dialog.Title class="font-serif text-[24px]">Keys</Dialog.Title>
      {#each LISTS as list (list.name)}
        <h3>{list.name}</h3>
        <dl class="grid grid-cols-[11rem_1fr] gap-x-4 gap-y-1">
          {#each list.keys as { says: [key, what] } (key)}
            <dt class="font-bold">{key}</dt>
            <dd>{what}</dd>
          {/each}
        </dl>
      {/each}
      <Dialog.Close class="act mt-4">close</Dialog.Close>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
