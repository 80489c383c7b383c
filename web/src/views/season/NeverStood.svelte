<script lang="ts">
  // What was planned for the year and never done, so that it counts nowhere; and what to do about it.
  import type { Happened, NeverStood, Patch } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth } from '../../words/dates';
  import { upper } from '../../words/text';

  const { garden } = useOpenGarden();

  const all = $derived(
    garden.view.reckoning.never.flatMap((one) => {
      const patch = garden.view.garden.patches.find((some) => some.id === one.patch);
      return patch ? [{ ...one, patch }] : [];
    }),
  );
  const WHY: Record<NeverStood['why'], string> = {
    'left-out': 'left out',
    unwritten: 'not written down, though what came before and after was',
  };

  /** It stood as it was planned. */
  function stood(patch: Patch, what: Happened) {
    void garden.writeDown({ what, at: { bed: patch.bed, patch: patch.id, rect: null }, day: patch.from });
  }
</script>

{#if all.length > 0}
  <h3>Planned and not done</h3>
  <p class="quiet">These count neither in the turns nor on any day.</p>
  <ul class="rows" data-never>
    {#each all as { patch, why, told } (patch.id)}
      <li>
        {upper(garden.crop(patch.planted.crop)?.plural ?? patch.planted.crop)} in {garden.bed(patch.bed)?.name}
        <span class="quiet">{dayMonth(patch.from)} to {dayMonth(patch.until)}, {WHY[why]}</span>
        {#if garden.mayChange}
          <span class="flex flex-wrap gap-x-4">
            {#if told && patch.from <= garden.view.today}
              <button class="act" onclick={() => stood(patch, told)}>it stood as planned</button>
            {/if}
            <button class="act" onclick={() => garden.send({ do: 'remove-patch', patch: patch.id })}
              >take it out of the plan</button
            >
          </span>
        {/if}
      </li>
    {/each}
  </ul>
{/if}
