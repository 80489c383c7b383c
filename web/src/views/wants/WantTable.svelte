<script lang="ts">
  // The wants, one a line: plants, squares and weeks as ranges, and how far the plan goes.
  import type { WantLine, WantSum } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { priceBetween } from '../../words/prices';
  import {
    between,
    LACKS,
    MET,
    oddly,
    produce,
    produceBetween,
    squaresBetween,
    takesOf,
    wanted,
  } from '../../words/wants';

  interface Props {
    wants: WantLine[];
    hand: number | null;
    take: (want: number | null) => void;
  }
  let { wants, hand, take }: Props = $props();
  const { garden } = useOpenGarden();

  const want = (line: WantLine) => garden.view.garden.wants.find((one) => one.id === line.want);

  /** What is told of a square in the last column but one. */
  const OF_A_SQUARE = {
    weight: 'a square gives',
    meals: 'meals of a square',
    worth: 'a square is worth',
    takes: 'a plant takes',
  } as const;
  let of: keyof typeof OF_A_SQUARE = $state('weight');

  function ofSquare(sum: WantSum): string {
    if (of === 'weight') return produceBetween(sum.square_gives, garden.units);
    if (of === 'meals') return between(sum.square_meals);
    if (of === 'takes') return takesOf(sum.takes[0]);
    return sum.square_worth ? priceBetween(sum.square_worth) : 'nobody said';
  }

  function told(line: WantLine): string {
    if (line.met === 'unplanned' || line.planned === 0) return MET.unplanned;
    const plants = `${line.planned.toLocaleString('en')} planned`;
    const sown = line.sown > 0 ? `, ${line.sown.toLocaleString('en')} in` : '';
    const picked = line.picked > 0 ? `, ${produce(line.picked, garden.units)} picked` : '';
    const how = line.met === 'short' || line.met === 'over' ? ` (${MET[line.met]})` : '';
    return `${plants}${how}${sown}${picked}`;
  }
</script>

<table class="ledger mt-3 w-full">
  <thead>
    <tr
      ><th scope="col">crop</th><th scope="col">how much</th><th scope="col">plants</th><th scope="col">squares</th><th
        scope="col"
        class="wide">weeks</th
      ><th scope="col" class="wide"
        ><select bind:value={of} name="of-a-square" aria-label="What is told of a square">
          {#each Object.entries(OF_A_SQUARE) as [key, words] (key)}<option value={key}>{words}</option>{/each}
        </select></th
      ><th scope="col">in the plan</th></tr
    >
  </thead>
  <tbody>
    {#each wants as line (line.want)}
      {@const one = want(line)}
      {#if one}
        <tr class:in-hand={line.want === hand} data-want={line.want}>
          <th scope="row"
            ><button
              class="act"
              aria-pressed={line.want === hand}
              onclick={() => take(line.want === hand ? null : line.want)}>{garden.lotName(one)}</button
            ></th
          >
          <td>{wanted(one.amount, garden.crop(one.crop)?.gives?.pieces, garden.units)}</td>
          {#if line.sum}
            <td>{between(line.sum.plants)}</td>
            <td>{squaresBetween(line.sum.ground)}</td>
            <td class="wide"
              >{line.sum.stays
                ? 'it stays'
                : `${line.sum.sowings > 1 ? `${line.sum.sowings} × ` : ''}${line.sum.weeks}`}</td
            >
            <td class="wide" class:odd={of === 'takes' && oddly(line.sum.takes) !== ''}
              >{ofSquare(line.sum)}{of === 'takes' && oddly(line.sum.takes) !== '' ? ' (look again)' : ''}</td
            >
          {:else}
            <td colspan="2" class="quiet">{line.lacks === null ? '' : LACKS[line.lacks]}</td>
            <td class="wide"></td>
            <td class="wide"></td>
          {/if}
          <td class:grave={line.met === 'short'}>{told(line)}</td>
        </tr>
      {/if}
    {/each}
  </tbody>
</table>

<style>
  tbody th {
    max-width: 14rem;
  }
  .odd {
    color: var(--color-chestnut);
  }
  @media (max-width: 900px) {
    tbody th {
      max-width: 6rem;
      overflow-wrap: break-word;
    }
  }
</style>
