<script lang="ts">
  // One want: its sum, from the amount to the ground, and what may be done about it.
  import type { CanBeHad, Instead, Want, WantLine, Wished } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth, dayNumber } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { priceBetween } from '../../words/prices';
  import {
    between,
    daysBetween,
    MET,
    oddly,
    produce,
    produceBetween,
    PURPOSES,
    squaresBetween,
    takesOf,
    wanted,
  } from '../../words/wants';
  import WantForm from './WantForm.svelte';

  interface Props {
    want: Want;
    line: WantLine;
    /** All wants with what they come to. */
    all: { want: Want; line: WantLine }[];
    /** What the wants come to against the wishes, crop by crop. */
    wished: Wished[];
    take: (want: number | null) => void;
    /** Makes the wishes of some crops what is wanted of them. */
    wish: (wished: Wished[]) => void;
  }
  let { want, line, all, wished: crops, take, wish }: Props = $props();
  const { garden, desk } = useOpenGarden();

  let editing = $state(false);
  const crop = $derived(garden.crop(want.crop));
  const gives = $derived(crop?.gives);
  const source = $derived(gives && garden.catalogue.sources[gives.source]);
  const sum = $derived(line.sum);
  /** All wants of the crop together are one wish. */
  const together = $derived(line.together);
  const wished = $derived(crops.find((one) => one.crop === want.crop && one.variety === want.variety));
  const odd = $derived(sum ? oddly(sum.takes) : '');
  /** Days from the first to the last on which it can be had. */
  const stretch = (had: CanBeHad) => dayNumber(had.until) - dayNumber(had.from) + 1;
  const named = (id: number) => all.find((one) => one.want.id === id)?.want;
  const variety = (id: number) => garden.view.garden.varieties.find((one) => one.id === id)?.name ?? '';

  function insteadWords({ want: other, plants, grams }: Instead): string {
    const one = named(other);
    return `${one ? garden.lotName(one) : ''}: ${count(plants, 'plant', 'plants')}, ${produceBetween(grams, garden.units)}`;
  }

  /** The same want of another variety. */
  function of(variety: number) {
    const { id, ...draft } = want;
    void garden.send({ do: 'keep-want', want: id, draft: { ...draft, variety } });
  }

  /** Its sowings, reckoned back from its harvests in the Season. */
  function toSeason() {
    desk.series = line.series;
    desk.open('season');
  }

  async function forget() {
    if (await garden.send({ do: 'forget-want', want: want.id })) take(null);
  }
</script>

<h2>{garden.lotName(want)}</h2>
<p class="quiet border-b-2 border-hair pb-2">
  {wanted(want.amount, gives?.pieces, garden.units)}, {PURPOSES[want.purpose]}{want.at_once ? ', all in one week' : ''}
