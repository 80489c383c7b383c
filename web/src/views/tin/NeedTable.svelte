<script lang="ts">
  // What is going to be sown within a year, against what there is: the list that is taken to the shop.
  import type { SeedNeed, Tin } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth, fullDate } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { priceTyped, readPrice } from '../../words/prices';
  import { amountWords, roughly, taken, weight } from '../../words/tin';

  interface Props {
    tin: Tin;
    /** Writes a new lot of a crop and variety, seed or what is planted. */
    add: (crop: string, variety: number | null, planted: boolean) => void;
  }
  let { tin, add }: Props = $props();
  const { garden } = useOpenGarden();

  let shortOnly = $state(false);
  const shown = $derived(shortOnly ? tin.needs.filter((need) => need.short[1] > 0) : tin.needs);
  const short = $derived(tin.needs.filter((need) => need.short[1] > 0).length);

  /** What a young plant costs, as typed, to hold seed against. */
  let start = $state('');
  const startPrice = $derived(readPrice(start));
  const raised = $derived(tin.needs.some((need) => need.raised > 0));

  /** What is short, in packets like the last one. */
  function packets(need: SeedNeed): string {
    const like = need.like;
    if (!like) return '';
    const [surely, perhaps] = like.packets;
    const many = surely === perhaps ? `${surely}` : surely === 0 ? `perhaps ${perhaps}` : `${surely} to ${perhaps}`;
    const price = like.price === null ? '' : `, ${priceTyped(like.price)} each`;
    return `${many} like the last (${amountWords(like.amount, garden.units)}${price})`;
  }

  /** What it would be as young plants. */
  function starts(need: SeedNeed): string {
    if (need.raised === 0 || need.short[1] === 0 || startPrice === null || Number.isNaN(startPrice)) return '';
    return `or ${need.raised.toLocaleString('en')} young plants, ${priceTyped(need.raised * startPrice)}`;
  }

  const name = (need: SeedNeed) => garden.lotName(need);
  /** What is not sown as seed is counted by what it is: cloves, tubers. */
  const pieces = (need: SeedNeed) => {
    const as = need.planted ? garden.crop(need.crop)?.planted_as : null;
    return as ? count(need.seeds, as[0], as[1]) : need.seeds.toLocaleString('en');
  };

  function shortWords(need: SeedNeed): string {
    const [surely, perhaps] = need.short;
    if (perhaps === 0) return '';
    const mg = need.mg && need.seeds > 0 ? (need.mg[1] * perhaps) / need.seeds : 0;
    // Less than a gram is a pinch out of the smallest packet.
    const much = mg >= 1000 ? `, up to ${weight(mg, garden.units)}` : '';
    return surely === perhaps
      ? `${surely.toLocaleString('en')} short${much}`
      : surely === 0
        ? `perhaps ${perhaps.toLocaleString('en')} short${much}`
        : `${surely.toLocaleString('en')} to ${perhaps.toLocaleString('en')} short${much}`;
  }
</script>

<section class="mt-6" aria-label="To be sown">
  <div class="flex flex-wrap items-baseline gap-x-6">
    <h2>To be sown until {fullDate(tin.until)}</h2>
    {#if tin.needs.length}
      <label class="quiet flex items-center gap-1"
        ><input type="checkbox" bind:checked={shortOnly} name="short-only" /> only what is short</label
      >
    {/if}
  </div>
  {#if tin.needs.length === 0}
    <p class="mt-2" data-no-needs>Nothing is planned that wants seed. Plan a bed, and what it takes stands here.</p>
  {:else if shown.length === 0}
    <p class="mt-2">There is seed for all of it.</p>
  {:else}
    <table class="ledger mt-2 w-full" data-needs>
      <thead>
        <tr
          ><th scope="col">what</th><th scope="col">from</th><th scope="col">seeds</th><th scope="col">there are</th><th
            scope="col">to get</th
          ></tr
        >
      </thead>
      <tbody>
        {#each shown as need (`${need.crop} ${need.variety} ${need.planted}`)}
          <tr>
            <th scope="row"
              >{name(need)} <span class="quiet wide">{count(need.plantings, 'planting', 'plantings')}</span></th
            >
            <td class="min-[901px]:whitespace-nowrap">{dayMonth(need.first)}</td>
            <td
              >{pieces(need)}
              {#if need.taken}<span class="quiet" data-taken>of {taken(need.taken)}</span>{/if}</td
            >
            <td>{need.have[1] === 0 ? 'none' : roughly(need.have)}</td>
            <td class:grave={need.short[0] > 0}
              >{shortWords(need)}
              {#if packets(need) !== ''}<span class="quiet">{packets(need)}</span>{/if}
              {#if starts(need) !== ''}<span class="quiet" data-starts>{starts(need)}</span>{/if}
              {#if need.short[1] > 0 && garden.mayChange}<button
                  class="act ml-2"
                  onclick={() => add(need.crop, need.variety, need.planted)}
                  >got it<span class="sr-only">: {name(need)}</span></button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if raised}
      <p class="mt-2">
        <label
          >To hold seed against young plants: one costs
          <input bind:value={start} inputmode="decimal" size="6" placeholder="1.20" name="start-price" /></label
        >{#if Number.isNaN(startPrice)}<span class="trouble" role="alert">“{start}” is no price. Type 1.20.</span>{/if}
      </p>
    {/if}
    <p class="quiet mt-1">
      {short === 0 ? 'There is seed for all of it.' : `${count(short, 'line is', 'lines are')} short, or may be.`} Lots that
      are too old are not counted. Seeds are holes or cells times the seeds in each, as the sheets and the rounds tell them;
      buy a few more than that.
    </p>
  {/if}
</section>
