<script lang="ts">
  import type { RoundLine } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { dayMonth, plusDays } from '../../words/dates';
  import { BEST } from '../../words/journal';
  import { count } from '../../words/lengths';
  import { inCells, setOut } from './how';

  let { rounds, line }: { rounds: RoundsState; line: RoundLine } = $props();
  const { garden } = useOpenGarden();

  const about = $derived(
    [
      line.late > 0 ? `${count(line.late, 'day', 'days')} late` : '',
      line.late > 0 && line.last
        ? line.last < rounds.day
          ? `too late here since ${dayMonth(line.last)}`
          : `here it may start until ${dayMonth(line.last)}`
        : '',
    ].filter(Boolean),
  );
  const how = $derived(
    line.done
      ? []
      : [
          line.rest ? 'the rest of it' : '',
          line.how ? setOut(line.how, garden.units) : '',
          line.seeds ? count(line.seeds.many, ...line.seeds.name) : '',
          line.cells ? inCells(line.cells) : '',
          line.task.work === 'pick' ? `ready from about ${dayMonth(line.due)} on, by the usual warmth` : '',
          line.until && line.until > rounds.day ? `until ${dayMonth(line.until)}` : '',
          line.best ? BEST[line.best] : '',
          line.enough ? 'heavy, and enough of that today: it may wait' : '',
        ].filter(Boolean),
  );
  /** What a tap says of the work. */
  const tap = $derived(
    line.task.work === 'look-for' ? `it is up: ${line.task.said}` : `done as planned: ${line.task.said}`,
  );
  const left = $derived(line.notes.find((note) => note.left !== '')?.left ?? '');
  /** Tapped once more, what was done is struck out again. */
  const by = $derived(line.done ? rounds.doneBy(line) : undefined);
  const cautions = $derived(rounds.cautions.filter((one) => line.cautions.includes(one.key)));
  /** Held so long, the box opens the line instead of ticking it (ms). */
  const HOLD = 550;
  let held: ReturnType<typeof setTimeout> | undefined;
  let opened = false;
  function press() {
    opened = false;
    held = setTimeout(() => {
      opened = true;
      rounds.hand = line.task.key;
    }, HOLD);
  }
  const release = () => clearTimeout(held);
  function tapped() {
    release();
    if (opened) opened = false;
    else void rounds.tap(line);
  }
  const inHand = $derived(rounds.hand === line.task.key);
</script>

<li class="line" class:done={line.done} class:hand={inHand} data-task={line.task.key}>
  {#if rounds.mayWrite}
    <button
      class="tick"
      class:ticked={line.done}
      disabled={line.done && !by}
      aria-pressed={line.done}
      aria-label={tap}
      onpointerdown={press}
      onpointerup={release}
      onpointerleave={release}
      onclick={tapped}><span aria-hidden="true">{line.done ? '✓' : ''}</span></button
    >
  {/if}
  <button class="what" aria-expanded={inHand} onclick={() => (rounds.hand = inHand ? null : line.task.key)}>
    <span class="said">{line.task.said}</span>
    {#if about.length > 0}<span class="trouble text-[14px]">{about.join(' · ')}</span>{/if}
    {#if line.condition && !line.done}
      <span class={line.condition.is_so ? 'quiet' : 'text-[14px] text-rosehip'}>{line.condition.said}</span>
    {/if}
    {#if how.length > 0}<span class="quiet">{how.join(' · ')}</span>{/if}
    {#if line.late > 0 && left}<span class="quiet">If it is left: {left}</span>{/if}
    {#each cautions as caution (caution.key)}
      <span class="caution" data-caution={caution.key}>Mind: {caution.text}{caution.ask ? ` ${caution.ask}` : ''}</span>
    {/each}
  </button>
  {#if rounds.mayWrite && !line.done}
    <button class="act later" onclick={() => rounds.putOff(line, plusDays(rounds.day, 1))}>not today</button>
  {/if}
</li>

<style>
  .line {
    display: flex;
    align-items: stretch;
    gap: 6px;
    border-bottom: 1.4px dotted var(--color-hair);
  }
  .hand {
    background: color-mix(in srgb, var(--color-buff) 45%, transparent);
  }
  /* Large enough for a wet thumb. */
  .tick {
    flex: none;
    width: 52px;
    min-height: 52px;
    display: grid;
    place-items: center;
    cursor: pointer;
  }
  .tick span {
    display: grid;
    place-items: center;
    width: 28px;
    height: 28px;
    border: 2px solid var(--color-chestnut);
    border-radius: 4px;
    font-weight: 700;
    color: var(--color-ink-leaf);
  }
  .tick:disabled {
    cursor: default;
  }
  .ticked span {
    border-color: var(--color-lichen);
  }
  .what {
    flex: 1;
    min-width: 0;
    min-height: 52px;
    display: grid;
    align-content: center;
    text-align: left;
    padding: 6px 0;
    cursor: pointer;
    overflow-wrap: anywhere;
  }
  .said {
    font-size: 16.5px;
  }
  .done .said {
    color: var(--color-soot-2);
    text-decoration: line-through;
  }
  .caution {
    font-size: 14px;
    margin-top: 2px;
    padding-left: 8px;
    border-left: 3px solid var(--color-rosehip);
  }
  .later {
    flex: none;
    min-height: 52px;
    padding: 0 8px;
  }
</style>
