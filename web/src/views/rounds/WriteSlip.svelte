<script lang="ts">
  // Something to write down that no line asks for.
  import type { Happened } from '../../generated/api';
  import { LETTERS } from '../../generated/Limits';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { asksFor, blank, KINDS, type Kind } from '../../words/journal';
  import PhotoField from './PhotoField.svelte';
  import PlaceInBed from './PlaceInBed.svelte';
  import ToldFields from './ToldFields.svelte';

  let { rounds, away }: { rounds: RoundsState; away: (() => void) | null } = $props();
  const { garden } = useOpenGarden();

  let kind: Kind = $state('note');
  let what: Happened = $state.raw(blank('note'));
  let place = $state('');
  let words = $state('');
  /** The square of a bed it is of, when not all of it: from the left and from the far side; with one of the two, the whole row. */
  let square = $state({ along: '', across: '' });
  let sent = $state(0);
  /** When something was written last: a tap that comes twice is meant once (ms). */
  let last = 0;
  const TWICE = 500;

  /** Beds, and under each what stands in it on the day. */
  const places = $derived(
    garden.view.garden.beds.map((bed) => ({
      bed,
      patches: garden.view.garden.patches
        .filter((patch) => patch.bed === bed.id && patch.from <= rounds.day && rounds.day <= patch.until)
        .map((patch) => ({ id: patch.id, name: garden.crop(patch.planted.crop)?.plural ?? patch.planted.crop })),
    })),
  );

  /** A square of a bed in half squares, as far as the bed reaches. */
  function squareOf(bed: number | null) {
    const place = bed === null ? undefined : garden.bed(bed);
    if (!place || (square.along.trim() === '' && square.across.trim() === '')) return null;
    const across = within(square.across, Math.ceil(place.width / garden.half));
    const along = within(square.along, Math.ceil(place.length / garden.half));
    return along && across ? { x: along[0], y: across[0], w: along[1], h: across[1] } : null;
  }

  /** The nth square of so many halves, or all of them where none is named: from which half, and how many. */
  function within(text: string, halves: number): [number, number] | null {
    if (text.trim() === '') return [0, halves];
    const from = 2 * (Number(text) - 1);
    return Number.isInteger(from) && from >= 0 && from < halves ? [from, Math.min(2, halves - from)] : null;
  }

  /** Why no square is meant by what was typed; nothing where one is, or none was typed. */
  const odd = $derived.by(() => {
    const bed = garden.bed(Number(place.split(' ')[0]) || 0);
    if (!bed || (square.along.trim() === '' && square.across.trim() === '') || squareOf(bed.id)) return '';
    const [along, across] = [bed.length, bed.width].map((side) => Math.ceil(Math.ceil(side / garden.half) / 2));
    return `${bed.name} has squares 1 to ${along} from the left and 1 to ${across} from the far side.`;
  });

  function at() {
    const [bed, patch] = place.split(' ').map(Number);
    return { bed: bed || null, patch: patch || null, rect: squareOf(bed || null) };
  }

  /** What is written is kept at once, on its way or waiting, so the fields are free for the next. */
  function write(event: SubmitEvent) {
    event.preventDefault();
    if (odd || (words.trim() === '' && (kind === 'note' || event.timeStamp - last < TWICE))) return;
    last = event.timeStamp;
    void rounds.write({
      what,
      at: at(),
      words: words.trim(),
    });
    words = '';
    what = blank(kind);
    square = { along: '', across: '' };
    sent += 1;
  }
</script>

{#if rounds.mayWrite}
  <h2>Write down</h2>
  <p class="quiet">what happened on this day that no line asks for</p>
  <form class="mt-3 grid gap-3" onsubmit={write}>
    <label class="field"
      >What<select bind:value={kind} onchange={() => (what = blank(kind))} name="journal-kind">
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
    {#if place !== ''}
      {@const [bed, patch] = place.split(' ').map(Number)}
      <details>
        <summary class="act inline">only a square or a row of it</summary>
        <div class="mt-2 grid grid-cols-2 gap-3">
          <label class="field"
            >Square from the left<input bind:value={square.along} inputmode="numeric" name="square-along" /></label
          >
          <label class="field"
            >from the far side<input bind:value={square.across} inputmode="numeric" name="square-across" /></label
          >
        </div>
        {#if odd}<p class="trouble" role="alert">{odd}</p>{:else}<p class="quiet">
            With one of the two it is the whole row.
          </p>{/if}
        <PlaceInBed bed={bed ?? 0} patch={patch ?? null} part={squareOf(bed ?? null)} />
      </details>
    {/if}
    {#key `${kind} ${sent}`}<ToldFields units={garden.units} bind:what />{/key}
    <label class="field"
      >{asksFor(kind)}<input
        bind:value={words}
        required={kind === 'note'}
        maxlength={LETTERS.entry}
        name="journal-words"
      /></label
    >
    <button class="act min-h-12">write it down</button>
    <PhotoField
      says="keep a photo of it"
      take={(file) => {
        void rounds.photo(file, at(), words.trim());
        words = '';
      }}
    />
  </form>
{:else}
  <h2>Rounds</h2>
  <p class="quiet">
    {garden.mayChange
      ? 'This day has not come yet: what is done on it is written down then.'
      : 'What is done is ticked by those who help in this garden.'}
  </p>
{/if}
{#if away}<div class="foot"><button class="act min-h-12" onclick={away}>put this away</button></div>{/if}
