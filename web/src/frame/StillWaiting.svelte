<script lang="ts">
  // Before signing out: what was written down and is not with the server would be gone.
  import { Dialog } from 'bits-ui';
  import { count } from '../words/lengths';

  interface Props {
    many: number;
    stay: () => void;
    go: () => void;
  }
  let { many, stay, go }: Props = $props();
</script>

<Dialog.Root bind:open={() => many > 0, (open) => !open && stay()}>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 bg-soot/25" />
    <Dialog.Content
      class="fixed top-[18vh] left-1/2 w-[min(480px,94vw)] -translate-x-1/2 border border-rule bg-slip p-6"
      data-still-waiting
    >
      <Dialog.Title class="font-serif text-[22px]">Not everything is with the server yet</Dialog.Title>
      <p class="mt-3">
        {count(many, 'entry waits', 'entries wait')} in this browser until the garden can be reached. Signing out throws
        {many === 1 ? 'it' : 'them'} away, so that nobody else here can read {many === 1 ? 'it' : 'them'}.
      </p>
      <p class="mt-4 flex flex-wrap gap-x-6">
        <button class="act min-h-12" onclick={stay}>stay signed in</button>
        <button class="act min-h-12" onclick={go}>sign out and lose {many === 1 ? 'it' : 'them'}</button>
      </p>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
