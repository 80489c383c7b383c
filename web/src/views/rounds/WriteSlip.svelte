<script lang="ts">
  // Something to write down that no line asks for.
  import type { Amount } from '../../generated/Amount';
  import type { Ending } from '../../generated/Ending';
  import type { HarmSeen } from '../../generated/HarmSeen';
  import type { HowBad } from '../../generated/HowBad';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { ENDING_NAMES, GRADE_NAMES, HARM_NAMES, KINDS, toldAs, WITH_AMOUNT, type Kind } from '../../words/journal';
  import AmountField from './AmountField.svelte';

  let { rounds }: { rounds: RoundsState } = $props();
  const { garden } = useOpenGarden();

  let kind: Kind = $state('note');
  let place = $state('');
  let words = $state('');
  let many: Amount | null = $state.raw(null);
  let ending: Ending = $state('done');
  let harm: HarmSeen = $state('pest');
  let grade: HowBad = $state('little');
  let sent = $state(0);
  let busy = false;

  /** Beds, and under each what stands in it on the day. */
  const places = $derived(
    garden.view.garden.beds.map((bed) => ({
      bed,
      patches: garden.view.garden.patches
        .filter((patch) => patch.bed === bed.id && patch.from <= rounds.day && rounds.day <= patch.until)
        .map((patch) => ({ id: patch.id, name: garden.crop(patch.planted.crop)?.plural ?? patch.planted.crop })),
    })),
  );

  function at() {
    const [bed, patch] = place.split(' ').map(Number);
    return { bed: bed || null, patch: patch || null, rect: null };
  }

  async function write(event: SubmitEvent) {
    event.preventDefault();
    if (busy) return;
    busy = true;
    const draft = { what: toldAs(kind, many, ending, harm, grade), at: at(), words: words.trim() };
    if (await rounds.write(draft).finally(() => (busy = false))) {
      words = '';
      sent += 1;
    }
  }
</script>

{#if rounds.mayWrite}
  <h2>Write down</h2>
  <p class="quiet">what happened on this day that no line asks for</p>
  <form class="mt-3 grid gap-3" onsubmit={write}>
    <label class="field"
      >What<select bind:value={kind} name="journal-kind">
        {#each KINDS as [key, name] (key)}<option value={key}>{name}</option>{/each}
      </select></label
    >
    <label class="field"
      >Where<select bind:value={place} name="journal-place">
        <option value="">the whole garden</option>
        {#each places as { bed, patches } (bed.id)}
          <option value={`${bed.id}`}>{bed.name}</option>
          {#each patches as patch (patch.id)}<option value={`${bed.id} ${patch.id}`}>{bed.name}: {patch.name}</option
            >{/each}
        {/each}
      </select></label
    >
    {#if WITH_AMOUNT.includes(kind)}
      {#key sent}<AmountField units={garden.units} bind:amount={many} />{/key}
    {:else if kind === 'cleared'}
      <label class="field"
        >Why<select bind:value={ending} name="journal-ending">
          {#each ENDING_NAMES as [key, name] (key)}<option value={key}>{name}</option>{/each}
        </select></label
      >
    {:else if kind === 'seen'}
      <label class="field"
        >What it is<select bind:value={harm} name="journal-harm">
          {#each HARM_NAMES as [key, name] (key)}<option value={key}>{name}</option>{/each}
        </select></label
      >
      <label class="field"
        >How bad<select bind:value={grade} name="journal-grade">
          {#each GRADE_NAMES as [key, name] (key)}<option value={key}>{name}</option>{/each}
        </select></label
      >
    {/if}
    <label class="field"
      >In your own words<input
        bind:value={words}
        required={kind === 'note'}
        maxlength="1000"
        name="journal-words"
      /></label
    >
    <button class="act min-h-12">write it down</button>
  </form>
{:else}
  <h2>Rounds</h2>
  <p class="quiet">
    {garden.mayChange
      ? 'This day has not come yet: what is done on it is written down then.'
      : 'What is done is ticked by those who help in this garden.'}
  </p>
{/if}