</p>
{#if editing}
  <WantForm {want} done={() => (editing = false)} />
{:else}
  {#if sum}
    <p class="mt-3 big">{between(sum.plants)} <span class="of">plants</span></p>
    <p>on {squaresBetween(sum.ground)} squares.</p>
    <dl class="facts mt-3">
      <dt>wanted</dt>
      <dd>{produce(sum.grams, garden.units)}</dd>
      <dt>a plant gives</dt>
      <dd>
        {produceBetween(sum.gives, garden.units)},
        {#if sum.weighed !== null}by {count(sum.weighed, 'planting', 'plantings')} of your own that {sum.weighed === 1
            ? 'was'
            : 'were'} weighed{:else}by the book <span class="quiet">({source?.title})</span>{/if}
      </dd>
      <dt>it stands</dt>
      <dd>
        {#if sum.stays}for years, through all of each{:else}{daysBetween(...sum.stands)}{sum.sowings > 1
            ? `, in ${count(sum.sowings, 'sowing', 'sowings')} of ${count(sum.weeks, 'week', 'weeks')}`
            : `, ${count(sum.weeks, 'week', 'weeks')}`}{/if}
      </dd>
      <dt>the price</dt>
      <dd>{squaresBetween([sum.ground[0] * sum.weeks, sum.ground[1] * sum.weeks])} squares for a week</dd>
      <dt>a square gives</dt>
      <dd>
        {produceBetween(sum.square_gives, garden.units)}, {between(sum.square_meals)} meals{#if sum.square_worth}, worth
          {priceBetween(sum.square_worth)}{/if}
      </dd>
      <dt>a plant takes</dt>
      <dd>
        {takesOf(sum.takes[0])}{#if odd !== ''}<span class="odd" data-odd>; {odd}</span>{/if}
      </dd>
      {#if sum.sowings > 1}
        <dt>in the ground</dt>
        <dd>{sum.starts.map((day) => dayMonth(day)).join(', ')}</dd>
      {/if}
    </dl>
    {#if sum.had}
      <p class="mt-2" data-had>
        {#if sum.had.days === sum.had.wanted}
          It can be had here through all of those months.
        {:else}
          It can be had here on {sum.had.days} of those {sum.had.wanted} days, from {daysBetween(
            sum.had.from,
            sum.had.until,
          )}{sum.had.days < stretch(sum.had) ? ' with gaps' : ''}; only meals on these are counted. Store or freeze for
          the others, or cover a bed and say so in the Season.
        {/if}
      </p>
    {/if}
    {#if want.at_once}
      <p class="mt-2">
        All in one week: of what ripens through weeks, the share of its best week is counted, twice the even one.
        {#if line.sooner}
          Of ‘{variety(line.sooner.variety)}’, which ripens within fewer days, {between(line.sooner.plants)} plants do.
          {#if garden.mayChange}<button class="act" onclick={() => line.sooner && of(line.sooner.variety)}
              >want ‘{variety(line.sooner.variety)}’</button
            >{/if}
        {:else if want.variety === null}
          A variety that stops by itself (determinate) takes fewer plants: write it down, and it is offered here.
        {/if}
      </p>
    {/if}
    {#if line.instead.length}
      <p class="mt-2" data-instead>Its ground could give instead, once, at about the same time:</p>
      <ul>
        {#each line.instead as one (one.want)}<li>{insteadWords(one)}</li>{/each}
      </ul>
    {/if}
  {:else if line.lacks === 'days'}
    <p class="mt-3">
      There are no days here for {crop?.plural ?? want.crop} as you want them, in open ground or under a cover that you have.
      “What may start” in the Season (5) says what keeps them out.
    </p>
  {:else}
    <p class="mt-3">
      The book does not say what that takes of {crop?.plural ?? want.crop}. Say it as a weight, or weigh what you pick.
    </p>
  {/if}
  <dl class="facts mt-3">
    <dt>wished</dt>
    <dd>
      {wished && wished.wished > 0
        ? `${count(wished.wished, 'square', 'squares')} a year, in the Turns`
        : 'not in the Turns'}
    </dd>
    {#if together.wants > 1}
      <dt>with the others</dt>
      <dd>{between(together.plants)} plants for {count(together.wants, 'want', 'wants')} of it</dd>
    {/if}
    <dt>planned</dt>
    <dd>
      {line.planned === 0 ? 'nothing in this year' : count(line.planned, 'plant', 'plants')}{line.met === 'short' ||
      line.met === 'over'
        ? `: ${MET[line.met]}`
        : ''}
    </dd>
    <dt>sown</dt>
    <dd>{line.sown === 0 ? 'nothing was written down' : count(line.sown, 'plant', 'plants')}</dd>
    <dt>picked</dt>
    <dd>{line.picked === 0 ? 'nothing was weighed' : produce(line.picked, garden.units)}</dd>
    {#if want.note !== ''}<dt>note</dt>
      <dd class="[overflow-wrap:anywhere]">{want.note}</dd>{/if}
  </dl>
  {#if garden.mayChange}
    <p class="mt-3 flex flex-wrap gap-x-5">
      {#if wished?.squares && wished.becomes !== null}
        <button class="act" onclick={() => wish([wished])}
          >wish for {count(wished.squares, 'square', 'squares')} in the Turns</button
        >
      {/if}
      {#if line.series && garden.view.garden.beds.length > 0}
        <button class="act" onclick={toSeason}>reckon its sowings in the Season</button>
      {/if}
      <button class="act" onclick={() => desk.open('turns')}>to the Turns</button>
      <button class="act" onclick={() => (editing = true)}>change it</button>
      <button class="act" onclick={forget}>want it no longer</button>
    </p>
  {/if}
  <p class="foot"><button class="act" onclick={() => take(null)}>put this away</button></p>
{/if}

<style>
  .odd {
    color: var(--color-chestnut);
  }
</style>
