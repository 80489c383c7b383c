<script lang="ts">
  // The lots, one a line: how much is left, and what is expected to come up, as a mark on a line of a hundred.
  import type { LotLine } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { fullDate } from '../../words/dates';
  import { amountWords, roughly, STATE } from '../../words/tin';

  interface Props {
    lots: LotLine[];
    hand: number | null;
    take: (lot: number | null) => void;
  }
  let { lots, hand, take }: Props = $props();
  const { garden } = useOpenGarden();

  const lot = (line: LotLine) => garden.view.garden.lots.find((one) => one.id === line.lot);

  function said(line: LotLine): string {
    if (line.state === 'too-old' || line.state === 'empty' || line.state === 'test') return STATE[line.state];
    if (!line.comes_up) return line.planned ? '' : 'not planned';
    const until = line.comes_up.too_old ? `good until ${fullDate(line.comes_up.too_old).slice(-4)}` : 'good for long';
    return line.planned ? until : `${until}, not planned`;
  }
</script>

<table class="ledger mt-3 w-full">
  <thead>
    <tr
      ><th scope="col">lot</th><th scope="col">for</th><th scope="col">left</th><th scope="col">comes up of 100</th><th
        scope="col">what to do</th
      ></tr
    >
  </thead>
  <tbody>
    {#each lots as line (line.lot)}
      {@const one = lot(line)}
      {#if one}
        <tr class:in-hand={line.lot === hand} class:spent={line.state === 'empty'} data-lot={line.lot}>
          <th scope="row"
            ><button
              class="act"
              aria-pressed={line.lot === hand}
              onclick={() => take(line.lot === hand ? null : line.lot)}>{garden.lotName(one)}</button
            ></th
          >
          <td>{one.packed}</td>
          <td
            >{amountWords(line.amount, garden.units)}{#if one.amount.by === 'weight' && line.left}
              <span class="quiet seeds ml-1">({roughly(line.left)})</span>{/if}</td
          >
          <td>
            {#if line.comes_up}
              <span>{line.comes_up.percent}</span>
              <svg class="range" viewBox="0 0 100 10" width="100" height="10" aria-hidden="true">
                <line x1="0" x2="100" y1="5" y2="5" class="axis" />
                <line x1={line.comes_up.fresh} x2={line.comes_up.fresh} y1="1" y2="9" class="axis" />
                <line x1={line.comes_up.between[0]} x2={line.comes_up.between[1]} y1="5" y2="5" class="span" />
                <circle cx={line.comes_up.percent} cy="5" r="3" />
              </svg>
              <span class="sr-only">between {line.comes_up.between[0]} and {line.comes_up.between[1]}</span>
            {:else}<span class="quiet">–</span>{/if}
          </td>
          <td class:grave={line.state === 'too-old'} class:ask={line.state === 'test'}>{said(line)}</td>
        </tr>
      {/if}
    {/each}
  </tbody>
</table>
<p class="quiet mt-1">
  The dot is what is expected, the bar where it lies nine times in ten, the stroke what comes up of fresh seed.
</p>

<style>
  .spent {
    color: var(--color-soot-2);
  }
  .range {
    display: inline-block;
    vertical-align: -1px;
    margin-left: 6px;
  }
  .axis {
    stroke: var(--color-hair);
    stroke-width: 1.4;
  }
  .span {
    stroke: var(--color-slate);
    stroke-width: 3;
  }
  circle {
    fill: var(--color-soot);
  }
  .ask {
    color: var(--color-chestnut);
  }
  @media (max-width: 900px) {
    .range,
    .seeds {
      display: none;
    }
  }
</style>
