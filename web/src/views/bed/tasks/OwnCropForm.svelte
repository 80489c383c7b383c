<script lang="ts">
  // One crop of the household's own: its names, its nearest relative, and each figure beside that one's.
  import { untrack } from 'svelte';
  import { LETTERS, LIMITS } from '../../../generated/Limits';
  import type { OwnCrop, OwnCropDraft } from '../../../generated/api';
  import LengthField from '../../../parts/LengthField.svelte';
  import { useOpenGarden } from '../../../state/context';
  import { whileShown } from '../../../state/whileShown';
  import { daysTyped, readDays } from '../../../words/days';
  import { length } from '../../../words/lengths';
  import { upper } from '../../../words/text';
  import { degrees } from '../../../words/season';
  import { wholeCelsius, wholeDegrees } from '../../../words/warmth';

  interface Props {
    /** The crop that is there; nothing for a new one. */
    crop: OwnCrop | null;
    /** What a new one is called. */
    name: string;
    /** It was kept, under this number, forgotten, or left as it was. */
    done: (kept: number | null) => void;
  }
  let { crop, name: called, done }: Props = $props();
  const { garden } = useOpenGarden();
  const closes = whileShown((one: number | null) => done(one));

  const written = (value: number | null | undefined) =>
    value === null || value === undefined ? '' : length(value, garden.units);
  const start = untrack(() => crop);
  const said = start?.figures;
  let name = $state(untrack(() => start?.name ?? called));
  let plural = $state(start && start.plural !== start.name ? start.plural : '');
  let botanical = $state(start?.botanical ?? '');
  let like = $state(start?.like ?? '');
  let way = $state(start?.way ?? '');
  let family = $state<string | null>(start?.family ?? null);
  let along = $state(written(said?.distance?.along));
  let across = $state(written(said?.distance?.across));
  let spread = $state(written(said?.spread));
  let height = $state(written(said?.height));
  let depth = $state(written(said?.depth));
  let days = $state(daysTyped(said?.days));
  let countedFrom = $state(said?.counted_from ?? null);
  let picked = $state(said?.picked?.toString() ?? '');
  let kills = $state(wholeDegrees(said?.kills_c ?? null, garden.units));
  let soil = $state(wholeDegrees(said?.soil_c ?? null, garden.units));
  let source = $state(start?.source ?? '');
  let note = $state(start?.note ?? '');
  let trouble = $state('');

  const book = $derived(garden.catalogue.crops.filter((one) => !one.like));
  const relative = $derived(book.find((one) => one.key === like));
  const ways = $derived(relative?.ways.filter((one) => !one.variety) ?? []);
  const grown = $derived(ways.find((one) => one.key === way) ?? ways[0]);
  const unit = $derived(garden.units === 'imperial' ? '°F' : '°C');
  const families = $derived(garden.catalogue.families);

  const none = (text: string) => (text.trim() === '' ? null : text);

  /** What cannot be read, in words; nothing where all can be. */
  function odd(): string {
    if (days.trim() !== '' && readDays(days) === null)
      return `Days: “${days}” has no number in it. Type 60, or 55 to 65.`;
    if (picked.trim() !== '' && !/^\s*\d+\s*$/.test(picked))
      return `Picked for: “${picked}” is not a whole number of days.`;
    for (const [field, value] of [
      ['Killed by', kills],
      ['Soil from', soil],
    ] as const)
      if (value.trim() !== '' && wholeCelsius(value, garden.units) === null)
        return `${field}: “${value}” is not a temperature. Type a number of ${unit}, or leave it empty.`;
    return '';
  }

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    trouble = odd();
    if (trouble || !relative || !grown) return;
    const draft: OwnCropDraft = {
      like: relative.key,
      way: grown.key,
      name,
      plural,
      botanical,
      family,
      distance: none(along) || none(across) ? [none(along) ?? across, none(across) ?? along] : null,
      spread: none(spread),
      height: none(height),
      depth: none(depth),
      days: readDays(days),
      counted_from: countedFrom,
      picked: picked.trim() === '' ? null : Math.min(65535, Number(picked)),
      kills_c: wholeCelsius(kills, garden.units),
      soil_c: wholeCelsius(soil, garden.units),
      source,
      note,
    };
    if (!(await garden.send({ do: 'keep-own-crop', crop: start?.id ?? null, draft }))) return;
    closes(start?.id ?? garden.made.own_crops?.[0] ?? null);
  }

  async function forget() {
    // What is forgotten shows no form any more: told all the same.
    if (start && (await garden.send({ do: 'forget-own-crop', crop: start.id }))) done(null);
  }
