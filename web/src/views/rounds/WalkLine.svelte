<script lang="ts">
  import type { RoundLine } from '../../generated/RoundLine';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { dayMonth, plusDays } from '../../words/dates';
  import { count } from '../../words/lengths';
  import { setOut } from './how';

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
    [
      line.how && !line.done ? setOut(line.how, garden.units) : '',
      line.task.guess && !line.done ? `ready from about ${dayMonth(line.due)} on, by the usual warmth` : '',
    ].filter(Boolean),
  );
  /** Tapped once more, what was done is struck out again. */
  const by = $derived(line.done ? rounds.doneBy(line) : undefined);
  const inHand = $derived(rounds.hand === line.task.key);
</script>

<li class="line" class:done={line.done} class:hand={inHand} data-task={line.task.key}>
  {#if rounds.mayWrite}
    <button
      class="tick"
      class:ticked={line.done}
      disabled={line.done && !by}
      aria-pressed={line.done}
      aria-label={`done as planned: ${line.task.said}`}
      onclick={() => (by ? rounds.strike(by.entry) : rounds.done(line))}
      ><span aria-hidden="true">{line.done ? '✓' : ''}</span></button
    >
  {/if}
  <button class="what" aria-expanded={inHand} onclick={() => (rounds.hand = inHand ? null : line.task.key)}>
    <span class="said">{line.task.said}</span>
    {#if about.length > 0}<span class="trouble text-[14px]">{about.join(' · ')}</span>{/if}
    {#if how.length > 0}<span class="quiet">{how.join(' · ')}</span>{/if}
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
  }
  .later {
    flex: none;
    min-height: 52px;
    padding: 0 8px;
  }
</style>
