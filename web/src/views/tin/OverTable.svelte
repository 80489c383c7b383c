<script lang="ts">
  // What there is more of than the plan takes while it keeps: to be planned, swapped or given away.
  import type { SeedOver } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { fullDate } from '../../words/dates';
  import { roughly } from '../../words/tin';

  let { over }: { over: SeedOver[] } = $props();
  const { garden } = useOpenGarden();

  function keeps({ planted, until, years }: SeedOver): string {
    if (planted) return 'does not keep: for this season only';
    const still = until ? `reckoned with until ${fullDate(until)}` : 'keeps for more than ten years';
    return `${still}; ${years === 1 ? 'what one year takes is' : `what ${years} such years take is`} kept back`;
  }
</script>

<section class="mt-6" aria-label="More than is planned">
  <h2>More than is planned</h2>
  <table class="ledger mt-2 w-full" data-over>
    <thead><tr><th scope="col">what</th><th scope="col">over</th><th scope="col">why</th></tr></thead>
    <tbody>
      {#each over as one (`${one.crop} ${one.variety} ${one.planted}`)}
        <tr>
          <th scope="row">{garden.lotName(one)}</th>
          <td>{roughly(one.many)}</td>
          <td class="quiet">{one.kept === 0 ? 'not planned within a year' : keeps(one)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="quiet mt-1">
    To be planned, swapped or given away; what gets too old first comes first. When some is gone, count its lot anew.
  </p>
</section>
