<script lang="ts">
  // A variety of the household's own: what its packet says, what was found out here, beside what the book has; and which of them holds.
  import { untrack } from 'svelte';
  import type { Crop, Spacing, Treated, Variety, VarietyDraft, Way } from '../../generated/api';
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import LengthField from '../../parts/LengthField.svelte';
  import VarietyRecord from './VarietyRecord.svelte';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import { whileShown } from '../../state/whileShown';
  import { daysTyped, readDays } from '../../words/days';
  import { length } from '../../words/lengths';
  import { upper } from '../../words/text';

  interface Props {
    crop: Crop;
    /** The way of the book that it is grown in. */
    way: Way;
    /** The variety that is there; nothing for a new one. */
    variety: Variety | null;
    /** The way as the variety is grown, and the distance that holds where it stands; nothing for a new one. */
    holds: { way: Way; distance: string } | null;
    /** It was kept, under this number, or forgotten. */
    done: (kept: number | null) => void;
  }
  let { crop, way, variety, holds, done }: Props = $props();
  const { garden } = useOpenGarden();
  const closes = whileShown((one: number | null) => done(one));

  const written = (value: number | null | undefined) =>
    value === null || value === undefined ? '' : length(value, garden.units);
  const pair = (one: Spacing | null | undefined): [string, string] => [written(one?.along), written(one?.across)];
  const matters = $derived(garden.catalogue.matters.filter((one) => one.crops.includes(crop.like?.key ?? crop.key)));

  const start = untrack(() => variety);
  const packet = start?.packet;
  let name = $state(start?.name ?? '');
  let kinds = $state<Partial<Record<string, string>>>({ ...start?.kinds });
  let days = $state(daysTyped(packet?.days));
  let countedFrom = $state(packet?.counted_from ?? null);
  let distance = $state(pair(packet?.distance));
  let own = $state(pair(start?.own_distance));
  let depth = $state(written(packet?.depth));
  let height = $state(written(packet?.height));
  let treated: Treated | null = $state(packet?.treated ?? null);
  let colour = $state(start?.colour ?? '');
  let note = $state(start?.note ?? '');
  let again = $state(start?.again ?? false);
  let trouble = $state('');

  /** One distance is meant for both sides. */
  const both = ([along, across]: [string, string]): [string, string] | null =>
    along.trim() === '' && across.trim() === '' ? null : [along.trim() || across, across.trim() || along];
  const said = (text: string) => (text.trim() === '' ? null : text);

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    trouble = '';
    if (days.trim() !== '' && readDays(days) === null) {
      trouble = `The packet's days: “${days}” has no number in it. Type 60, or 55 to 65.`;
      return;
    }
    const draft: VarietyDraft = {
      crop: crop.key,
      way: way.key,
      name,
      kinds: Object.fromEntries(Object.entries(kinds).flatMap(([key, kind]) => (kind ? [[key, kind]] : []))),
      days: readDays(days),
      counted_from: countedFrom,
      distance: both(distance),
      depth: said(depth),
      height: said(height),
      treated,
      own_distance: both(own),
      colour,
      note,
      again,
    };
    if (!(await garden.send({ do: 'keep-variety', variety: start?.id ?? null, draft }))) return;
    closes(start?.id ?? garden.made.varieties?.[0] ?? null);
  }

  async function forget() {
    if (start && (await garden.send({ do: 'forget-variety', variety: start.id }))) closes(null);
  }

  /** What it did here, by the journal. */
  const here = new AnswerState(garden, () =>
    start && holds ? { ask: 'record', crop: crop.key, way: holds.way.key } : null,
  );
  const did = $derived(here.is?.stands.length ? here.is : null);

  const span = ([least, most]: [number, number], from: string) =>
    `${least === most ? least : `${least} to ${most}`} from ${from}`;
  const apart = (one: Spacing | null | undefined) =>
    one ? (one.along === one.across ? written(one.along) : `${written(one.along)} × ${written(one.across)}`) : '';
  /** Each figure by packet, book and what was found here, and which of them holds. */
  const figures = $derived([
    {
      what: 'Days',
      packet: packet?.days ? span(packet.days, packet.counted_from ?? way.counted_from) : '',
      book: span(way.days, way.counted_from),
      own: did?.days ? span(did.days, did.counted_from) : '',
      holds: holds ? span(holds.way.days, holds.way.counted_from) : '',
    },
    {
      what: 'Apart',
      packet: apart(packet?.distance),
      book: `${written(way.row[0])} in the row`,
      own: apart(start?.own_distance),
      holds: holds?.distance ?? '',
    },
    {
      what: 'Deep',
      packet: written(packet?.depth),
      book: written(crop.sow_depth),
      own: '',
      holds: holds ? written(holds.way.variety?.depth ?? crop.sow_depth) : '',
    },
    {
      what: 'High',
      packet: written(packet?.height),
      book: written(way.height),
      own: '',
      holds: holds ? written(holds.way.height) : '',
    },
  ]);
  const TREATED: [Treated, string][] = [
    ['dressed', 'dressed against rot or insects'],
    ['pelleted', 'coated into pills'],
    ['primed', 'started and dried again'],
  ];
