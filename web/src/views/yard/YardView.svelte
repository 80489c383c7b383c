<script lang="ts">
  import Problem from '../../parts/Problem.svelte';
  import { doing, isTyping } from '../../parts/keys';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth } from '../../words/dates';
  import { count, length, size, squares } from '../../words/lengths';
  import { FIXTURES } from '../../words/fixtures';
  import { upper } from '../../words/text';
  import BedForm from './BedForm.svelte';
  import FixtureForm from './FixtureForm.svelte';
  import { YARD_KEYS } from './keys';
  import SiteForm from './SiteForm.svelte';
  import YardPlan from './YardPlan.svelte';

  const { garden, desk } = useOpenGarden();
  let at: 'look' | 'new' | 'measure' | 'place' | 'fixture' = $state('look');
  /** The fixture that is measured; nothing for a new one. */
  let fixture: number | null = $state(null);

  const beds = $derived(garden.view.garden.beds);
  const bed = $derived(desk.bed === null ? undefined : garden.bed(desk.bed));
  const reckoned = $derived(bed && garden.reckonedBed(bed.id));
  const ground = $derived(garden.view.reckoning.beds.reduce((sum, one) => sum + one.fit.ground_centisquares, 0));
  const narrow = $derived(garden.view.reckoning.paths.filter((path) => path.narrow || path.overlap));

  const KINDS = { raised: 'raised bed', ground: 'strip of ground', container: 'container' };
  const OUTLINES = { rectangle: '', corner: ', an L', round: ', round' };
  const name = (id: number) => garden.bed(id)?.name ?? '';

  const chosen = $derived(garden.view.garden.fixtures.find((one) => one.id === fixture) ?? null);

  /** Measures a fixture that is there, or a new one. */
  function measure(one: number | null) {
    [at, fixture] = ['fixture', one];
  }

  function sides(): string {
    if (!bed) return '';
    const { far, near, left, right } = bed.reach;
    const list = [
      far && 'the far side',
      near && 'the near side',
      left && 'the left end',
      right && 'the right end',
    ].filter(Boolean);
    if (list.length === 4) return 'reached from all round';
    return list.length === 0 ? 'reached from nowhere' : `reached from ${list.join(', ')}`;
  }

  function key(event: KeyboardEvent) {
    if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (doing(YARD_KEYS, event) === 'new' && garden.mayChange) {
      event.preventDefault();
      at = 'new';
    }
    if (event.key === 'Escape' && at !== 'look') {
      event.stopPropagation();
      at = 'look';
    }
  }

  /** What goes with a bed, of all years. */
  const withIt = $derived.by(() => {
    const { patches, past } = garden.view.garden;
    const planted = patches.filter((one) => one.bed === bed?.id).length;
    const remembered = past.filter((one) => one.bed === bed?.id).length;
    const parts = [
      planted ? count(planted, 'planting', 'plantings') : '',
      remembered ? count(remembered, 'remembered stand', 'remembered stands') : '',
    ];
    return parts.filter(Boolean).join(' and ');
  });
  /** The bed that is about to be taken away, once it is said what goes with it. */
  let leaving = $state<number | null>(null);

  async function remove() {
    if (bed && withIt && leaving !== bed.id) {
      leaving = bed.id;
      return;
    }
    if (bed && (await garden.send({ do: 'remove-bed', bed: bed.id }))) desk.open('yard', null);
  }
</script>

<svelte:window onkeydowncapture={key} />

