<script lang="ts">
  import type { Bed } from '../../generated/Bed';
  import type { BedReckoning } from '../../generated/BedReckoning';
  import type { Stand } from '../../generated/Stand';
  import type { Stood } from '../../generated/Stood';
  import { useOpenGarden } from '../../state/context';
  import { yearName } from '../../words/dates';

  let { bed, reckoned }: { bed: Bed; reckoned: BedReckoning } = $props();
  const { garden } = useOpenGarden();

  const years = $derived([...new Set(reckoned.before.map((stand) => stand.year))].slice(0, 8));
  let year = $state<number | null>(null);
  let section = $state('');
  let what = $state('');
  const lastYear = $derived(garden.season.planning_year - 1);

  function name(stood: Stood): string {
    return (stood.what === 'crop' ? garden.crop(stood.key)?.name : garden.familyName(stood.key)) ?? stood.key;
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

  async function remember(event: SubmitEvent) {
    event.preventDefault();
    const [kind, key] = what.split(':');
    if (!key) return;
    const stood: Stood = kind === 'family' ? { what: 'family', key } : { what: 'crop', key };
    const where = section === '' ? null : Number(section);
    if (await garden.send({ do: 'remember', bed: bed.id, section: where, year: year ?? lastYear, stood })) what = '';
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
  <form
    class="mt-3 mb-4 grid grid-cols-[5em_1fr] gap-x-3 gap-y-1"
    onsubmit={remember}
    aria-label="Remember an earlier year"
  >
    <label class="field"
      >Year<input
        type="number"
        value={year ?? lastYear}
        onchange={(event) => (year = Number(event.currentTarget.value))}
        name="past-year"
        required
      /></label
    >
    <label class="field"
      >What stood here<select bind:value={what} required name="past-what">
        <option value="" disabled>choose</option>
        <optgroup label="crops">
          {#each garden.catalogue.crops as crop (crop.key)}<option value={`crop:${crop.key}`}>{crop.name}</option
            >{/each}
        </optgroup>
        <optgroup label="only the family is known">
          {#each garden.catalogue.families as family (family.key)}<option value={`family:${family.key}`}
              >{family.name}</option
            >{/each}
        </optgroup>
      </select></label
    >
    {#if reckoned.sections > 1}
      <label class="field col-span-2"
        >Where<select bind:value={section}>
          <option value="">the whole bed</option>
          {#each Array.from({ length: reckoned.sections }, (_, i) => i) as one (one)}<option value={String(one)}
              >section {one + 1} from the left</option
            >{/each}
        </select></label
      >
    {/if}
    <div class="col-span-2"><button class="act">remember this</button></div>
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
