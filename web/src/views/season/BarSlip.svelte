<script lang="ts">
  // One planting through its time: how its days come about, when it may start, how it comes to the ground.
  import type { Gate } from '../../generated/Gate';
  import type { Means } from '../../generated/Means';
  import type { SeasonView } from '../../generated/SeasonView';
  import type { Timing } from '../../generated/Timing';
  import type { Trouble } from '../../generated/Trouble';
  import type { Window } from '../../generated/Window';
  import type { Figures } from '../../generated/Figures';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth, fullDate, plusDays } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/reasons';
  import { COOLING, correction, degrees, GATES, MEANS, ripeningWords, troubleWords } from '../../words/season';

  let { season, view, patch: id }: { season: SeasonState; view: SeasonView; patch: number } = $props();
  const { garden } = useOpenGarden();

  const patch = $derived(garden.view.garden.patches.find((one) => one.id === id));
  const course = $derived(season.course(id));
  const crop = $derived(patch && garden.crop(patch.crop));
  const way = $derived(crop?.ways.find((one) => one.key === patch?.way));
  const bed = $derived(view.beds.find((one) => one.bed === patch?.bed));
  const hands = $derived(season.handOffs(id));
  let known: { windows: Window[]; shut_by: Gate | null; figures: Figures } | null = $state.raw(null);

  $effect(() => {
    if (!patch || !course) return;
    garden.asks({ ask: 'windows', patch: id, year: view.year }, (found) => (known = found));
  });

  /** Whether warm soil shuts some of its year. */
  const warm = $derived.by(() => {
    const shut = (known?.windows ?? []).some((one) => one.opens === 'soil-warm' || one.closes === 'soil-warm');
    return shut || (course?.troubles ?? []).some((one) => one.is === 'bad-start' && one.gate === 'soil-warm');
  });

  const troubleKey = (trouble: Trouble) =>
    `season:${{ 'bad-start': 'start', 'too-old': 'too-old', 'too-young': 'too-young', 'cleared-early': 'cleared-early', 'never-ripe': 'never-ripe' }[trouble.is]}`;

  function time(change: Partial<Timing>) {
    if (!patch) return;
    const timing = { ...patch.timing, ...change };
    // A date field tells of a typed day once more when it is left.
    if (JSON.stringify(timing) === JSON.stringify(patch.timing)) return;
    void season.replan([{ change: 'timing', patch: id, timing }], false);
  }
  function days(from: string, until: string) {
    void season.replan([{ change: 'days', patch: id, from, until }], true);
  }
  /** Starts on another day and stands as long as it did. */
  function start(from: string) {
    if (!patch) return;
    const long = Math.round((Date.parse(patch.until) - Date.parse(patch.from)) / 86_400_000);
    days(from, plusDays(from, long));
  }
  const name = $derived((other: number) => {
    const one = garden.view.garden.patches.find((some) => some.id === other);
    return garden.crop(one?.crop ?? '')?.name ?? '';
  });
</script>

