<script lang="ts">
  // One planting through its time: how its days come about, when it may start, how it comes to the ground.
  import type { SeasonView, Timing } from '../../generated/api';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { SeasonState } from '../../state/season.svelte';
  import { dayMonth, plusDays } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { degrees, MEANS, ripeningWords, troubleWords } from '../../words/season';
  import Lived from '../../parts/Lived.svelte';
  import BarDays from './BarDays.svelte';
  import BarWindows from './BarWindows.svelte';

  let { season, view, patch: id }: { season: SeasonState; view: SeasonView; patch: number } = $props();
  const { garden } = useOpenGarden();

  const patch = $derived(garden.view.garden.patches.find((one) => one.id === id));
  const course = $derived(season.course(id));
  const crop = $derived(patch && garden.crop(patch.planted.crop));
  const way = $derived(crop?.ways.find((one) => one.key === patch?.planted.way));
  const bed = $derived(view.beds.find((one) => one.bed === patch?.bed));
  const hands = $derived(season.handOffs(id));
  const answer = new AnswerState(garden, () =>
    patch && course ? { ask: 'windows', patch: id, year: view.year } : null,
  );
  const known = $derived(answer.is);

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
    return garden.named(one?.planted);
  });
</script>

{#if patch && course && crop}
  <div class="flex items-baseline justify-between gap-3">
    <h2>{upper(garden.named(patch.planted))}</h2>
    <span class="text-slate">{garden.bed(patch.bed)?.name}</span>
  </div>
  <p class="quiet border-b-2 border-hair pb-2">
    {way?.name}, {MEANS[course.means]}{patch.locked ? ', kept where it is' : ''}
  </p>
  <Lived {patch} />
  {#each course.troubles as trouble, n (trouble.is)}
    {@const told = troubleWords(trouble, garden.units)}
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
                garden.send({ do: 'keep-warning', patch: id, key: course.keys[n] ?? '', keep: mark !== undefined })}
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
    {#if known?.figures.bulbs}
      <p class="quiet">It makes its bulb when the days are long enough for the kind grown at this latitude.</p>
    {:else if known}
      <p class="quiet">
        The packet is taken to hold at a mean of {degrees(known.figures.usual, garden.units)} in good light; it grows fastest
        at {degrees(known.figures.response.best, garden.units)}, not below {degrees(
          known.figures.response.base,
          garden.units,
        )} nor above {degrees(known.figures.response.most, garden.units)}.
      </p>
    {/if}
  {/if}
  <BarDays {patch} {course} {time} {days} />
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
  {#if known}<BarWindows {known} {course} {bed} />{/if}
{/if}
