<script lang="ts">
  // The household's own distance, for one planting or for all of a crop, with what it would change before it is kept.
  import { untrack } from 'svelte';
  import { api, Refused } from '../../api';
  import type { Command } from '../../generated/api';
  import { LETTERS } from '../../generated/Limits';
  import LengthField from '../../parts/LengthField.svelte';
  import { after } from '../../state/changed';
  import { useOpenGarden } from '../../state/context';
  import type { Shown } from '../../state/garden.svelte';
  import { count, length } from '../../words/lengths';
  import { tell } from '../../words/reasons';
  import { upper } from '../../words/text';

  let { shown }: { shown: Shown } = $props();
  const { garden } = useOpenGarden();

  const planted = $derived(shown.patch.planted);
  const sum = $derived(shown.reckoning.sum);
  const way = $derived(shown.crop.ways.find((one) => one.key === planted.way));
  const holds = $derived(sum.distance_from.from);
  const inRows = $derived(sum.pattern.lies === 'rows');
  const words = (spacing: { along: number; across: number }): [string, string] => [
    length(spacing.along, garden.units),
    length(spacing.across, garden.units),
  ];
  let own = $state(untrack(() => words(sum.spacing)));
  let note = $state('');
  let over = $state<'planting' | 'household'>(untrack(() => (holds === 'own' ? 'household' : 'planting')));
  let told = $state.raw<string[]>([]);
  let trouble = $state('');
  let asked = 0;

  function command(distance: [string, string] | null): Command {
    const { crop, way } = planted;
    if (over === 'planting') return { do: 'set-distance', patch: shown.patch.id, distance };
    return { do: 'set-spacing', crop, way, distance, note: distance ? note : '' };
  }

  /** What would be otherwise: counts of plantings, and what there would be to know. Only the newest answer counts. */
  async function preview() {
    const mine = ++asked;
    try {
      const changed = await api.rehearse(garden.view.id, command(own), garden.needle);
      if (mine !== asked) return;
      const view = after(garden.view, changed);
      const lines = view.reckoning.patches.flatMap((now) => {
        const was = garden.shown(now.patch);
        if (!was || was.reckoning.sum.plants === now.sum.plants) return [];
        const bed = garden.bed(was.patch.bed)?.name ?? '';
        return [`${bed}: ${was.reckoning.sum.plants} → ${count(now.sum.plants, 'plant', 'plants')}`];
      });
      const half = view.reckoning.findings.find(
        (one) => one.patch === shown.patch.id && one.reason.is === 'half-the-distance',
      );
      told = lines.length ? lines : ['No count changes.'];
      if (half) told = [...told, tell(view, garden.catalogue, half).body];
      trouble = '';
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (mine === asked) [told, trouble] = [[], upper(error.problem.detail)];
    }
  }

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    if (await garden.send(command(own))) told = [];
  }

  async function back() {
    over = holds === 'here' ? 'planting' : 'household';
    if (await garden.send(command(null))) [own, told] = [words(sum.spacing), []];
  }
</script>

<form class="mt-2 grid grid-cols-2 gap-3" onsubmit={keep} onchange={preview} aria-label="Your own distance">
  <LengthField
    label={inRows ? 'In the row' : 'Yours, along'}
    bind:value={own[0]}
    units={garden.units}
    name="own-distance"
    required
    changed={preview}
  />
  <LengthField
    label={inRows ? 'between rows' : 'and across'}
    bind:value={own[1]}
    units={garden.units}
    name="own-across"
    required
    changed={preview}
  />
  <label class="field col-span-2"
    >It holds for<select bind:value={over} name="own-over">
      <option value="planting">this planting</option>
      <option value="household"
        >every {shown.crop.name} you grow{way && shown.crop.ways.length > 1 ? ` as ${way.name}` : ''}</option
      >
    </select></label
  >
  {#if over === 'household'}
    <label class="field col-span-2"
      >What you found<input bind:value={note} maxlength={LETTERS.note} name="own-note" /></label
    >
  {:else}
    <p class="quiet col-span-2">
      Two to a square is {garden.units === 'metric' ? '15 cm by 30 cm' : '6 in by 12 in'}; type what your stick says.
    </p>
  {/if}
  <div class="col-span-2" aria-live="polite" data-own-changes>
    {#each told as line (line)}<p class="quiet">{line}</p>{/each}
    {#if trouble}<p class="trouble">{trouble}</p>{/if}
  </div>
  <p class="col-span-2 flex gap-5">
    <button class="act">use mine</button>
    {#if holds !== 'catalogue'}<button type="button" class="act" onclick={back}
        >{holds === 'here' ? 'as all the others' : 'back to the book'}</button
      >{/if}
  </p>
</form>
