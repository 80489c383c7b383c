<script lang="ts">
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import { untrack } from 'svelte';
  import { api, Refused } from '../../api';
  import type { Bed, BedFit, Command } from '../../generated/api';
  import LengthField from '../../parts/LengthField.svelte';
  import { after } from '../../state/changed';
  import { useOpenGarden } from '../../state/context';
  import { whileShown } from '../../state/whileShown';
  import { length, squares } from '../../words/lengths';
  import { partSquare } from '../../words/reasons';
  import { CORNERS, draftOf, fieldsOf, NEW_FIELDS } from './draft';

  let { bed, done }: { bed: Bed | null; done: () => void } = $props();
  const { garden, desk } = useOpenGarden();

  const start = untrack(() => bed);
  const fields = $state(structuredClone(start ? fieldsOf(start, garden.units) : NEW_FIELDS));
  let fit = $state.raw<BedFit | null>(null);
  let inside = $state.raw<Bed | null>(null);
  let trouble = $state('');
  let asked = 0;

  const example = $derived(garden.units === 'metric' ? '1.2 m, or 120 cm' : `3'6", or 42 in`);

  function command(): Command {
    const draft = draftOf($state.snapshot(fields), start && { x: start.x, y: start.y });
    return start ? { do: 'change-bed', bed: start.id, draft } : { do: 'add-bed', draft };
  }

  /** Asks what would follow from the form as it stands; only the newest answer counts. */
  async function preview() {
    const mine = ++asked;
    try {
      const changed = await api.rehearse(garden.view.id, command(), garden.needle);
      if (mine !== asked) return;
      const id = start?.id ?? changed.made.beds[0];
      const view = after(garden.view, changed);
      fit = view.reckoning.beds.find((one) => one.bed === id)?.fit ?? null;
      inside = view.garden.beds.find((one) => one.id === id) ?? null;
      trouble = '';
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (mine === asked) [fit, inside, trouble] = [null, null, error.problem.detail];
    }
  }

  const closes = whileShown((id: number | null) => {
    desk.open('yard', id);
    done();
  });
  async function saved(event: SubmitEvent) {
    event.preventDefault();
    if (await garden.send(command())) closes(start?.id ?? garden.made.beds?.[0] ?? null);
    else trouble = garden.unanswered ? '' : (garden.problem?.detail ?? '');
  }

  const SIDES = [
    ['far', 'far side'],
    ['near', 'near side'],
    ['left', 'left end'],
    ['right', 'right end'],
  ] as const;
</script>

<form
  class="grid gap-3"
  onsubmit={saved}
  onchange={preview}
  aria-label={start ? `Measure ${start.name}` : 'Measure a new bed'}