</script>

<form class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2" onsubmit={keep} aria-label="A crop of your own">
  <label class="field"
    >What it is called<input
      bind:value={name}
      maxlength={LETTERS.bedName}
      required
      name="own-name"
      {@attach (field) => field.focus()}
    /></label
  >
  <label class="field"
    >more than one of it<input
      bind:value={plural}
      maxlength={LETTERS.bedName}
      placeholder="the same"
      name="own-plural"
    /></label
  >
  <label class="field"
    >Its nearest relative<select bind:value={like} required name="own-like">
      <option value="" disabled>which of the book</option>
      {#each book as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field"
    >Grown as<select bind:value={() => grown?.key ?? '', (key) => (way = key)} disabled={!relative} name="own-way">
      {#each ways as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field"
    >Rotates with<select bind:value={family} name="own-family">
      <option value={null}
        >{relative ? `as ${relative.name}: ${garden.familyName(relative.family)}` : 'its relative'}</option
      >
      {#each families as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field"
    >Botanical name<input bind:value={botanical} maxlength={LETTERS.name} name="own-botanical" /></label
  >
  {#if relative && grown}
    <p class="quiet col-span-2" data-relative>
      What you leave empty is as the {relative.name} has it: {length(grown.row[0], garden.units)} in the row, {length(
        grown.spread,
        garden.units,
      )} wide, {length(grown.height, garden.units)} high, {length(relative.sow_depth, garden.units)} deep, {grown
        .days[0]} to
      {grown.days[1]} days from {grown.counted_from}, soil from {degrees(grown.soil.may, garden.units)}, killed at {degrees(
        relative.kills_c,
        garden.units,
      )}. It is cared for as {relative.plural} are. Of company only what holds for its whole family is taken over.
    </p>
  {/if}
  <LengthField label="Apart" bind:value={along} units={garden.units} name="own-along" />
  <LengthField label="and across" bind:value={across} units={garden.units} name="own-across" />
  <LengthField label="How wide" bind:value={spread} units={garden.units} name="own-spread" />
  <LengthField label="How high" bind:value={height} units={garden.units} name="own-height" />
  <LengthField label="How deep" bind:value={depth} units={garden.units} name="own-depth" />
  <label class="field"
    >Picked for, days<input
      bind:value={picked}
      inputmode="numeric"
      placeholder={`${LIMITS.picked[0]} to ${LIMITS.picked[1]}`}
      name="own-picked"
    /></label
  >
  <label class="field"
    >Days<input
      bind:value={days}
      inputmode="numeric"
      placeholder={`${LIMITS.packet[0]} to ${LIMITS.packet[1]}`}
      name="own-days"
    /></label
  >
  <label class="field"
    >counted from<select bind:value={countedFrom} name="own-from">
      <option value={null}>{grown ? `as its relative: ${grown.counted_from}` : 'as its relative'}</option>
      <option value="sowing">sowing</option>
      <option value="transplanting">planting out</option>
    </select></label
  >
  <label class="field">Soil from, {unit}<input bind:value={soil} inputmode="numeric" name="own-soil" /></label>
  <label class="field">Killed by, {unit}<input bind:value={kills} inputmode="numeric" name="own-kills" /></label>
  <label class="field col-span-2"
    >Where its figures are from<input
      bind:value={source}
      maxlength={LETTERS.found}
      placeholder="a packet, a book, a neighbour"
      name="own-source"
    /></label
  >
  <label class="field col-span-2"
    >What else there is to say<input bind:value={note} maxlength={LETTERS.note} name="own-note" /></label
  >
  {#if trouble}<p class="trouble col-span-2" role="alert">{upper(trouble)}</p>{/if}
  <p class="col-span-2 flex flex-wrap gap-x-5">
    <button class="act">keep this crop</button>
    <button class="act" type="button" onclick={() => done(start?.id ?? null)}>back</button>
    {#if start}<button class="act" type="button" onclick={forget}>forget it</button>{/if}
  </p>
</form>
