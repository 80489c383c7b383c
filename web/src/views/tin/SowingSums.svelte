<script lang="ts">
  // How many seeds a hole, and how many holes, fill a stand: by the lot that would be sown today.
  import { LIMITS } from '../../generated/Limits';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';

  interface Props {
    crop: string;
    variety: number | null;
  }
  let { crop, variety }: Props = $props();
  const { garden } = useOpenGarden();

  let stand = $state(20);
  let certainty = $state(90);
  const [least, most] = LIMITS.plants;
  const sane = $derived(Number.isInteger(stand) && stand >= least && stand <= most);
  const sums = new AnswerState<'sowing'>(
    garden,
    () => (sane ? { ask: 'sowing', crop, variety, on: garden.view.today, stand, certainty } : null),
    true,
  );
</script>

<section class="mt-4" aria-label="Sowing sums">
  <h3>How thick to sow</h3>
  <p class="mt-1 flex flex-wrap items-end gap-x-4">
    <label class="field w-24"
      >Plants that stand<input type="number" bind:value={stand} min={least} max={most} name="stand" /></label
    >
    <label class="field"
      >as sure as<select bind:value={certainty} name="certainty">
        <option value={50}>even chance</option>
        <option value={80}>4 times in 5</option>
        <option value={90}>9 times in 10</option>
        <option value={95}>19 times in 20</option>
      </select></label
    >
  </p>
  {#if !sane}<p class="trouble">Plants that stand: a whole number from {least} to {most}.</p>{/if}
  {#if sums.trouble}<p class="trouble" role="alert">{sums.trouble}</p>{/if}
  {#if sums.is}
    <table class="ledger mt-2 w-full" data-sums>
      <thead
        ><tr
          ><th scope="col">seeds a hole</th><th scope="col">of 100 holes filled</th><th scope="col">holes to sow</th
          ></tr
        ></thead
      >
      <tbody>
        {#each sums.is as sum (sum.seeds)}
          <tr
            ><td>{sum.seeds}</td><td>{sum.filled}</td><td
              >{sum.holes === null ? 'too many' : sum.holes === stand ? `${stand}, all fill` : sum.holes}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    <p class="quiet mt-1">
      Thinned to the strongest in each hole. Slugs, crust and drought are not in these sums; the lot you would sow today
      is, or bought seed at the least it is sold with where yours is too old.
    </p>
  {/if}
</section>
