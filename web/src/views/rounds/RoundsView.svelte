<script lang="ts">
  // The day's work in the order of the walk, made for a phone in a wet hand; and what was written down of the day.
  import { untrack } from 'svelte';
  import { doing, isTyping } from '../../frame/keys';
  import { useOpenGarden } from '../../state/context';
  import { RoundsState } from '../../state/rounds.svelte';
  import { fullDate, plusDays } from '../../words/dates';
  import { count } from '../../words/lengths';
  import Ahead from './Ahead.svelte';
  import { ROUNDS_KEYS, type RoundsDoing } from './keys';
  import LineSlip from './LineSlip.svelte';
  import WalkLine from './WalkLine.svelte';
  import WriteSlip from './WriteSlip.svelte';
  import Written from './Written.svelte';

  const { garden, desk } = useOpenGarden();
  const rounds = untrack(() => new RoundsState(garden));

  // Anew with every day, and whenever the plan has changed.
  $effect(() => {
    if (rounds.day && garden.view.revision >= 0) void untrack(() => rounds.read());
  });
  // Whoever drags the needle looks at another day here too.
  let needle = untrack(() => garden.needle);
  $effect(() => {
    if (garden.needle === needle) return;
    needle = garden.needle;
    untrack(() => rounds.to(garden.needle));
  });

  const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
  const weekday = $derived(WEEKDAYS[new Date(`${rounds.day}T00:00:00Z`).getUTCDay()]);
  const lines = $derived(rounds.lines);
  const late = $derived(lines?.filter((line) => line.late > 0 && !line.done) ?? []);
  const due = $derived(lines?.filter((line) => line.late === 0 && !line.done) ?? []);
  const done = $derived(lines?.filter((line) => line.done) ?? []);

  const DOES: Record<RoundsDoing, () => void> = {
    before: () => rounds.turn(-1),
    after: () => rounds.turn(1),
    today: () => rounds.to(garden.view.today),
    down: () => rounds.step(1),
    up: () => rounds.step(-1),
    done: () => {
      if (rounds.inHand && !rounds.inHand.done && rounds.mayWrite) void rounds.done(rounds.inHand);
    },
    later: () => {
      if (rounds.inHand && !rounds.inHand.done && rounds.mayWrite)
        void rounds.putOff(rounds.inHand, plusDays(rounds.day, 1));
    },
    write: () => {
      rounds.hand = null;
      requestAnimationFrame(() => document.querySelector<HTMLElement>('[name=journal-kind]')?.focus());
    },
  };

  function key(event: KeyboardEvent) {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && rounds.last && !isTyping(event)) {
      event.preventDefault();
      event.stopPropagation();
      void rounds.strike(rounds.last);
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
    const does = doing(ROUNDS_KEYS, event);
    if (does) {
      event.preventDefault();
      DOES[does]();
    } else if (event.key === 'Escape' && rounds.hand !== null) rounds.hand = null;
    else return;
    event.stopPropagation();
  }
</script>

<svelte:window
  onkeydowncapture={key}
  onbeforeunload={(event) => garden.outbox.waiting.length > 0 && event.preventDefault()}
/>

<main class="plan px-4 pt-3 pb-8">
  <div class="day">
    <button class="turn" onclick={() => rounds.turn(-1)} aria-label="the day before">‹</button>
    <h1 aria-live="polite">{weekday}, {fullDate(rounds.day)}</h1>
    <button class="turn" onclick={() => rounds.turn(1)} aria-label="the day after">›</button>
    <label class="field ml-2"
      >Another day<input
        type="date"
        name="round-day"
        value={rounds.day}
        onchange={(event) => event.currentTarget.value && rounds.to(event.currentTarget.value)}
      /></label
    >
    {#if !rounds.isToday}<button class="act" onclick={() => rounds.to(garden.view.today)}>today</button>{/if}
  </div>
  {#if rounds.trouble}<p class="trouble" role="alert">{rounds.trouble}</p>{/if}
  {#if garden.outbox.stuck > 0}
    <p role="status" data-waiting>
      {count(garden.outbox.stuck, 'entry waits', 'entries wait')} here until the garden can be reached, and
      {garden.outbox.stuck === 1 ? 'is' : 'are'} sent with the next.
      <button class="act min-h-8" onclick={() => rounds.again()}>send now</button>
    </p>
  {/if}
  {#if garden.view.garden.beds.length === 0}
    <p class="mt-6">
      There is no ground yet. <button class="act" onclick={() => desk.open('yard', null)}
        >measure a bed in the Yard (1)</button
      >
    </p>
  {:else if lines === null}
    {#if !rounds.trouble}<p class="mt-6" role="status">Looking what there is to do …</p>{/if}
  {:else}
    {#if late.length > 0}
      <h3>Late</h3>
      {#if rounds.mayWrite && late.length > 1}
        <p class="quiet">
          Not written down as done.
          <button class="act min-h-8" onclick={() => rounds.catchUp(late)}
            >all {late.length} were done on their days</button
          >
        </p>
      {/if}
      <ul class="walk" data-late>
        {#each late as line (line.task.key)}<WalkLine {rounds} {line} />{/each}
      </ul>
    {/if}
    <h3>{rounds.isToday ? 'Today' : 'On this day'}</h3>
    {#if due.length === 0}
      <p>{late.length === 0 && done.length === 0 ? 'The plan asks for nothing on this day.' : 'Nothing else.'}</p>
      {#if rounds.next}
        {@const next = rounds.next}
        <p class="mt-2">
          Next, on <button class="act" onclick={() => rounds.to(next.day)}>{fullDate(next.day)}</button>: {next.said}
        </p>
      {/if}
    {/if}
    <ul class="walk" data-due>
      {#each due as line (line.task.key)}<WalkLine {rounds} {line} />{/each}
    </ul>
    {#if done.length > 0}
      <h3>Done</h3>
      <ul class="walk" data-done>
        {#each done as line (line.task.key)}<WalkLine {rounds} {line} />{/each}
      </ul>
    {/if}
    <Written {rounds} />
    <Ahead {rounds} />
  {/if}
</main>
<aside class="slip" aria-label="About the round">
  {#if rounds.inHand}{#key rounds.inHand.task.key}<LineSlip {rounds} line={rounds.inHand} />{/key}
  {:else}<WriteSlip {rounds} />{/if}
</aside>

<style>
  .day {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 10px;
  }
  .turn {
    min-width: 48px;
    min-height: 48px;
    font-size: 26px;
    color: var(--color-chestnut);
    cursor: pointer;
  }
  .walk {
    max-width: 760px;
  }
</style>