{#if patch && course && crop}
  <div class="flex items-baseline justify-between gap-3">
    <h2>{upper(crop.name)}</h2>
    <span class="text-slate">{garden.bed(patch.bed)?.name}</span>
  </div>
  <p class="quiet border-b-2 border-hair pb-2">
    {way?.name}, {MEANS[course.means]}{patch.locked ? ', kept where it is' : ''}
  </p>
  {#each course.troubles as trouble (trouble.is)}
    {@const told = troubleWords(trouble)}
    {@const mark = season.marks(id).find((one) => one.what.about === 'patch' && one.what.trouble.is === trouble.is)}
    <div class="mt-2 flex gap-3" data-trouble={trouble.is}>
      {#if mark}<span class="mark mt-1">{mark.number}</span>{/if}
      <div class="min-w-0 flex-1">
        <strong class={mark ? 'text-rosehip' : ''}>{told.heading}</strong>
        <p>{told.body}</p>
        {#if garden.mayChange}
          <p class="flex flex-wrap gap-x-4">
            {#if trouble.is === 'bad-start' && trouble.nearest}
              {@const nearest = trouble.nearest}
              <button class="act" onclick={() => start(nearest)}>start on {dayMonth(nearest)}</button>
            {:else if trouble.is === 'cleared-early'}
              {@const ripe = trouble.ripe}
              <button class="act" onclick={() => days(patch.from, plusDays(ripe, 7))}
                >let it stand until {dayMonth(plusDays(ripe, 7))}</button
              >
            {:else if trouble.is === 'too-old'}
              {@const sow = trouble.sow}
              <button class="act" onclick={() => time({ sown: sow })}>sow again on {dayMonth(sow)}</button>
            {/if}
            <button
              class="act"
              onclick={() =>
                garden.send({ do: 'keep-warning', patch: id, key: troubleKey(trouble), keep: mark !== undefined })}
              >{mark ? 'keep it as it is' : 'tell it again'}</button
            >
          </p>
        {/if}
      </div>
    </div>
  {/each}
  {#if course.ripening}
    <div class="mt-3 flex items-end gap-3">
      <span class="big" data-days>{course.ripening.days}</span>
      <span
        >days to ripe, about {dayMonth(course.ripening.ripe)}<br /><span class="quiet"
          >a guess from the usual warmth</span
        ></span
      >
    </div>
    <p class="mt-1" data-ripening>{ripeningWords(course.ripening)}</p>
    {#if course.ripening.heat > 0 && known}
      <p class="quiet">
        Reckoned from the packet at a mean of {degrees(known.figures.usual, garden.units)}, the usual season of such
        crops, as heat above {degrees(known.figures.base, garden.units)}; growth nearly stops in days under ten hours.
      </p>
    {/if}
  {/if}
  <h3>Its days</h3>
  <ul class="rows">
    {#if course.sow && course.means === 'shelf'}<li class="flex justify-between">
        <span>Sown on the shelf</span><span>{fullDate(course.sow)}</span>
      </li>{/if}
    {#if course.arrives}<li class="flex justify-between">
        <span>Arrives</span><span>{fullDate(course.arrives)}</span>
      </li>{/if}
    {#if course.harden && course.means === 'shelf'}<li class="flex justify-between">
        <span>Out to harden</span><span>{fullDate(course.harden)}</span>
      </li>{/if}
    <li class="flex justify-between">
      <span>{course.means === 'direct' ? 'Sown in the bed' : 'Planted'}</span><span>{fullDate(course.plant)}</span>
    </li>
    {#if course.ripening && course.means === 'direct'}<li class="flex justify-between">
        <span>Up, about</span><span>{fullDate(course.ripening.up)}</span>
      </li>{/if}
    <li class="flex justify-between"><span>Cleared</span><span>{fullDate(course.until)}</span></li>
    {#if course.late}<li class="flex justify-between text-rosehip">
        <span>Expected to be free</span><span>{fullDate(course.free)}</span>
      </li>{/if}
  </ul>
  {#if garden.mayChange}
    <div class="mt-2 grid grid-cols-2 gap-x-4 gap-y-2">
      <label class="field"
        >In the ground from<input
          type="date"
          name="season-from"
          value={patch.from}
          onchange={(event) => event.currentTarget.value && days(event.currentTarget.value, patch.until)}
        /></label
      >
      <label class="field"
        >Cleared on<input
          type="date"
          name="season-until"
          value={patch.until}
          onchange={(event) => event.currentTarget.value && days(patch.from, event.currentTarget.value)}
        /></label
      >
      <label class="field"
        >How it starts<select
          name="means"
          value={patch.timing.means ?? ''}
          onchange={(event) =>
            time({ means: (event.currentTarget.value || null) as Means | null, sown: null, arrives: null })}
          ><option value="">as usual</option>{#each Object.entries(MEANS) as [key, words] (key)}<option value={key}
              >{words}</option
            >{/each}</select
        ></label
      >
      {#if course.means === 'shelf'}
        <label class="field"
          >Sown on the shelf<input
            type="date"
            name="sown"
            value={course.sow ?? ''}
            onchange={(event) => time({ sown: event.currentTarget.value || null })}
          /></label
        >
        <label class="field"
          >Of 100 come through<input
            type="number"
            min="10"
            max="100"
            name="survival"
            value={patch.timing.survival ?? garden.view.garden.almanac.shelf.survival}
            onchange={(event) => time({ survival: event.currentTarget.valueAsNumber || null })}
          /></label
        >
      {:else if course.means === 'bought'}
        <label class="field"
          >Arrives on<input
            type="date"
            name="arrives"
            value={course.arrives ?? ''}
            onchange={(event) => time({ arrives: event.currentTarget.value || null })}
          /></label
        >
      {/if}
      <label class="field"
        >Days on its packet<input
          type="number"
          min="10"
          max="400"
          name="packet-days"
          value={patch.timing.packet ?? course.ripening?.packet ?? ''}
          onchange={(event) => time({ packet: event.currentTarget.valueAsNumber || null })}
        /></label
      >
      <label class="field"
        >It is late: free on<input
          type="date"
          name="free-on"
          value={patch.timing.free_on ?? ''}
          onchange={(event) => time({ free_on: event.currentTarget.value || null })}
        /></label
      >
    </div>
  {/if}
  {#if hands.length}
    <h3>Hand-offs</h3>
    <ul class="rows">
      {#each hands as hand (`${hand.first} ${hand.then}`)}
        <li>
          <button
            class="act"
            class:text-rosehip={hand.late}
            onclick={() => season.choose({ is: 'hand-off', first: hand.first, then: hand.then })}
            >{upper(name(hand.first))}, then {name(hand.then)}</button
          >
          <span class="quiet"
            >{hand.late
              ? `${count(-hand.ground_waits, 'day', 'days')} late`
              : `${count(hand.ground_waits, 'day', 'days')} idle`}</span
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if known}
    <h3>When it may start here</h3>
    <ul class="rows" data-windows>
      {#each known.windows as window (window.from)}
        <li>
          {dayMonth(window.from)} to {dayMonth(window.until)}{window.better && window.better > window.from
            ? `, better from ${dayMonth(window.better)}`
            : ''}
          <span class="quiet"
            >before, {GATES[window.opens]}; later, {GATES[window.closes]}{window.inside
              ? `; on the shelf ${dayMonth(window.inside[0])} to ${dayMonth(window.inside[1])}`
              : ''}</span
          >
        </li>
      {:else}<li class="quiet">
          Not in this year, in this bed{known.shut_by ? `: at best ${GATES[known.shut_by]}` : ''}.
        </li>{/each}
    </ul>
    <p class="quiet mt-1">
      It may go in at a soil of {degrees(known.figures.soil.may, garden.units)}, better at {degrees(
        known.figures.soil.better,
        garden.units,
      )}, not above {degrees(known.figures.soil.most, garden.units)}{warm ? `; ${COOLING}` : ''}.
      {#if bed}On {dayMonth(garden.needle)} this bed has about {degrees(bed.soil, garden.units)}{bed.read
          ? ', by your thermometer'
          : bed.corrections.length
            ? `, with ${bed.corrections.map((one) => correction(one, garden.units)).join(', ')}`
            : ''}.{/if}
    </p>
  {/if}
{/if}
