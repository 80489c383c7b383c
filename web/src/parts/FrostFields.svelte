<script lang="ts">
  // When it freezes: as the climate of the place has it, on two dates, never, or in any month.
  import { LIMITS } from '../generated/Limits';
  import { untrack } from 'svelte';
  import type { Freezes, FrostEdge, MonthDay } from '../generated/api';
  import { MONTHS } from '../words/dates';
  import { frostWords } from '../words/place';

  interface Props {
    /** What is known now. */
    freezes: Freezes;
    /** What the climate of the place has, spring and autumn; nothing where that is not looked up. */
    edges?: [FrostEdge | null, FrostEdge | null] | null;
  }
  let { freezes, edges = null }: Props = $props();

  const start = untrack(() => freezes);
  const dates = start.is === 'dates' ? start : null;
  let is = $state(start.is);
  let last: MonthDay = $state({ ...(dates?.last ?? { month: 4, day: 25 }) });
  let first: MonthDay = $state({ ...(dates?.first ?? { month: 10, day: 20 }) });
  let spread = $state(dates?.spread_days ?? 14);
  let years = $state(dates?.in_ten ?? 10);
  let touched = dates !== null;

  const YEARS: Record<number, string> = {
    10: 'every year',
    5: 'one year in two',
    2: 'one year in five',
    1: 'one year in ten',
  };
  const offered = $derived([...new Set([10, 8, 5, 2, 1, years])].sort((a, b) => b - a));

  /** The dates begin with what the climate has, unless some were typed. */
  function chosen() {
    if (is !== 'dates' || touched) return;
    const day = (iso: string | null | undefined, other: MonthDay): MonthDay =>
      iso ? { month: Number(iso.slice(5, 7)), day: Number(iso.slice(8, 10)) } : other;
    last = day(edges?.[0]?.even ?? edges?.[0]?.late, last);
    first = day(edges?.[1]?.even ?? edges?.[1]?.early, first);
  }

  /** What is typed. */
  export function typed(): Freezes {
    if (is !== 'dates') return { is };
    return { is, last: { ...last }, first: { ...first }, spread_days: spread, in_ten: years };
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
        oninput={() => (touched = true)}
        name={`${name}-day`}
      /></label
    >
    <label class="field w-20"
      ><span class="sr-only">month</span><select
        bind:value={day.month}
        onchange={() => (touched = true)}
        name={`${name}-month`}
        >{#each MONTHS as month, index (month)}<option value={index + 1}>{month}</option>{/each}</select
      ></label
    >
  </fieldset>
{/snippet}

<label class="field"
  >Frost<select bind:value={is} onchange={chosen} name="freezes"
    ><option value="by-climate">as the climate of the place has it</option><option value="dates"
      >on two dates I know</option
    ><option value="never">never here</option><option value="every-month">in any month</option></select
  ></label
>
{#if is === 'by-climate' && edges}<p class="quiet" data-proposed>{frostWords(edges)}</p>{/if}
{#if is === 'dates'}
  <div class="grid grid-cols-[repeat(auto-fit,minmax(9.5rem,1fr))] gap-x-4 gap-y-2">
    {@render monthDay('Last spring frost, even chance', 'last-frost', last)}
    {@render monthDay('First autumn frost, even chance', 'first-frost', first)}
    <label class="field"
      >It freezes in<select bind:value={years} name="frost-years"
        >{#each offered as one (one)}<option value={one}>{YEARS[one] ?? `${one} years in ten`}</option>{/each}</select
      ></label
    >
    <label class="field"
      >Days from there to one in ten<input
        type="number"
        min={LIMITS.frostSpread[0]}
        max={LIMITS.frostSpread[1]}
        required
        bind:value={spread}
        name="spread"
      /></label
    >
  </div>
{/if}
