<script lang="ts">
  // How much: a number, of what, and whether it is a guess.
  import type { Amount } from '../../generated/Amount';
  import type { Units } from '../../generated/Units';
  import { counted } from '../../words/journal';

  interface Props {
    units: Units;
    amount: Amount | null;
    /** What is there already. */
    start?: Amount | null;
  }
  let { units, amount = $bindable(), start = null }: Props = $props();

  const all = $derived(counted(units));
  // svelte-ignore state_referenced_locally
  let text = $state(start ? String(start.tenths / 10) : '');
  let key = $state('pieces');
  let rough = $state(false);

  $effect(() => {
    const value = Number(text.replace(',', '.'));
    const one = all.find((other) => other.key === key) ?? all[0];
    amount =
      text.trim() === '' || !Number.isFinite(value) || value < 0 || !one
        ? null
        : { tenths: Math.round(value * one.tenths), unit: one.unit, rough };
  });
</script>

<div class="grid grid-cols-[1fr_1fr] gap-3">
  <label class="field">How many, how much<input bind:value={text} inputmode="decimal" name="journal-many" /></label>
  <label class="field"
    >Of what<select bind:value={key} name="journal-unit">
      {#each all as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
</div>
<label class="flex min-h-8 items-center gap-1"><input type="checkbox" bind:checked={rough} />about: it is a guess</label
>
