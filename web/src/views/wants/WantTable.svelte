<script lang="ts">
  // The wants, one a line: plants, squares and weeks as ranges, and how far the plan goes.
  import type { WantLine } from '../../generated/WantLine';
  import { useOpenGarden } from '../../state/context';
  import { between, LACKS, MET, produce, squaresBetween, wanted } from '../../words/wants';

  interface Props {
    wants: WantLine[];
    hand: number | null;
    take: (want: number | null) => void;
  }
  let { wants, hand, take }: Props = $props();
  const { garden } = useOpenGarden();

  const want = (line: WantLine) => garden.view.garden.wants.find((one) => one.id === line.want);

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
          {:else}
            <td colspan="2" class="quiet">{line.lacks === null ? '' : LACKS[line.lacks]}</td>
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
  @media (max-width: 900px) {
    tbody th {
      max-width: 6rem;
      overflow-wrap: break-word;
    }
  }
</style>
