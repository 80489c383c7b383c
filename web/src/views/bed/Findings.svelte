<script lang="ts">
  import type { Finding } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { dayMonth, plusDays } from '../../words/dates';
  import { squareSize, tell } from '../../words/reasons';

  let { findings }: { findings: Finding[] } = $props();
  const { garden, desk } = useOpenGarden();

  const settle = $derived(findings.filter((one) => one.weight === 'settle' && !one.kept));
  const notes = $derived(findings.filter((one) => one.weight === 'note' && !one.kept));
  const good = $derived(once(findings.filter((one) => one.weight === 'good')));
  /** The strongest first: how well each is supported. */
  const STRENGTH = { tested: 0, 'common-practice': 1, disputed: 2 };
  const SHOWN = 4;
  let allGood = $state(false);
  const goodShown = $derived(allGood ? good : good.slice(0, SHOWN));

  /** The same word of the same two crops is told once, however many patches it is true of. */
  function once(all: Finding[]): Finding[] {
    const told = (one: Finding) => {
      const { heading, body } = tell(garden.view, garden.catalogue, one);
      return `${heading} ${one.reason.is === 'company' ? body : one.patch}`;
    };
    const strength = (one: Finding) => {
      const relation = one.reason.is === 'company' ? garden.catalogue.relations[one.reason.relation] : undefined;
      return relation ? STRENGTH[relation.grade] : -1;
    };
    const found = all.filter((one, index) => all.findIndex((other) => told(other) === told(one)) === index);
    return found.sort((a, b) => strength(a) - strength(b));
  }
  const kept = $derived(findings.filter((one) => one.kept));

  function keep(finding: Finding, keep: boolean) {
    void garden.send({ do: 'keep-warning', patch: finding.patch, key: finding.key, keep });
  }

  async function moveOut(finding: Finding) {
    if (!finding.way_out) return;
    const { bed, rect } = finding.way_out;
    if (await garden.send({ do: 'move-patch', patch: finding.patch, bed, rect })) {
      desk.open('bed', bed);
      desk.select(finding.patch);
    }
  }

  function enlarge(finding: Finding) {
    const patch = garden.shown(finding.patch)?.patch;
    const bed = patch && garden.reckonedBed(patch.bed);
    if (!patch || !bed || finding.reason.is !== 'none-fits') return;
    const [w, h] = finding.reason.least;
    const rect = {
      x: Math.max(0, Math.min(patch.rect.x, bed.fit.half_columns - w)),
      y: Math.max(0, Math.min(patch.rect.y, bed.fit.half_rows - h)),
      w,
      h,
    };
    void garden.send({ do: 'move-patch', patch: patch.id, bed: patch.bed, rect });
  }

  /** The day before it must be out, as a change of its days. */
  function outInTime(finding: Finding) {
    const patch = garden.shown(finding.patch)?.patch;
    if (!patch || finding.reason.is !== 'shares' || !finding.reason.must_be_out) return;
    const { from, planted } = patch;
    const { way, holes, between } = planted;
    const until = plusDays(finding.reason.must_be_out, -1);
    void garden.send({
      do: 'change-patch',
      patch: patch.id,
      way,
      holes,
      from,
      until: until < from ? from : until,
      between,
    });
  }

  function moveWord(finding: Finding): string {
    const bed = finding.way_out?.bed;
    const here = garden.shown(finding.patch)?.patch.bed;
    const crop = garden.shown(finding.patch)?.crop.name ?? 'it';
    const where = bed === here ? 'within the bed' : `to ${garden.bed(bed ?? 0)?.name ?? ''}`;
    const was = garden.shown(finding.patch)?.patch.rect;
    const rect = finding.way_out?.rect;
    const smaller = was && rect && rect.w * rect.h < was.w * was.h ? `, ${squareSize(rect.w, rect.h)}` : '';
    return `move the ${crop} ${where}${smaller}`;
  }
</script>

{#snippet words(finding: Finding)}
  {@const told = tell(garden.view, garden.catalogue, finding)}
  <p class="flex justify-between gap-3">
    <strong class="font-medium">{told.heading}</strong>
    {#if told.grade}<em class="shrink-0 text-[13.5px] text-slate">{told.grade}</em>{/if}
  </p>
  <p class="quiet">{told.body}</p>
  {#if told.source}<p class="text-[12.5px] text-soot-2 italic">{told.source}</p>{/if}
{/snippet}

{#if settle.length}
  <h3 class="text-rosehip!">To settle</h3>
  <ol>
    {#each settle as finding (finding.key + finding.patch)}
      <li class="mb-3 flex gap-2" data-finding={finding.reason.is}>
        <span class="mark">{finding.number}</span>
        <div class="grow">
          {@render words(finding)}
          {#if !finding.way_out && finding.by_moving}
            <p class="quiet">
              No bed has untroubled ground for it on those days: choose other days, fewer squares, or another crop.
            </p>
          {/if}
          {#if garden.mayChange}
            <p class="mt-1 flex flex-wrap gap-x-4">
              {#if finding.reason.is === 'none-fits'}<button class="act" onclick={() => enlarge(finding)}
                  >make it large enough</button
                >{/if}
              {#if finding.reason.is === 'shares' && finding.reason.must_be_out}<button
                  class="act"
                  onclick={() => outInTime(finding)}>out by {dayMonth(plusDays(finding.reason.must_be_out, -1))}</button
                >{/if}
              {#if finding.way_out}<button class="act" onclick={() => moveOut(finding)}>{moveWord(finding)}</button
                >{/if}
              <button class="act" onclick={() => keep(finding, true)}>keep it</button>
            </p>
          {/if}
        </div>
      </li>
    {/each}
  </ol>
{/if}
{#if notes.length}
  <h3>To know</h3>
  {#each notes as finding (finding.key + finding.patch)}
    <div class="mb-2" data-finding={finding.reason.is}>
      {@render words(finding)}
      {#if garden.mayChange}<button class="act" onclick={() => keep(finding, true)}>seen</button>{/if}
    </div>
  {/each}
{/if}
{#if good.length}
  <h3>In good company</h3>
  {#each goodShown as finding (finding.key + finding.patch)}<div class="mb-2">{@render words(finding)}</div>{/each}
  {#if good.length > SHOWN}<button class="act" aria-expanded={allGood} onclick={() => (allGood = !allGood)}
      >{allGood ? 'fewer' : `${good.length - SHOWN} more`}</button
    >{/if}
{/if}
{#if kept.length}
  <h3>Kept as it is</h3>
  {#each kept as finding (finding.key + finding.patch)}
    <p class="quiet flex justify-between gap-3">
      <span>{tell(garden.view, garden.catalogue, finding).heading}</span>
      {#if garden.mayChange}<button class="act" onclick={() => keep(finding, false)}>warn again</button>{/if}
    </p>
  {/each}
{/if}
