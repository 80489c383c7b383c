<script lang="ts">
  // When it freezes: two even-chance dates and how far they scatter, or not at all.
  import { LIMITS } from '../generated/Limits';
  import { untrack } from 'svelte';
  import type { Frost } from '../generated/Frost';
  import type { MonthDay } from '../generated/MonthDay';
  import { MONTHS } from '../words/dates';

  interface Props {
    /** What is known now; nothing where it does not freeze. */
    frost: Frost | null;
  }
  let { frost }: Props = $props();

  const start = untrack(() => frost);
  let freezes = $state(start !== null);
  let last: MonthDay = $state({ ...(start?.last ?? { month: 4, day: 25 }) });
  let first: MonthDay = $state({ ...(start?.first ?? { month: 10, day: 20 }) });
  let spread = $state(start?.spread_days ?? 14);

  /** What is typed. */
  export function typed(): Frost | null {
    return freezes ? { last: { ...last }, first: { ...first }, spread_days: spread } : null;
  }
</script>

{#snippet monthDay(label: string, name: string, day: MonthDay)}
  <fieldset class="flex items-end gap-2">
    <legend class="quiet">{label}</legend>
    <label class="field w-16"
      ><span class="sr-only">day</span><input
        type="number"
        min="1"
        max="31"
        required
        bind:value={day.day}
        name={`${name}-day`}
      /></label
    >
    <label class="field w-20"
      ><span class="sr-only">month</span><select bind:value={day.month} name={`${name}-month`}
        >{#each MONTHS as month, index (month)}<option value={index + 1}>{month}</option>{/each}</select
      ></label
    >
  </fieldset>
{/snippet}

<label class="flex items-center gap-2"
  ><input type="checkbox" bind:checked={freezes} />It freezes here in some years</label
>
{#if freezes}
  <div class="grid grid-cols-[repeat(auto-fit,minmax(9.5rem,1fr))] gap-x-4 gap-y-2">
    {@render monthDay('Last spring frost, even chance', 'last-frost', last)}
    {@render monthDay('First autumn frost, even chance', 'first-frost', first)}
  </div>
  <label class="field"
    >Days from the even chance to one year in ten<input
      type="number"
      min={LIMITS.frostSpread[0]}
      max={LIMITS.frostSpread[1]}
      required
      bind:value={spread}
      name="spread"
    /></label
  >
{/if}
