<script lang="ts">
  // What is wanted in the years ahead: amounts, when, on what ground, in which years.
  import { LIMITS } from '../../generated/Limits';
  import { api, Refused } from '../../api';
  import type { Needs, Parts, TurnsView, WishDraft } from '../../generated/api';
  import CropNames from '../../parts/CropNames.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { TurnsState } from '../../state/turns.svelte';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { partWords } from '../../words/turns';

  let { turns, view }: { turns: TurnsState; view: TurnsView } = $props();
  const { garden } = useOpenGarden();

  const wishes = $derived(turns.turns.wishes);
  const ground = $derived(view.plots.reduce((sum, plot) => sum + plot.squares, 0));
  let open = $state<number | null>(null);
  let draft = $state<WishDraft | null>(null);
  const fullest = $derived.by(() =>
    (['early', 'main', 'late'] as const).map((part) => ({
      part,
      squares: wishes.filter((one) => one.wish.parts[part]).reduce((sum, one) => sum + one.wish.squares, 0),
    })),
  );

  const PARTS: [keyof Parts, string][] = [
    ['early', 'early'],
    ['main', 'main'],
    ['late', 'late'],
  ];
  const WANTS: [keyof Needs, string][] = [
    ['trellis', 'a trellis'],
    ['sun', 'full sun'],
    ['deep', 'deep soil'],
    ['container', 'a tub only'],
  ];

  const varieties = (crop: string) => garden.view.garden.varieties.filter((one) => one.crop === crop);

  /** Wishes for a crop, or for the variety that a name means, as it usually is. */
  async function add(crop: string, way: string | null): Promise<boolean> {
    turns.trouble = '';
    try {
      const usual = await api.ask(garden.view.id, {
        ask: 'usual-wish',
        crop,
        variety: garden.varietyOf(crop, way),
      });
      if (!(await turns.change({ turn: 'wish', wish: usual }))) return false;
      const made = garden.made.wishes?.at(-1);
      if (made !== undefined) edit(made);
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      turns.trouble = error.problem.detail;
      return false;
    }
  }

  function edit(id: number) {
    const wish = turns.turns.wishes.find((one) => one.id === id);
    open = open === id ? null : id;
    draft = open === null || !wish ? null : $state.snapshot(wish.wish);
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (open === null || !draft) return;
    const wish = $state.snapshot(draft);
    const known = turns.turns.wishes.find((one) => one.id === open)?.wish;
    if (
      JSON.stringify(known) === JSON.stringify(wish) ||
      (await turns.change({ turn: 'change-wish', id: open, wish }))
    ) {
      [open, draft] = [null, null];
    }
  }
</script>

<h2>Wishes</h2>
<p class="quiet border-b-2 border-hair pb-2">
  of {count(ground, 'square', 'squares')}: {fullest.map((one) => `${one.squares} ${one.part}`).join(', ')}
</p>
<ul class="rows mt-2" data-wishes>
  {#each wishes as { id, wish } (id)}
    <li>
      <span class="flex justify-between gap-2">
        <button
          class="cursor-pointer text-left font-medium hover:underline"
          aria-expanded={open === id}
          onclick={() => edit(id)}>{upper(garden.lotName(wish))}</button
        >
        <span class="font-serif text-chestnut">{wish.squares}</span>
      </span>
      <span class="quiet"
        >{wish.winters ? 'over winter, ' : ''}{partWords(wish.parts)}{wish.years.every > 1
          ? `, every ${wish.years.every} years`
          : ''}{wish.years.first ? `, from ${wish.years.first}` : ''}{wish.years.last
          ? `, until ${wish.years.last}`
          : ''}{WANTS.filter(([need]) => wish.needs[need])
          .map(([, name]) => `, ${name}`)
          .join('')}{wish.resistant ? ', resistant' : ''}</span
      >
      {#if open === id && draft}
        <form
          onsubmit={save}
          class="mt-1 mb-2 grid grid-cols-2 gap-x-4 gap-y-1"
          aria-label={`The wish for ${garden.lotName(wish)}`}
        >
          <label class="field"
            >Squares<input
              type="number"
              min={LIMITS.squares[0]}
              max={LIMITS.squares[1]}
              bind:value={draft.squares}
              name="squares"
              required
            /></label
          >
          <label class="field"
            >Every so many years<input
              type="number"
              min={LIMITS.every[0]}
              max={LIMITS.every[1]}
              bind:value={draft.years.every}
              name="every"
              required
            /></label
          >
          <label class="field"
            >From year<input
              type="number"
              min={LIMITS.turnYear[0]}
              max={LIMITS.turnYear[1]}
              value={draft.years.first ?? ''}
              onchange={(event) =>
                draft &&
                (draft.years.first = event.currentTarget.value === '' ? null : event.currentTarget.valueAsNumber)}
              name="first"
            /></label
          >
          <label class="field"
            >Until year<input
              type="number"
              min={LIMITS.turnYear[0]}
              max={LIMITS.turnYear[1]}
              value={draft.years.last ?? ''}
              onchange={(event) =>
                draft &&
                (draft.years.last = event.currentTarget.value === '' ? null : event.currentTarget.valueAsNumber)}
              name="last"
            /></label
          >
          {#if varieties(wish.crop).length}
            <label class="field col-span-2"
              >Variety<select bind:value={draft.variety} name="variety">
                <option value={null}>any</option>
                {#each varieties(wish.crop) as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
              </select></label
            >
          {/if}
          <fieldset>
            <legend class="quiet">Stands</legend>
            {#each PARTS as [part, name] (part)}<label class="mr-2 inline-flex items-center gap-1"
                ><input type="checkbox" bind:checked={draft.parts[part]} />{name}</label
              >{/each}
            <label class="inline-flex items-center gap-1"
              ><input type="checkbox" bind:checked={draft.winters} />from the autumn before</label
            >
          </fieldset>
          <fieldset>
            <legend class="quiet">Wants</legend>
            {#each WANTS as [need, name] (need)}<label class="mr-2 inline-flex items-center gap-1"
                ><input type="checkbox" bind:checked={draft.needs[need]} />{name}</label
              >{/each}
            <label class="inline-flex items-center gap-1"
              ><input type="checkbox" bind:checked={draft.resistant} />is resistant</label
            >
          </fieldset>
          <p class="col-span-2 flex gap-5">
            <button class="act">save</button><button
              class="act"
              type="button"
              onclick={() => turns.change({ turn: 'remove-wish', id }).then(() => ([open, draft] = [null, null]))}
              >wish no longer</button
            >
          </p>
        </form>
      {/if}
    </li>
  {:else}
    <li class="quiet">Nothing is wished for yet.</li>
  {/each}
</ul>
{#if garden.mayChange}
  <div class="mt-2 mb-3"><CropNames label="Wish for" name="wish-crop" action="add" take={add} /></div>
{/if}
