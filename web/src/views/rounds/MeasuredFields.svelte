<script lang="ts">
  // What was measured: the soil by thermometer, finger and pH, or the weather of the day.
  import type { Happened, Units } from '../../generated/api';
  import { readField } from '../../state/numberField';
  import { typed } from '../../words/journal';
  import { tenths } from '../../words/season';

  interface Props {
    units: Units;
    kind: 'soil-read' | 'weather';
    more: (said: Partial<Happened>) => void;
  }
  let { units, kind, more }: Props = $props();

  const degree = $derived(units === 'imperial' ? '°F' : '°C');
  const temperature = (text: string) => {
    const value = tenths(text, units);
    return Number.isNaN(value) ? null : value;
  };
  /** Tenths of a millimetre in what rain is measured in. */
  const RAIN = $derived(units === 'imperial' ? 254 : 10);
</script>

{#if kind === 'soil-read'}
  <label class="field"
    >Temperature, {degree}<input
      inputmode="decimal"
      name="soil-temperature"
      oninput={(event) => more({ temperature: readField(event.currentTarget, temperature) })}
    /></label
  >
  <label class="field"
    >A finger feels it<select
      name="soil-moisture"
      onchange={(event) => {
        const value = event.currentTarget.value;
        more({ moisture: value === 'dry' || value === 'moist' || value === 'wet' ? value : null });
      }}
      ><option value="">not felt</option><option value="dry">dry</option><option value="moist">moist</option><option
        value="wet">wet</option
      ></select
    ></label
  >
  <label class="field"
    >pH<input
      inputmode="decimal"
      name="soil-ph"
      oninput={(event) => more({ tenths_ph: readField(event.currentTarget, (text) => typed(text, 10)) })}
    /></label
  >
{:else}
  {#each [['low', 'Lowest'], ['high', 'Highest']] as const as [key, name] (key)}
    <label class="field"
      >{name}, {degree}<input
        inputmode="decimal"
        name={`weather-${key}`}
        oninput={(event) => more({ [key]: readField(event.currentTarget, temperature) })}
      /></label
    >
  {/each}
  <label class="field"
    >Rain, {units === 'imperial' ? 'in' : 'mm'}<input
      inputmode="decimal"
      name="weather-rain"
      oninput={(event) => more({ rain: readField(event.currentTarget, (text) => typed(text, RAIN)) })}
    /></label
  >
{/if}
