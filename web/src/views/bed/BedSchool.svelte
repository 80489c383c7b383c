<script lang="ts">
  // The school of spacing for this bed and for the household, which hold where a patch has none of its own.
  import type { Bed, School } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { OFFERED, schoolName, schoolWords } from '../../words/schools';

  let { bed }: { bed: Bed } = $props();
  const { garden } = useOpenGarden();

  const household = $derived(garden.view.garden.school);
  const held = $derived(bed.school ?? household);
  const names = $derived(new Set(OFFERED.map(schoolName)));

  const choices = $derived([
    ...OFFERED,
    ...[household, ...(bed.school ? [bed.school] : [])].filter((one) => !names.has(schoolName(one))),
  ]);

  function named(name: string): School | null {
    return choices.find((one) => schoolName(one) === name) ?? null;
  }
</script>

<h3>Spacing</h3>
{#if garden.mayChange}
  <div class="grid grid-cols-2 gap-x-4">
    <label class="field"
      >In this bed<select
        name="bed-school"
        value={bed.school ? schoolName(bed.school) : ''}
        onchange={(event) =>
          garden.send({ do: 'set-school', over: { of: 'bed', bed: bed.id }, school: named(event.currentTarget.value) })}
      >
        <option value="">as everywhere</option>
        {#each choices as one (schoolName(one))}<option>{schoolName(one)}</option>{/each}
      </select></label
    >
    <label class="field"
      >Everywhere<select
        name="household-school"
        value={schoolName(household)}
        onchange={(event) =>
          garden.send({ do: 'set-school', over: { of: 'household' }, school: named(event.currentTarget.value) })}
      >
        {#each choices as one (schoolName(one))}<option>{schoolName(one)}</option>{/each}
      </select></label
    >
  </div>
{/if}
<p class="quiet mt-1 mb-3">{schoolWords(held)}</p>
