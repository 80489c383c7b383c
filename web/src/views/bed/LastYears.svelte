<script lang="ts">
  import type { Bed, BedReckoning, Stand, Stood } from '../../generated/api';
  import CropNames from '../../parts/CropNames.svelte';
  import { useOpenGarden } from '../../state/context';
  import { yearName } from '../../words/dates';

  let { bed, reckoned }: { bed: Bed; reckoned: BedReckoning } = $props();
  const { garden } = useOpenGarden();

  const years = $derived([...new Set(reckoned.before.map((stand) => stand.year))].slice(0, 8));
  let year = $state<number | null>(null);
  let section = $state('');
  let family = $state('');
  const lastYear = $derived(garden.season.planning_year - 1);

  function name(stood: Stood): string {
    return garden.stoodName(stood);
  }

  function where(stand: Stand): string {
    if (reckoned.sections === 1) return '';
    if (stand.first_section === 0 && stand.last_section === reckoned.sections - 1) return '';
    return stand.first_section === stand.last_section
      ? ` (section ${stand.first_section + 1})`
      : ` (sections ${stand.first_section + 1} to ${stand.last_section + 1})`;
  }

  function remembered(stand: Stand): number | undefined {
    return garden.view.garden.past.find(
      (past) =>
        past.bed === bed.id &&
        past.year === stand.year &&
        past.stood.key === stand.stood.key &&
        past.stood.what === stand.stood.what &&
        (past.section ?? 0) === stand.first_section,
    )?.id;
  }

  function remember(stood: Stood): Promise<boolean> {
    const where = section === '' ? null : Number(section);
    return garden.send({ do: 'remember', bed: bed.id, section: where, year: year ?? lastYear, stood });
  }

  async function rememberFamily(event: SubmitEvent) {
    event.preventDefault();
    if (await remember({ what: 'family', key: family })) family = '';
  }
</script>

<h3>Last years</h3>
{#if years.length === 0}
  <p class="quiet">Nothing is remembered of this bed.</p>
{/if}
<ul class="rows">
  {#each years as one (one)}
    <li class="grid grid-cols-[4.2em_1fr] gap-2">
      <span class="font-serif text-chestnut">{yearName(one, garden.southern)}</span>
      <span>
        {#each reckoned.before.filter((stand) => stand.year === one) as stand, index (index)}
          {@const past = remembered(stand)}{index > 0 ? ', ' : ''}<span class="whitespace-nowrap">
            {name(stand.stood)}<span class="quiet">{where(stand)}</span
            >{#if past !== undefined && garden.mayChange}<button
                class="forget"
                aria-label={`forget ${name(stand.stood)} in ${yearName(one, garden.southern)}`}
                title="forget this"
                onclick={() => garden.send({ do: 'forget', past })}>×</button
              >{/if}
          </span>
        {/each}
      </span>
    </li>
  {/each}
</ul>
{#if garden.mayChange}
  <div class="mt-3 grid grid-cols-[5em_1fr] gap-x-3 gap-y-1">
    <label class="field"
      >Year<input
        type="number"
        value={year ?? lastYear}
        onchange={(event) => (year = Number(event.currentTarget.value))}
        name="past-year"
        required
      /></label
    >
    {#if reckoned.sections > 1}
      <label class="field"
        >Where<select bind:value={section} name="past-section">
          <option value="">the whole bed</option>
          {#each Array.from({ length: reckoned.sections }, (_, i) => i) as one (one)}<option value={String(one)}
              >section {one + 1} from the left</option
            >{/each}
        </select></label
      >
    {/if}
  </div>
  <CropNames
    label="What stood here"
    name="past-what"
    action="remember this"
    take={(key) => remember({ what: 'crop', key })}
  />
  <form
    class="mt-1 mb-4 grid grid-cols-[1fr_auto] items-end gap-3"
    onsubmit={rememberFamily}
    aria-label="Only the family is known"
  >
    <label class="field"
      >Or only its family<select bind:value={family} required name="past-family">
        <option value="" disabled>choose</option>
        {#each garden.catalogue.families as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
      </select></label
    >
    <button class="act">remember it</button>
  </form>
{/if}

<style>
  .forget {
    min-width: 24px;
    min-height: 24px;
    color: var(--color-soot-2);
    cursor: pointer;
  }
  .forget:hover {
    color: var(--color-rosehip);
  }
</style>
