<script lang="ts">
  // The day's work in the order of the walk, made for a phone in a wet hand; and what was written down of the day.
  import { untrack } from 'svelte';
  import { doing, inDialog, isTyping } from '../../parts/keys';
  import Problem from '../../parts/Problem.svelte';
  import type { Best, RoundLine } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { RoundsState } from '../../state/rounds.svelte';
  import { dayMonth, fullDate, plusDays } from '../../words/dates';
  import { happened, TOOLS } from '../../words/journal';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import Ahead from './Ahead.svelte';
  import Aside from './Aside.svelte';
  import { ROUNDS_KEYS, type RoundsDoing } from './keys';
  import Cautions from './Cautions.svelte';
  import Earlier from './Earlier.svelte';
  import LineSlip from './LineSlip.svelte';
  import WalkLine from './WalkLine.svelte';
  import WalkOrder from './WalkOrder.svelte';
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

  const justOf = $derived.by(() => {
    const at = rounds.just?.at;
    const patch = at && garden.view.garden.patches.find((one) => one.id === at.patch);
    return patch ? garden.named(patch.planted) : at?.bed == null ? '' : (garden.bed(at.bed)?.name ?? '');
  });

  const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
  const weekday = $derived(WEEKDAYS[new Date(`${rounds.day}T00:00:00Z`).getUTCDay()]);
  const lines = $derived(rounds.lines);
  const late = $derived(rounds.late ?? []);
  const due = $derived(rounds.due ?? []);
  const done = $derived(rounds.over ?? []);
  /** Late lines that are not done; one that was just ticked still stands among them. */
  const undone = $derived(late.filter((line) => !line.done));
  // Undo is what it is on the table: here it strikes out what was written last.
  $effect(() => desk.undoHere(() => rounds.undoes));
  let beside: 'cautions' | 'walk' | 'write' | null = $state(null);
  /** On a phone the slip rises from below while there is something in it to do. */
  const raised = $derived(rounds.inHand !== null || beside !== null);
  const toBeside = (what: typeof beside) => ((rounds.hand = null), (beside = what));
  /** What is due, bed after bed or tool after tool, and without what wants other weather. */
  let by: 'walk' | 'tool' = $state('walk');
  let weather: Best | 'any' = $state('any');
  const groups = $derived.by(() => {
    const fits = due.filter((line) => weather === 'any' || line.best === null || line.best === weather);
    const all: { name: string; lines: RoundLine[] }[] = [];
    for (const line of fits) {
      const name = by === 'tool' ? TOOLS[line.tool] : '';
      const there = all.find((one) => one.name === name);
      if (there) there.lines.push(line);
      else all.push({ name, lines: [line] });
    }
    const order = Object.values(TOOLS);
    return { all: all.sort((a, b) => order.indexOf(a.name) - order.indexOf(b.name)), left: due.length - fits.length };
  });

  const DOES: Record<RoundsDoing, () => void> = {
    before: () => rounds.turn(-1),
    after: () => rounds.turn(1),
    today: () => rounds.to(garden.view.today),
    down: () => rounds.step(1),
    up: () => rounds.step(-1),
    done: () => {
      if (rounds.inHand && !rounds.inHand.done && rounds.mayWrite) void rounds.tap(rounds.inHand);
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

  /** How far a finger goes sideways for another day, and how little up or down meanwhile [px]. */
  const [FAR, STRAIGHT] = [90, 50];
  let finger: { x: number; y: number } | null = null;
  function touched({ touches }: TouchEvent) {
    const one = touches.length === 1 ? touches[0] : undefined;
    finger = one ? { x: one.clientX, y: one.clientY } : null;
  }
  function swiped({ changedTouches }: TouchEvent) {
    const one = changedTouches[0];
    if (!finger || !one) return;
    const [across, down] = [one.clientX - finger.x, one.clientY - finger.y];
    finger = null;
    if (Math.abs(across) > FAR && Math.abs(down) < STRAIGHT) rounds.turn(across < 0 ? 1 : -1);
  }

  function key(event: KeyboardEvent) {
    if (inDialog(event) || (beside === 'walk' && event.key.startsWith('Arrow'))) return;
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
    const does = doing(ROUNDS_KEYS, event);
    if (does) {
      event.preventDefault();
      DOES[does]();
    } else if (event.key === 'Escape' && rounds.hand !== null) rounds.hand = null;
    else if (event.key === 'Escape' && beside !== null) beside = null;
    else return;
    event.stopPropagation();
  }
</script>

<svelte:window
  onkeydowncapture={key}
  onbeforeunload={(event) => !garden.kept.lasts && garden.outbox.waiting.length > 0 && event.preventDefault()}
/>

<main class="plan px-4 pt-3 pb-8" ontouchstart={touched} ontouchend={swiped}>
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
  {#if rounds.mayWrite}
    <p class="phone"><button class="act min-h-12" onclick={() => toBeside('write')}>write something down</button></p>
  {/if}
  {#if rounds.trouble}<p class="trouble" role="alert">{rounds.trouble}</p>{/if}
  <Aside {rounds} />
  <div class="just" role="status">
    {#if rounds.just}
      <p>
        {upper(happened(rounds.just.what, garden.units))}{#if justOf}: {justOf}{/if}.
        <button class="act min-h-12" onclick={() => rounds.undoes?.()}>undo</button>
      </p>
    {/if}
  </div>
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
      <h2 class="aside">Late</h2>
      {#if rounds.mayWrite && undone.length > 1}
        <p class="quiet">
          Not written down as done.
          <button class="act min-h-8" onclick={() => rounds.catchUp(undone)}
            >all {undone.length} were done on their days</button
          >
        </p>
      {/if}
      <ul class="walk" data-late>
        {#each late as line (line.task.key)}<WalkLine {rounds} {line} />{/each}
      </ul>
    {/if}
    <h2 class="aside">{rounds.isToday ? 'Today' : 'On this day'}</h2>
    {#if due.length === 0}
      <p>{late.length === 0 && done.length === 0 ? 'The plan asks for nothing on this day.' : 'Nothing else.'}</p>
      {#if rounds.next}
        {@const next = rounds.next}
        <p class="mt-2">
          Next, on <button class="act" onclick={() => rounds.to(next.day)}>{fullDate(next.day)}</button>: {next.said}
        </p>
      {/if}
    {/if}
    {#if due.length > 1}
      <p class="sorts">
        <label
          >Go by <select class="pick" bind:value={by} name="round-by"
            ><option value="walk">beds</option><option value="tool">tools</option></select
          ></label
        >
        <label
          >Weather <select class="pick" bind:value={weather} name="round-weather"
            ><option value="any">any</option><option value="dry">dry</option><option value="dull">dull or wet</option
            ></select
          ></label
        >
        {#if garden.mayChange}<button class="act" onclick={() => toBeside('walk')}>the walk</button>{/if}
      </p>
    {/if}
    <div data-due>
      {#each groups.all as group (group.name)}
        {#if group.name}<h3 class="tool">{group.name}</h3>{/if}
        <ul class="walk">
          {#each group.lines as line (line.task.key)}<WalkLine {rounds} {line} />{/each}
        </ul>
      {/each}
    </div>
    {#if groups.left > 0}
      <p class="quiet">{count(groups.left, 'line waits', 'lines wait')} for other weather.</p>
    {/if}
    {#if done.length > 0}
      <h2 class="aside">Done</h2>
      <ul class="walk" data-done>
        {#each done as line (line.task.key)}<WalkLine {rounds} {line} />{/each}
      </ul>
    {/if}
    <Written {rounds} />
    <Ahead {rounds} />
    {#key rounds.day}<Earlier day={rounds.day} />{/key}
    <p class="mt-4"><button class="act" onclick={() => toBeside('cautions')}>what can hurt, all of it</button></p>
    {#if rounds.keptUntil}
      <p class="quiet mt-4" data-kept>
        Kept in this browser for a time without a signal, until {dayMonth(rounds.keptUntil)}.
      </p>
    {/if}
  {/if}
</main>
<aside class="slip" class:raised aria-label="About the round">
  <Problem />
  {#if rounds.inHand}{#key rounds.inHand.task.key}<LineSlip {rounds} line={rounds.inHand} />{/key}
  {:else if beside === 'cautions'}<Cautions back={() => (beside = null)} />
  {:else if beside === 'walk'}<WalkOrder {rounds} back={() => (beside = null)} />
  {:else}<WriteSlip {rounds} away={beside === 'write' ? () => (beside = null) : null} />{/if}
</aside>

<style>
  .day {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 10px;
  }
  .phone {
    display: none;
  }
  @media (max-width: 900px) {
    .phone {
      display: block;
    }
    .day {
      display: grid;
      grid-template-columns: 48px minmax(0, 1fr) 48px;
    }
    .day h1 {
      font-size: 20px;
      text-align: center;
    }
    .day :global(.field) {
      grid-column: 2;
      margin: 0;
    }
  }
  /* Over the foot of the page, so that nothing moves when it comes. */
  .just {
    position: sticky;
    top: 0;
    z-index: 2;
    height: 0;
  }
  .just p {
    float: right;
    display: flex;
    align-items: center;
    gap: 12px;
    padding: 0 14px;
    border: 1px solid var(--color-hair);
    background: var(--color-paper);
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
  .sorts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 18px;
    font-size: 15px;
    color: var(--color-soot-2);
  }
  .sorts label {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 48px;
  }
  .tool {
    margin-top: 10px;
    font-weight: 700;
    color: var(--color-soot-2);
  }
</style>