<main class="plan" aria-label="Yard">
  <div class="flex items-baseline gap-3 px-5 pt-3">
    <h2>Yard</h2>
    <span class="quiet"
      >{count(beds.length, 'growing place', 'growing places')}{beds.length ? `, ${squares(ground)} in all` : ''}</span
    >
  </div>
  {#if beds.length === 0}
    <div class="px-5 pt-6">
      <p class="max-w-[46ch]">
        Nothing is measured yet. Take the tape outside: the inside length and width of a bed and the depth of its soil
        are enough to begin.
      </p>
      {#if garden.mayChange}<p class="mt-3">
          <button class="act" onclick={() => (at = 'new')}>measure the first bed (n)</button>
        </p>{/if}
    </div>
  {:else}
    <YardPlan
      select={() => (at = 'look')}
      fixture={at === 'fixture' ? fixture : null}
      pick={(one) => {
        desk.open('yard', null);
        measure(one);
      }}
    />
  {/if}
</main>

<aside class="slip" aria-label="Slip">
  <Problem />
  {#if at === 'new'}
    <h2 class="mb-3">A new bed</h2>
    <BedForm bed={null} done={() => (at = 'look')} />
  {:else if at === 'measure' && bed}
    <h2 class="mb-3">{bed.name}</h2>
    {#key bed.id}<BedForm {bed} done={() => (at = 'look')} />{/key}
  {:else if at === 'place'}
    <h2>The place</h2>
    <SiteForm
      site={garden.site}
      word="keep this"
      planted={garden.view.garden.patches.length}
      save={async (site) => {
        const kept = await garden.send({ do: 'set-site', site });
        if (kept && at === 'place') at = 'look';
        return kept;
      }}
    />
    <p class="mt-3"><button class="act" onclick={() => (at = 'look')}>leave it</button></p>
  {:else if at === 'fixture'}
    <h2 class="mb-3">{chosen ? chosen.name || upper(FIXTURES[chosen.kind]) : 'What else stands there'}</h2>
    {#key fixture}<FixtureForm
        fixture={chosen}
        done={(made) => {
          if (made === null) at = 'look';
          else fixture = made;
        }}
      />{/key}
  {:else if bed && reckoned}
    <h2>{bed.name}</h2>
    <p class="quiet border-b-2 border-hair pb-3">
      {KINDS[bed.kind.kind]}{OUTLINES[bed.shape.is]}, {size(bed.length, bed.width, garden.units)} inside, soil {length(
        bed.depth,
        garden.units,
      )} deep · {sides()}
    </p>
    <p class="mt-3 flex items-end gap-3">
      <span class="big">{squares(reckoned.fit.ground_centisquares).split(' ')[0]}</span>
      <span
        >squares<br /><span class="quiet"
          >{squares(reckoned.free_centisquares)} free on the needle's day, {count(reckoned.plants, 'plant', 'plants')} standing</span
        ></span
      >
    </p>
    {#if reckoned.fit.outside}
      <p class="quiet mt-2">
        {length(reckoned.fit.outside[1], garden.units)} × {length(reckoned.fit.outside[0], garden.units)} over the boards,
        which really stand {length(reckoned.fit.board_height ?? 0, garden.units)} high.
      </p>
    {/if}
    {#if reckoned.fit.open_centisquares !== reckoned.fit.ground_centisquares}
      <p class="quiet">
        Braces at {bed.braces.map((b) => length(b.at, garden.units)).join(' and ')} leave {squares(
          reckoned.fit.open_centisquares,
        )} open.
      </p>
    {/if}
    <p class="mt-4 flex flex-wrap gap-x-5 gap-y-1">
      <button class="act" onclick={() => desk.open('bed', bed.id)}>open the bed</button>
      {#if garden.mayChange}
        <button class="act" onclick={() => (at = 'measure')}>measure it again</button>
        {#if leaving !== bed.id}<button class="act" onclick={remove}>take it away</button>{/if}
      {/if}
    </p>
    {#if leaving === bed.id}
      <p class="mt-2" role="alert">
        With {bed.name} go {withIt}, of all years. Undo brings everything back.
      </p>
      <p class="flex gap-x-5">
        <button class="act" onclick={remove}>take it away with all that</button>
        <button class="act" onclick={() => (leaving = null)}>leave it</button>
      </p>
    {/if}
  {:else}
    <h2>{garden.site.name}</h2>
    <p class="quiet border-b-2 border-hair pb-3">
      {garden.site.place ? `${garden.site.place}, ` : ''}{Math.abs(garden.site.latitude) / 100}° {garden.southern
        ? 'south'
        : 'north'}<br />today is {dayMonth(garden.view.today)}{garden.site.zone
        ? ` in ${garden.site.zone.replaceAll('_', ' ')}`
        : ', by the day of the server'}
    </p>
    {#if beds.length}
      <ul class="rows mt-2">
        {#each beds as one (one.id)}
          {@const its = garden.reckonedBed(one.id)}
          <li class="flex justify-between gap-3">
            <button class="min-h-6 cursor-pointer text-left hover:underline" onclick={() => desk.open('yard', one.id)}
              >{one.name}</button
            >
            <span class="quiet whitespace-nowrap">{its ? squares(its.fit.ground_centisquares) : ''}</span>
          </li>
        {/each}
      </ul>
    {/if}
    {#if narrow.length}
      <h3>Paths</h3>
      {#each narrow as path (`${path.one} ${path.other}`)}
        <p class="trouble">
          {name(path.one)} and {name(path.other)}
          {path.overlap
            ? 'lie on the same ground.'
            : `leave ${length(path.width, garden.units)}: under the ${garden.units === 'metric' ? '46 cm' : '18 in'} one walks and kneels in.`}
        </p>
      {/each}
    {/if}
  {/if}
  <div class="foot">
    {#if garden.mayChange}
      <button class="act" onclick={() => (at = 'new')}>measure a new bed</button>
      {#if beds.length}<button class="act" onclick={() => measure(null)}>house, fence, tree</button>{/if}
      <button class="act" onclick={() => (at = 'place')}>the place</button>
    {/if}
    {#if desk.bed !== null}<button class="act" onclick={() => desk.open('yard', null)}>the whole yard</button>{/if}
  </div>
</aside>
