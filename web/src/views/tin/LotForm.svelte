<script lang="ts">
  // A lot as it goes into the tin, or as it is now said to be.
  import { untrack } from 'svelte';
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import type { LotDraft, SeedKept, SeedLot, Treated } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { whileShown } from '../../state/whileShown';
  import { priceTyped, readPrice } from '../../words/prices';
  import { amountTyped, KEPT } from '../../words/tin';

  interface Props {
    /** The lot that is there; nothing for a new one. */
    lot: SeedLot | null;
    crop: string;
    variety: number | null;
    /** A new one of what is grown from seed or sets is sets. */
    planted?: boolean;
    /** Where a new one is from, where that is known already. */
    from?: string;
    /** It was kept, under this number, or left as it was. */
    done: (kept: number | null) => void;
  }
  let { lot, crop: given, variety: named, planted: sets = false, from = '', done }: Props = $props();
  const { garden } = useOpenGarden();
  const closes = whileShown((one: number | null) => done(one));

  const start = untrack(() => lot);
  const counted = start ? amountTyped(start.amount) : '';
  let crop = $state(untrack(() => given));
  let variety = $state(untrack(() => named));
  let planted = $state(start?.planted ?? untrack(() => sets));
  let amount = $state(counted);
  let packed = $state(start?.packed ?? Number(garden.view.today.slice(0, 4)));
  let printed = $state(start?.printed ?? null);
  let treated = $state<Treated | null>(start?.treated ?? null);
  let kept = $state<SeedKept>(start?.kept ?? 'drawer');
  let price = $state(priceTyped(start?.price ?? null));
  let source = $state(start?.source ?? untrack(() => from));
  let note = $state(start?.note ?? '');
  let trouble = $state('');

  const varieties = $derived(garden.view.garden.varieties.filter((one) => one.crop === crop));
  const pieces = $derived(garden.crop(crop)?.planted_as?.[1]);
  /** It is grown from seed, or from what is planted: of which it is must be said. */
  const either = $derived(pieces !== undefined && garden.crop(crop)?.seed !== null);
  const counts = $derived(pieces !== undefined && (planted || !either));

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const paid = readPrice(price);
    trouble = Number.isNaN(paid) ? `Paid: “${price}” is no price. Type 2.95, or leave it empty.` : '';
    if (trouble) return;
    const draft: LotDraft = {
      crop,
      variety,
      planted: either && planted,
      // What was not counted anew stays as it was counted.
      amount: start && amount === counted ? null : amount,
      counted: null,
      packed,
      printed,
      tests: start?.tests ?? [],
      treated,
      kept,
      price: paid,
      source,
      note,
    };
    if (await garden.send({ do: 'keep-lot', lot: start?.id ?? null, draft }))
      closes(start?.id ?? garden.made.lots?.[0] ?? null);
  }
</script>

<form class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2" onsubmit={keep} aria-label="A lot of seed">
  <label class="field"
    >What it is<select
      bind:value={() => crop, (key) => ((crop = key), (variety = null))}
      required
      name="lot-crop"
      {@attach (field) => field.focus()}
    >
      <option value="" disabled>a crop</option>
      {#each garden.catalogue.crops as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field"
    >its variety<select bind:value={variety} disabled={varieties.length === 0} name="lot-variety">
      <option value={null}>{varieties.length === 0 ? 'none is written down' : 'none named'}</option>
      {#each varieties as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
    </select></label
  >
  {#if either}
    <label class="field col-span-2"
      >It is<select bind:value={planted} name="lot-planted">
        <option value={false}>seed</option>
        <option value={true}>{pieces}</option>
      </select></label
    >
  {/if}
  <label class="field"
    >How much<input
      bind:value={amount}
      required
      placeholder={counts ? `40 ${pieces}` : garden.units === 'imperial' ? '200 seeds, 1/8 oz' : '200 seeds, 2 g'}
      name="lot-amount"
    /></label
  >
  <label class="field"
    >packed for<input type="number" bind:value={packed} min="1950" max="2200" required name="lot-packed" /></label
  >
  <label class="field"
    >Its packet says, of 100<input
      type="number"
      bind:value={printed}
      min={LIMITS.percent[0]}
      max={LIMITS.percent[1]}
      name="lot-printed"
    /></label
  >
  <label class="field"
    >treated<select bind:value={treated} name="lot-treated">
      <option value={null}>no</option>
      <option value="dressed">dressed</option>
      <option value="pelleted">pelleted</option>
      <option value="primed">primed</option>
    </select></label
  >
  <label class="field col-span-2"
    >Kept in<select bind:value={kept} name="lot-kept">
      {#each Object.entries(KEPT) as [key, words] (key)}<option value={key}>{words}</option>{/each}
    </select></label
  >
  <label class="field"
    >From<input bind:value={source} maxlength={LETTERS.found} placeholder="where it is from" name="lot-source" /></label
  >
  <label class="field">paid<input bind:value={price} inputmode="decimal" placeholder="2.95" name="lot-price" /></label>
  <label class="field col-span-2"
    >What else there is to say<input bind:value={note} maxlength={LETTERS.note} name="lot-note" /></label
  >
  {#if treated}
    <p class="quiet col-span-2">
      {treated === 'dressed'
        ? 'Dressed seed is handled with gloves, kept from children and animals, and is nobody’s food; its label says the rest. It is not soaked.'
        : 'Pelleted and primed seed is not soaked, and keeps less long than plain seed.'}
    </p>
  {/if}
  {#if trouble}<p class="trouble col-span-2" role="alert">{trouble}</p>{/if}
  <p class="col-span-2 flex flex-wrap gap-x-5">
    <button class="act">keep it</button>
    <button class="act" type="button" onclick={() => done(start?.id ?? null)}>back</button>
  </p>
</form>
