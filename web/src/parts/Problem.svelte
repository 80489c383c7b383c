<script lang="ts">
  import { useOpenGarden } from '../state/context';
  import { upper } from '../words/text';

  const { garden } = useOpenGarden();
  const detail = $derived(garden.problem ? upper(garden.problem.detail) : '');
  const refusal = $derived(garden.problem?.refusal);
  const asked = $derived(garden.refused);

  /** Asks again for the same, planted between what stands there. */
  function between() {
    if (asked?.do === 'place' || asked?.do === 'change-patch') void garden.send({ ...asked, between: true });
  }

  /** Takes as many as fit, or makes the patch as large as they need. */
  function fewer(holes: number) {
    if (asked?.do === 'place' || asked?.do === 'change-patch') void garden.send({ ...asked, holes });
  }

  async function larger(rect: { x: number; y: number; w: number; h: number }) {
    if (asked?.do === 'place') void garden.send({ ...asked, rect });
    if (asked?.do !== 'change-patch') return;
    const patch = garden.shown(asked.patch)?.patch;
    if (patch && (await garden.send({ do: 'move-patch', patch: patch.id, bed: patch.bed, rect })))
      void garden.send(asked);
  }
</script>

{#if garden.problem}
  <div class="mb-4 border-b-2 border-rosehip pb-3" role="alert">
    <p class="trouble">{detail}</p>
    <p class="mt-1 flex flex-wrap gap-x-5">
      {#if refusal?.why === 'ground-taken' && asked?.do !== 'move-patch'}
        <button class="act" onclick={between}>plant it between</button>
      {/if}
      {#if refusal?.why === 'too-many'}
        {#if refusal.fits > 0}<button class="act" onclick={() => fewer(refusal.fits)}>take {refusal.fits}</button>{/if}
        {#if refusal.needs}
          {@const needs = refusal.needs}
          <button class="act" onclick={() => larger(needs)}>make the patch {needs.w / 2} × {needs.h / 2}</button>
        {/if}
      {/if}
      {#if garden.unanswered}
        <button class="act" onclick={() => garden.again()}>send it again</button>
      {:else if Object.keys(garden.unheard).length > 0}
        <button class="act" onclick={() => garden.askAgain()}>ask again</button>
      {:else}
        <button class="act" onclick={() => garden.putAway()}>put this away</button>
      {/if}
    </p>
  </div>
{/if}
