<script lang="ts">
  // A want, as it is thought of.
  import { untrack } from 'svelte';
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import type { Purpose, Want, WantAmount } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { whileShown } from '../../state/whileShown';
  import { MONTHS } from '../../words/dates';
  import { priceTyped, readPrice } from '../../words/prices';
  import { gramsOf, JARS, PURPOSES } from '../../words/wants';

  interface Props {
    /** The want that is there; nothing for a new one. */
    want: Want | null;
    /** It was kept, under this number, or left as it was. */
    done: (kept: number | null) => void;
  }
  let { want, done }: Props = $props();
  const { garden } = useOpenGarden();
  const closes = whileShown((one: number | null) => done(one));

  const start = untrack(() => want);
  const was = start?.amount;
  const perUnit = garden.units === 'imperial' ? 453.59237 : 1000;
  let crop = $state(start?.crop ?? '');
  let variety = $state<number | null>(start?.variety ?? null);
  let by = $state<WantAmount['by']>(was?.by ?? 'weight');
  let many = $state(
    was === undefined || was.by === 'meals'
      ? ''
      : was.by === 'weight'
        ? `${Number((was.grams / perUnit).toPrecision(4))}`
        : `${was.many}`,
  );
  let ml = $state(was?.by === 'jars' ? was.ml : (JARS[garden.units][0]?.[0] ?? 1000));
  let people = $state(was?.by === 'meals' ? was.people : 2);
  let every = $state(was?.by === 'meals' ? was.every : 2);
  let from = $state(was?.by === 'meals' ? was.from : garden.southern ? 11 : 5);
  let until = $state(was?.by === 'meals' ? was.until : garden.southern ? 3 : 9);
  let purpose = $state<Purpose>(start?.purpose ?? 'fresh');
  let atOnce = $state(start?.at_once ?? false);
  let worth = $state(priceTyped(start?.worth ?? null));
  let note = $state(start?.note ?? '');
  let trouble = $state('');

  const varieties = $derived(garden.view.garden.varieties.filter((one) => one.crop === crop));
  const gives = $derived(garden.crop(crop)?.gives);
  const sizes = $derived(
    JARS[garden.units].some(([size]) => size === ml)
      ? JARS[garden.units]
      : [...JARS[garden.units], [ml, `${ml} ml`] as [number, string]],
  );

  function amount(): WantAmount | null {
    if (by === 'meals') return { by, people, every, from, until };
    if (by === 'weight') {
      const grams = gramsOf(many, garden.units);
      return grams === null ? null : { by, grams };
    }
    if (!/^\s*\d+\s*$/.test(many)) return null;
    return by === 'jars' ? { by, many: Number(many), ml } : { by, many: Number(many) };
  }

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const said = amount();
    const paid = readPrice(worth);
    if (!said) trouble = `How much: “${many}” is no ${by === 'weight' ? 'number' : 'whole number'}.`;
    else if (Number.isNaN(paid)) trouble = `Worth: “${worth}” is no price. Type 24.50, or leave it empty.`;
    else trouble = '';
    if (!said || trouble) return;
    const draft = { crop, variety, amount: said, purpose, at_once: atOnce, worth: paid, note };
    if (await garden.send({ do: 'keep-want', want: start?.id ?? null, draft }))
      closes(start?.id ?? garden.made.wants?.[0] ?? null);
  }
</script>

<form class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2" onsubmit={keep} aria-label="A want">
  <label class="field"
    >Of what<select
      bind:value={() => crop, (key) => ((crop = key), (variety = null))}
      required
      name="want-crop"
      {@attach (field) => field.focus()}
    >
      <option value="" disabled>a crop</option>
      {#each garden.catalogue.crops.filter((one) => !one.ways[0]?.cover) as one (one.key)}<option value={one.key}
          >{one.name}</option
        >{/each}
    </select></label
  >
  <label class="field"
    >its variety<select bind:value={variety} disabled={varieties.length === 0} name="want-variety">
      <option value={null}>{varieties.length === 0 ? 'none is written down' : 'any'}</option>
      {#each varieties as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field"
    >Told by<select bind:value={by} name="want-by">
      <option value="weight">{garden.units === 'imperial' ? 'pounds' : 'kilograms'}</option>
      <option value="pieces">{gives?.pieces?.[1] ?? 'pieces'}</option>
      <option value="bunches">bunches</option>
      <option value="jars">jars</option>
      <option value="meals">meals</option>
    </select></label
  >
  {#if by === 'meals'}
    <label class="field"
      >for how many<input
        type="number"
        bind:value={people}
        min={LIMITS.eaters[0]}
        max={LIMITS.eaters[1]}
        required
        name="want-people"
      /></label
    >
    <label class="field"
      >every so many days<input
        type="number"
        bind:value={every}
        min={LIMITS.everyDays[0]}
        max={LIMITS.everyDays[1]}
        required
        name="want-every"
      /></label
    >
    <span></span>
    <label class="field"
      >From<select bind:value={from} name="want-from">
        {#each MONTHS as month, n (month)}<option value={n + 1}>{month}</option>{/each}
      </select></label
    >
    <label class="field"
      >until the end of<select bind:value={until} name="want-until">
        {#each MONTHS as month, n (month)}<option value={n + 1}>{month}</option>{/each}
      </select></label
    >
  {:else}
    <label class="field">how much<input bind:value={many} inputmode="decimal" required name="want-many" /></label>
    {#if by === 'jars'}
      <label class="field"
        >each of<select bind:value={ml} name="want-jar">
          {#each sizes as [size, name] (size)}<option value={size}>{name}</option>{/each}
        </select></label
      >
      <span></span>
    {/if}
  {/if}
  <label class="field"
    >What for<select bind:value={purpose} name="want-purpose">
      {#each Object.entries(PURPOSES) as [key, words] (key)}<option value={key}>{words}</option>{/each}
    </select></label
  >
  <label class="flex items-center gap-1 self-end"
    ><input type="checkbox" bind:checked={atOnce} name="want-at-once" /> all in one week</label
  >
  <label class="field"
    >Worth, all of it bought<input
      bind:value={worth}
      inputmode="decimal"
      placeholder="or leave it empty"
      name="want-worth"
    /></label
  >
  <label class="field col-span-2"
    >What else there is to say<input bind:value={note} maxlength={LETTERS.note} name="want-note" /></label
  >
  {#if purpose === 'jars' || by === 'jars'}
    <p class="quiet col-span-2">
      Put up food only by tested recipes, with their times and acid; your extension service has them. Fresh weight for a
      jar is what guides to home canning print, where the book has it.
    </p>
  {/if}
  {#if trouble}<p class="trouble col-span-2" role="alert">{trouble}</p>{/if}
  <p class="col-span-2 flex flex-wrap gap-x-5">
    <button class="act">keep this want</button>
    <button class="act" type="button" onclick={() => done(start?.id ?? null)}>back</button>
  </p>
</form>
