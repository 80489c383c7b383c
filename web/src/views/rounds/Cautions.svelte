<script lang="ts">
  // Everything that can hurt in a garden's work, in one list.
  import type { Caution } from '../../generated/api';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';

  let { back }: { back: () => void } = $props();
  const { garden } = useOpenGarden();
  const answer = new AnswerState(garden, () => ({ ask: 'cautions' }));
  const all = $derived<Caution[]>(answer.is ?? []);
</script>

<h2>What can hurt</h2>
<p class="quiet">
  Each is told once a day, at the work it belongs to. Labels, local rules, extension services and doctors know more than
  this book.
</p>
<ul class="rows mt-3" data-cautions>
  {#each all as caution (caution.key)}
    <li>
      {caution.text}{#if caution.ask}<span class="quiet">&nbsp;{caution.ask}</span>{/if}
    </li>
  {/each}
</ul>
<div class="foot"><button class="act min-h-12" onclick={back}>back to the round</button></div>
