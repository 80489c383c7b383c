<script lang="ts">
  // The setting-out sheet of a bed: its drawing, and the tables to work from; made to be printed.
  import type { Bed, Line, Setting } from '../../generated/api';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth, fullDate, yearName } from '../../words/dates';
  import { count, dimension, length } from '../../words/lengths';
  import { upper } from '../../words/text';
  import { bring, strewn, things } from '../../words/sheet';
  import { sheetAddress } from './sheet';

  let { bed }: { bed: Bed } = $props();
  const { garden, desk } = useOpenGarden();

  let drawing = $state('');
  const year = $derived(garden.season.year);
  const paper = $derived(desk.paper);
  const on = $derived(desk.wholeYear ? null : garden.needle);
  const address = $derived(sheetAddress(garden, bed.id, paper, on));

  const answer = new AnswerState(garden, () => ({ ask: 'sheet', bed: bed.id, year, on }));
  const sheet = $derived(answer.is);

  // The drawing is a file of the server's, fetched anew with its address and when the garden changes.
  $effect(() => {
    void garden.view.revision;
    const asked = new AbortController();
    // An older answer must not come after a newer one.
    fetch(address, { signal: asked.signal })
      .then(async (answer) => {
        if (answer.ok) drawing = await answer.text();
      })
      .catch(() => undefined);
    return () => asked.abort();
  });

  const side = $derived(sheet?.from_near ? 'near side' : 'far side');
  const cropOf = $derived((setting: Setting) => {
    const patch = garden.view.garden.patches.find((one) => one.id === setting.patch);
    return garden.crop(patch?.planted.crop ?? '');
  });
  const name = $derived((setting: Setting) => cropOf(setting)?.name ?? '');
  const numbered = $derived((number: number) => {
    const setting = sheet?.plantings[number - 1];
    return setting ? `${number} ${name(setting)}` : '';
  });

  /** Lines that repeat each other's stems are told once. */
  function groups(lines: Line[]): Line[][] {
    const found: Line[][] = [];
    for (const line of lines) {
      const alike = found.find((group) => group[0]?.stems.join() === line.stems.join());
      if (alike) alike.push(line);
      else found.push([line]);
    }
    return found;
  }

  const dim = $derived((tenths: number) => dimension(tenths, garden.units));
  const listed = $derived((all: number[]) => all.map(dim).join(', '));

  function stems(line: Line): string {
    const [first, last] = [line.stems[0] ?? 0, line.stems.at(-1) ?? 0];
    if (line.step !== null && line.stems.length > 3)
      return `${count(line.stems.length, 'stem', 'stems')} from ${dim(first)} to ${dim(last)}, every ${length(line.step, garden.units)}`;
    return `${count(line.stems.length, 'stem', 'stems')} at ${listed(line.stems)}`;
  }

  const USES = { stems: 'stem to stem', lines: 'line to line', edge: 'edge to first line' };
</script>