>
  <label class="field"
    >Name<input bind:value={fields.name} required maxlength={LETTERS.bedName} name="bed-name" /></label
  >
  <div class="grid grid-cols-2 gap-3">
    <label class="field"
      >Kind<select bind:value={fields.kind} name="kind">
        <option value="raised">raised bed</option><option value="ground">strip of ground</option>
        <option value="container">container</option>
      </select></label
    >
    {#if fields.kind === 'raised'}
      <label class="field"
        >Boards, by name<select bind:value={fields.board} name="board">
          <option value="">other, or not known</option>
          {#each ['1x6', '1x8', '2x6', '2x8', '2x10', '2x12'] as board (board)}<option value={board}
              >{board.replace('x', ' × ')} in</option
            >{/each}
        </select></label
      >
    {:else if fields.kind === 'container'}
      <label class="field"
        >Holds<input bind:value={fields.volume} placeholder="15 gal, or 57 l" required name="volume" /></label
      >
    {/if}
  </div>
  <div class="grid grid-cols-3 gap-3">
    <label class="field"
      >Length<input
        bind:value={fields.length}
        placeholder={example}
        required={fields.kind !== 'container'}
        name="length"
      /></label
    >
    <label class="field"
      >Width<input
        bind:value={fields.width}
        placeholder={example}
        required={fields.kind !== 'container'}
        name="width"
      /></label
    >
    <label class="field">Soil depth<input bind:value={fields.depth} name="depth" /></label>
  </div>
  {#if fields.kind === 'container'}
    <p class="quiet">
      Without sizes it is taken as a round tub as deep as it is wide, and its ground as a square of the same area.
    </p>
  {:else if fields.kind === 'raised' && fields.board}
    <label class="flex items-center gap-2"
      ><input type="checkbox" bind:checked={fields.outside} />measured over the outside of the boards</label
    >
  {/if}
  <fieldset>
    <legend class="quiet">Reached from</legend>
    <div class="flex flex-wrap gap-x-4">
      {#each SIDES as [side, name] (side)}
        <label class="flex min-h-6 items-center gap-1"
          ><input type="checkbox" bind:checked={fields.reach[side]} />{name}</label
        >
      {/each}
    </div>
  </fieldset>
  {#if fields.kind !== 'container'}
    <div class="grid grid-cols-2 gap-3">
      <label class="field"
        >Outline<select bind:value={fields.shape} name="shape">
          <option value="rectangle">a rectangle</option>
          <option value="corner">an L</option>
          <option value="round">round or oval</option>
        </select></label
      >
      {#if fields.shape === 'corner'}
        <label class="field"
          >Missing<select bind:value={fields.corner} name="corner">
            {#each CORNERS as corner (corner)}<option value={corner}>{corner} corner</option>{/each}
          </select></label
        >
        <LengthField
          label="of the length"
          bind:value={fields.cut_along}
          units={garden.units}
          name="cut-along"
          required
          changed={preview}
        />
        <LengthField
          label="of the width"
          bind:value={fields.cut_across}
          units={garden.units}
          name="cut-across"
          required
          changed={preview}
        />
      {/if}
    </div>
  {/if}
  <LengthField
    label="Stems from the boards"
    bind:value={fields.margin}
    units={garden.units}
    name="margin"
    placeholder="half their own distance"
    changed={preview}
  />
  {#if fields.kind !== 'container'}
    <div class="grid grid-cols-2 gap-3">
      <label class="field"
        >Braces at, from the left end<input
          bind:value={fields.braces}
          placeholder="none; or 4 ft; 8 ft"
          name="braces"
        /></label
      >
      <label class="field"
        >Drip lines, from the far side<input
          bind:value={fields.drips}
          placeholder="none; or 1 ft; 3 ft"
          name="drips"
        /></label
      >
      <label class="field"
        >Turned, degrees<input
          type="number"
          min={LIMITS.degrees[0]}
          max={LIMITS.degrees[1]}
          bind:value={fields.turn}
          name="turn"
        /></label
      >
    </div>
    {#each fields.trellises as trellis, index (trellis)}
      <fieldset class="grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-2">
        <legend class="quiet">Trellis line</legend>
        <label class="field">from far side<input bind:value={trellis.from_far} required /></label>
        <label class="field">starts<input bind:value={trellis.start} placeholder="left end" /></label>
        <label class="field">ends<input bind:value={trellis.end} placeholder="right end" /></label>
        <button
          type="button"
          class="act"
          onclick={() => fields.trellises.splice(index, 1)}
          aria-label="remove this trellis line">remove</button
        >
      </fieldset>
    {/each}
    <div>
      <button type="button" class="act" onclick={() => fields.trellises.push({ from_far: '', start: '', end: '' })}
        >add a trellis line</button
      >
    </div>
  {/if}
  {#if fit && inside}
    <div class="border-t border-hair pt-2" aria-live="polite">
      <p>
        <strong>{squares(fit.ground_centisquares)}</strong> inside, {length(inside.width, garden.units)} × {length(
          inside.length,
          garden.units,
        )}, soil {length(inside.depth, garden.units)} deep.
      </p>
      {#if fit.open_centisquares !== fit.ground_centisquares}<p>
          The braces cover some of it: {squares(fit.open_centisquares)} stay open.
        </p>{/if}
      {#if fit.outside}<p>
          Over the boards {length(fit.outside[1], garden.units)} × {length(fit.outside[0], garden.units)}; they are {length(
            (fit.outside[0] - inside.length) / 2,
            garden.units,
          )} thick and {length(fit.board_height ?? 0, garden.units)} high, less than their name.
        </p>{/if}
      {#each [partSquare(fit.along, 'column', garden.units), partSquare(fit.across, 'row', garden.units)].filter(Boolean) as note (note)}
        <p class="quiet">{note}</p>
      {/each}
    </div>
  {/if}
  {#if trouble}<p class="trouble" role="alert">{trouble}</p>{/if}
  <div class="flex gap-6">
    <button class="act">{start ? 'keep these measures' : 'add this bed'}</button>
    <button type="button" class="act" onclick={done}>leave it</button>
  </div>
</form>
