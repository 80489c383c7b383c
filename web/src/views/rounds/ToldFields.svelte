<script lang="ts">
  // What can be said of something that happened beside its kind: how much, how deep, why, how bad.
  import type { Amount, Happened, Units } from '../../generated/api';
  import { readField } from '../../state/numberField';
  import { ENDING_NAMES, GRADE_NAMES, HARM_NAMES, SEED_COVER_NAMES, typed } from '../../words/journal';
  import { length } from '../../words/lengths';
  import AmountField from './AmountField.svelte';
  import MeasuredFields from './MeasuredFields.svelte';

  let { units, what = $bindable() }: { units: Units; what: Happened } = $props();

  // What is there as the fields are shown; what is typed after that stands in them as it was typed.
  const start = what;
  /** A length is typed in these, of so many tenths of a millimetre. */
  const [unit, tenths] = $derived(units === 'imperial' ? (['in', 254] as const) : (['cm', 100] as const));
  const shown = (value: number | null) => (value === null ? '' : length(value, units));
  const count = (many: number | null): Amount | null =>
    many === null ? null : { tenths: many, unit: 'pieces', rough: false };
  const more = (said: Partial<Happened>) => (what = { ...what, ...said } as Happened);
</script>

{#snippet measure(label: string, name: string, value: number | null, take: (value: number | null) => void)}
  <label class="field"
    >{label}, {unit}<input
      inputmode="decimal"
      {name}
      placeholder={shown(value)}
      oninput={({ currentTarget: field }) =>
        take(field.value.trim() === '' ? value : readField(field, (text) => typed(text, tenths)))}
    /></label
  >
{/snippet}

{#if 'many' in what}
  <AmountField {units} start={'many' in start ? start.many : null} take={(many) => more({ many })} />
{/if}
{#if what.kind === 'sown'}
  <div class="grid grid-cols-2 gap-3">
    {@render measure('How deep', 'journal-depth', 'depth' in start ? start.depth : null, (depth) => more({ depth }))}
    {@render measure('how far apart', 'journal-apart', null, (apart) => more({ apart }))}
  </div>
  <label class="field"
    >Covered<select bind:value={what.under} name="journal-under">
      <option value={null}>not said</option>
      {#each SEED_COVER_NAMES as [key, name] (key)}<option value={key}>{name}</option>{/each}
    </select></label
  >
{:else if what.kind === 'up'}
  <label class="field"
    >of how many<input
      inputmode="numeric"
      name="journal-of"
      oninput={({ currentTarget: field }) => more({ of: count(readField(field, (text) => typed(text, 10))) })}
    /></label
  >
{:else if what.kind === 'thinned'}
  {@render measure('To how far apart', 'journal-apart', 'to' in start ? start.to : null, (to) => more({ to }))}
{:else if what.kind === 'watered'}
  {@render measure('How deep it went', 'journal-depth', 'depth' in start ? start.depth : null, (depth) =>
    more({ depth }),
  )}
{:else if what.kind === 'soil-read' || what.kind === 'weather'}
  <MeasuredFields {units} kind={what.kind} {more} />
{:else if what.kind === 'cleared'}
  <label class="field"
    >Why<select bind:value={what.ending} name="journal-ending">
      {#each ENDING_NAMES as [key, name] (key)}<option value={key}>{name}</option>{/each}
    </select></label
  >
{:else if what.kind === 'seen'}
  <label class="field"
    >What it is<select bind:value={what.harm} name="journal-harm">
      {#each HARM_NAMES as [key, name] (key)}<option value={key}>{name}</option>{/each}
    </select></label
  >
  <label class="field"
    >How bad<select bind:value={what.grade} name="journal-grade">
      {#each GRADE_NAMES as [key, name] (key)}<option value={key}>{name}</option>{/each}
    </select></label
  >
{/if}