{#snippet cleared()}
  {#if sheet?.cleared.length}
    <h3>Out by now</h3>
    <ul class="sticks" data-cleared>
      {#each sheet.cleared as one (one.patch)}
        {@const patch = garden.view.garden.patches.find(({ id }) => id === one.patch)}
        <li>
          {upper(garden.crop(patch?.planted.crop ?? '')?.name ?? '')}, until {dayMonth(one.until)}: from {dim(
            one.ground.left,
          )} × {dim(one.first_edge)}, {length(one.ground.right - one.ground.left, garden.units)} along and {length(
            one.ground.near - one.ground.far,
            garden.units,
          )} across
        </li>
      {/each}
    </ul>
    <p class="quiet mt-1">
      If it still stands, its ground is not free yet; where it is gone, dig and feed before planting.
    </p>
  {/if}
{/snippet}

<!-- It scrolls, so the keyboard must be able to come to it. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<section class="sheet" tabindex="0" aria-label={`Setting-out sheet of ${bed.name}`} data-paper={paper}>
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- the server draws it and escapes every name in it -->
  <div class="drawing">{@html drawing}</div>
  {#if sheet}
    <h2>
      {bed.name}, {on === null ? yearName(year, garden.southern) : `as it stands on ${fullDate(on)}`}
    </h2>
    <p class="quiet">
      All measures run from the left end and from the {side}, so that no error adds up. Check each line with its stick.
      {#if garden.units === 'metric'}Metres.{/if}
    </p>
    {#if sheet.plantings.length === 0}
      <p class="mt-2">Nothing stands in this bed then. Move the needle, or take the whole year.</p>
      {@render cleared()}
    {:else}
      <h3>Markers, in their order</h3>
      <table>
        <thead
          ><tr
            ><th>No.</th><th>Crop</th><th>Goes in</th><th>Corner, along × across</th><th>Lines and stems</th><th
              >Depth</th
            ><th>In each hole</th></tr
          ></thead
        >
        <tbody>
          {#each sheet.plantings as setting (setting.patch)}
            <tr data-setting={name(setting)}>
              <td class="num" data-label="No.">{setting.number}</td>
              <td data-label="Crop">{upper(name(setting))}</td>
              <td data-label="Goes in">{dayMonth(setting.from)}</td>
              <td data-label="Corner">{dim(setting.ground.left)} × {dim(setting.first_edge)}</td>
              <td data-label="Lines and stems">
                {#if setting.strewn !== null}{strewn(setting.strewn)} strewn over all of it{/if}
                {#each groups(setting.lines) as group, index (index)}
                  {@const first = group[0]}
                  {#if first}
                    <p>
                      {first.runs_across ? 'across at' : 'lines at'}
                      {listed(group.map((line) => line.at))}: {stems(first)}
                    </p>
                  {/if}
                {/each}
                {#each setting.lines.filter((line) => line.beside_drip !== null) as line (line.at)}
                  <p class="italic">drip line at {dim(line.at)}: stems beside it, at {dim(line.beside_drip ?? 0)}</p>
                {/each}
              </td>
              <td data-label="Depth">{setting.depth === null ? 'as it stood' : length(setting.depth, garden.units)}</td>
              <td data-label="In each hole"
                >{setting.strewn === null ? things(setting, cropOf(setting), setting.in_each) : ''}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      {@render cleared()}
      <h3>Sticks to cut</h3>
      <ul class="sticks">
        {#each sheet.sticks as stick (stick.long)}
          <li>
            <span class="num">{length(stick.long, garden.units)}</span>
            {stick.uses.map((use) => `${numbered(use.number)}, ${USES[use.between]}`).join('; ')}
          </li>
        {/each}
      </ul>
      <h3>To carry out</h3>
      <ul class="sticks" data-bring>
        {#each bring(sheet.plantings, cropOf) as line (line.crop)}
          <li>{upper(line.crop)}: {line.things}</li>
        {/each}
      </ul>
      <p class="quiet mt-1">
        A tape, string, the sticks cut and marked, and markers with name and date. Where a hole gets several seeds, so
        many that not one hole in ten stays empty at the least germination seed is sold with (common practice); thin to
        the strongest by snipping.
      </p>
      <h3>One square as a template</h3>
      <div class="templates">
        {#each sheet.plantings.filter((one, index, all) => one.template.length > 0 && all.findIndex((other) => name(other) === name(one) && other.template.length === one.template.length) === index) as setting (setting.patch)}
          <figure>
            <svg
              viewBox="-100 -100 3260 3260"
              width="84"
              height="84"
              role="img"
              aria-label={`${count(setting.template.length, 'hole', 'holes')} of ${name(setting)} on one square`}
            >
              <rect
                width={garden.half * 2}
                height={garden.half * 2}
                fill="none"
                stroke="currentColor"
                stroke-width="24"
              />
              {#each setting.template as hole (`${hole.x} ${hole.y}`)}<circle cx={hole.x} cy={hole.y} r="70" />{/each}
            </svg>
            <figcaption>{upper(name(setting))}, {setting.template.length}</figcaption>
          </figure>
        {/each}
      </div>
      <p class="quiet mt-2 pb-6">
        Cap canes and stakes at eye height. Before digging deeper than a trowel, have buried lines located.
      </p>
    {/if}
  {/if}
</section>

<style>
  .sheet {
    flex: 1;
    overflow: auto;
    padding: 6px 24px 0;
  }
  .drawing :global(svg) {
    display: block;
    max-width: 100%;
    height: auto;
    background: #fff;
    margin: 8px 0 14px;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 14.5px;
  }
  th {
    text-align: left;
    font-weight: 500;
    color: var(--color-soot-2);
    font-size: 13.5px;
  }
  :is(th, td) {
    padding: 3px 10px 3px 0;
    border-bottom: 1px solid var(--color-hair);
    vertical-align: top;
  }
  td:nth-child(-n + 4),
  td:nth-child(n + 6) {
    white-space: nowrap;
  }
  .num {
    font-family: var(--font-serif);
    font-weight: 600;
    white-space: nowrap;
  }
  /* On a phone each marker is a block of its own. */
  @media (max-width: 700px) {
    thead {
      display: none;
    }
    tr,
    td {
      display: block;
      white-space: normal;
    }
    td {
      border: 0;
      padding: 1px 0;
    }
    td::before {
      content: attr(data-label) ' ';
      color: var(--color-soot-2);
    }
    tr {
      border-bottom: 1px solid var(--color-hair);
      padding: 6px 0;
    }
  }
  .sticks {
    columns: 18em 2;
    column-gap: 28px;
    font-size: 14.5px;
  }
  .sticks li {
    break-inside: avoid;
    padding: 2px 0;
  }
  .templates {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 22px;
  }
  figcaption {
    font-size: 13px;
    text-align: center;
  }
</style>