</script>

<form class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2" onsubmit={keep} aria-label="A variety">
  <h3 class="col-span-2">{start ? start.name : `A variety of ${crop.name}, grown as ${way.name}`}</h3>
  <label class="field col-span-2"
    >What it is called<input
      bind:value={name}
      maxlength={LETTERS.name}
      required
      name="variety-name"
      {@attach (field) => field.focus()}
    /></label
  >
  {#each matters as matter (matter.key)}
    <label class="field col-span-2"
      >{matter.ask}<select bind:value={kinds[matter.key]} name={`kind-${matter.key}`}>
        <option value={undefined}>not said</option>
        {#each matter.kind as kind (kind.key)}<option value={kind.key}>{kind.name}</option>{/each}
      </select></label
    >
    {@const tells = matter.kind.find((kind) => kind.key === kinds[matter.key])?.tells}
    {#if tells}<p class="quiet col-span-2">{tells}</p>{/if}
  {/each}
  <table class="col-span-2 w-full text-[14px]" data-figures>
    <thead>
      <tr class="text-left text-soot-2">
        <td></td>
        <th class="pr-2">packet</th>
        <th class="pr-2">book</th>
        <th class="pr-2">yours</th>
        {#if holds}<th>holds</th>{/if}
      </tr>
    </thead>
    <tbody>
      {#each figures as row (row.what)}
        <tr class="align-baseline">
          <th class="pr-2 text-left font-normal text-soot-2">{row.what}</th>
          <td class="pr-2">{row.packet || '–'}</td>
          <td class="pr-2">{row.book}</td>
          <td class="pr-2">{row.own || '–'}</td>
          {#if holds}<td class="font-bold">{row.holds}</td>{/if}
        </tr>
      {/each}
    </tbody>
  </table>
  {#if did}<VarietyRecord record={did} />{/if}
  <p class="quiet col-span-2">
    What its packet says. What is left empty is as the book has it; your own distance for all of a crop holds before a
    packet's.
  </p>
  <label class="field"
    >Days<input
      bind:value={days}
      inputmode="numeric"
      placeholder={`${LIMITS.packet[0]} to ${LIMITS.packet[1]}`}
      name="variety-days"
    /></label
  >
  <label class="field"
    >counted from<select bind:value={countedFrom} name="variety-from">
      <option value={null}>as the book: {way.counted_from}</option>
      <option value="sowing">sowing</option>
      <option value="transplanting">planting out</option>
    </select></label
  >
  <LengthField label="Apart" bind:value={distance[0]} units={garden.units} name="variety-along" />
  <LengthField label="and across" bind:value={distance[1]} units={garden.units} name="variety-across" />
  <LengthField label="How deep" bind:value={depth} units={garden.units} name="variety-depth" />
  <LengthField label="How high" bind:value={height} units={garden.units} name="variety-height" />
  <label class="field col-span-2"
    >The seed<select bind:value={treated} name="variety-treated">
      <option value={null}>is as it was picked</option>
      {#each TREATED as [key, word] (key)}<option value={key}>{word}</option>{/each}
    </select></label
  >
  {#if treated}<p class="quiet col-span-2">
      Do not soak or coat it again{treated === 'dressed'
        ? ', keep it from children and food, and wear gloves as its label says'
        : treated === 'primed'
          ? ', and sow it this year: it does not keep'
          : '; keep it wet until it is up'}.
    </p>{/if}
  <p class="quiet col-span-2">What was found out here; it holds before packet and book.</p>
  <LengthField label="Your distance" bind:value={own[0]} units={garden.units} name="variety-own" />
  <LengthField label="and across" bind:value={own[1]} units={garden.units} name="variety-own-across" />
  <label class="field col-span-2"
    >Colour<input bind:value={colour} maxlength={LETTERS.colour} name="variety-colour" /></label
  >
  <label class="field col-span-2"
    >What else there is to say<input bind:value={note} maxlength={LETTERS.note} name="variety-note" /></label
  >
  <label class="col-span-2 flex min-h-8 items-center gap-1"
    ><input type="checkbox" bind:checked={again} name="variety-again" />one more chance, elsewhere</label
  >
  {#if trouble}<p class="trouble col-span-2" role="alert">{upper(trouble)}</p>{/if}
  <p class="col-span-2 flex flex-wrap gap-x-5">
    <button class="act">keep this variety</button>
    <button class="act" type="button" onclick={() => done(start?.id ?? null)}>back</button>
    {#if start}<button class="act" type="button" onclick={forget}>forget it</button>{/if}
  </p>
</form>
