<script lang="ts">
  // How much: a number, of what, and whether it is a guess.
  import type { Amount, Units } from '../../generated/api';
  import { readField } from '../../state/numberField';
  import { counted, typed } from '../../words/journal';

  interface Props {
    units: Units;
    /** What is there already. */
    start?: Amount | null;
    take: (amount: Amount | null) => void;
  }
  let { units, start = null, take }: Props = $props();

  const all = $derived(counted(units));
  // svelte-ignore state_referenced_locally
  let text = $state(start ? String(start.tenths / 10) : '');
  let key = $state('pieces');
  let rough = $state(false);

  let field: HTMLInputElement | undefined = $state();

  function tell() {
    const one = all.find((other) => other.key === key) ?? all[0];
    const tenths = field && one ? readField(field, (typedIn) => typed(typedIn, one.tenths)) : null;
    take(one && tenths !== null ? { tenths, unit: one.unit, rough } : null);
  }
</script>

<div class="grid grid-cols-[1fr_1fr] gap-3">
  <label class="field"
    >How many, how much<input
      bind:this={field}
      bind:value={text}
      oninput={tell}
      inputmode="decimal"
      name="journal-many"
    /></label
  >
  <label class="field"
    >Of what<select bind:value={key} onchange={tell} name="journal-unit">
      {#each all as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
</div>
<label class="flex min-h-8 items-center gap-1"
  ><input type="checkbox" bind:checked={rough} onchange={tell} />about: it is a guess</label
>
