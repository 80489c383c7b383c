<script lang="ts">
  // The whole year: what there is to settle, what the weather may do on the needle's day, what is next.
  import type { AtRisk, SeasonView, ToSettle } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth, plusDays } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { BY_LATITUDE, degreeDays, degrees, degreesMore, FROM, PLACES, troubleWords } from '../../words/season';

  import NeverStood from './NeverStood.svelte';

  let { season, view }: { season: SeasonState; view: SeasonView } = $props();
  const { garden } = useOpenGarden();

  const NEXT = 6;
  let all = $state(false);
  const name = $derived((patch: number) => {
    const one = garden.view.garden.patches.find((other) => other.id === patch);
    return one ? `${upper(garden.named(one.planted))}, ${garden.bed(one.bed)?.name ?? ''}` : '';
  });
  const settle = $derived(all ? view.to_settle : view.to_settle.slice(0, NEXT));
  const soon = $derived(
    view.tasks.filter((task) => task.day >= garden.needle && task.day <= plusDays(garden.needle, 14)),
  );

  function words({ what }: ToSettle): [string, string] {
    if (what.about === 'patch') return [troubleWords(what.trouble, garden.units).heading, name(what.patch)];
    if (what.about === 'hand-off') {
      const first = garden.view.garden.patches.find((one) => one.id === what.first);
      return [`The ${garden.named(first?.planted)} is not out in time`, `for ${name(what.then)}`];
    }
    const over = view.shelf.overflows[what.overflow];
    return [
      'Too many seedlings',
      over ? `${PLACES[over.place]}: room of ${over.wanted} cells wanted, of ${over.there_are} there` : '',
    ];
  }

  function risk({ harm }: AtRisk): string {
    if (harm.is === 'bolts')
      return `bolts in a mean of ${degrees(harm.mean, garden.units)}${harm.shade_helps ? '; shade for the last weeks helps' : ''}`;
    const part = { seedling: 'seedlings die', tops: 'dies', product: 'what is picked spoils', roots: 'roots die' }[
      harm.part
    ];
    return `${part} at ${degrees(harm.kills, garden.units)}: ${harm.percent} in 100 in two weeks; under fleece ${harm.fleece}, in a tunnel ${harm.tunnel}`;
  }
</script>

<h2>The year</h2>
<p class="quiet border-b-2 border-hair pb-2">
  warmth from {view.weather.by_latitude ? BY_LATITUDE : FROM[view.weather.from]}; a loss to cold is taken in {view
    .weather.chance} years of 100
</p>
<h3>To settle</h3>
<ul class="rows" data-settle>
  {#each settle as one (one.number)}
    {@const [heading, body] = words(one)}
    <li class="flex gap-3">
      <span class="mark mt-1">{one.number}</span>
      <span class="min-w-0 flex-1"
        ><button class="act" onclick={() => season.open(one)}>{heading}</button><br /><span class="quiet"
          >{body}, {dayMonth(one.day)}</span
        ></span
      >
    </li>
  {:else}<li class="quiet">Nothing. Every planting has its day, its ground and its shelf.</li>{/each}
</ul>
{#if view.to_settle.length > NEXT}
  <button class="act" onclick={() => (all = !all)}>{all ? 'fewer' : `all ${view.to_settle.length}`}</button>
{/if}
<h3>{dayMonth(garden.needle)}: cold and heat</h3>
<p data-usual-day>
  Usually {degrees(view.weather.day.low, garden.units)} to {degrees(view.weather.day.high, garden.units)}, open soil {degrees(
    view.weather.day.soil,
    garden.units,
  )}, {Math.round(view.weather.day.hours * 10) / 10} h of daylight; {degreeDays(
    view.weather.day.degree_days,
    garden.units,
  )} since {dayMonth(garden.season.first_day)}.
</p>
<p class="quiet" data-frost-ahead>
  A frost in the two weeks of nights from this day on: {count(view.weather.frost_percent, 'year', 'years')} in 100. A fleece
  is taken for {degreesMore(2, garden.units)} at night, a tunnel for {degreesMore(3.5, garden.units)}: assumptions.
</p>
<ul class="rows" data-risks>
  {#each view.at_risk.slice(0, 6) as one (`${one.patch} ${one.harm.is}`)}
    <li>
      <button class="act" onclick={() => season.choose({ is: 'patch', patch: one.patch })}>{name(one.patch)}</button>
      <span class="quiet">{risk(one)}</span>
    </li>
  {:else}<li class="quiet">Nothing that stands then is likely to be hurt in those nights.</li>{/each}
</ul>
<NeverStood />
<h3>The next two weeks</h3>
<ul class="rows" data-tasks>
  {#each soon as task (task.key)}
    <li>
      <span class="quiet">{dayMonth(task.day)}{task.guess ? ', about' : ''}</span>
      {task.said}
    </li>
  {:else}<li class="quiet">Nothing to start, move or clear.</li>{/each}
</ul>
