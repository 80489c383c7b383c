<script lang="ts">
  // A patch of two varieties: the far end of its longer side becomes a patch of another way of the same crop.
  import { untrack } from 'svelte';
  import type { Patch, Way } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { whileShown } from '../../state/whileShown';
  import { squareSize } from '../../words/reasons';

  let { patch, ways, done }: { patch: Patch; ways: Way[]; done: () => void } = $props();
  const { garden } = useOpenGarden();
  const divided = whileShown(() => done());

  const sideways = $derived(patch.line ? !patch.line.across : patch.rect.w >= patch.rect.h);
  const long = $derived(sideways ? patch.rect.w : patch.rect.h);
  const others = $derived(ways.filter((one) => one.key !== patch.planted.way));
  // Another variety is meant more often than another way of the book.
  let way = $state(untrack(() => (others.find((one) => one.variety) ?? others[0])?.key ?? ''));
  let part = $state(untrack(() => Math.max(1, Math.floor(long / 2))));
  const ground = $derived(sideways ? squareSize(part, patch.rect.h) : squareSize(patch.rect.w, part));

  async function divide(event: SubmitEvent) {
    event.preventDefault();
    if (await garden.send({ do: 'divide-patch', patch: patch.id, way, half_squares: part, until: null })) divided();
  }
</script>

<form class="col-span-2 grid grid-cols-2 gap-x-4 gap-y-1" onsubmit={divide} aria-label="Part of it is another">
  <label class="field"
    >The other<select bind:value={way} name="divide-way">
      {#each others as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field"
    >half squares of {long}<input
      type="number"
      min="1"
      max={long - 1}
      bind:value={part}
      required
      name="divide-part"
    /></label
  >
  <p class="quiet col-span-2">
    {ground} at its {sideways ? 'right' : 'near'} end, for the same days. What was written down stays with the first: write
    down what is sown of the other by itself.
  </p>
  <p class="col-span-2"><button class="act">divide it</button></p>
</form>
