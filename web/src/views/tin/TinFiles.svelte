<script lang="ts">
  // The household's lists as tables, out and in.
  import { api, Refused } from '../../api';
  import { useOpenGarden } from '../../state/context';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';

  const { garden } = useOpenGarden();
  const LISTS = [
    { of: 'lots', name: 'the seed tin' },
    { of: 'varieties', name: 'varieties' },
    { of: 'own-crops', name: 'crops of your own' },
  ] as const;

  let of: (typeof LISTS)[number]['of'] = $state('lots');
  let told = $state('');
  let trouble = $state('');

  async function bring(event: Event & { currentTarget: HTMLInputElement }) {
    const field = event.currentTarget;
    const file = field.files?.[0];
    if (!file) return;
    told = trouble = '';
    try {
      const list = await api.readList(garden.view.id, of, await file.text());
      const many = list.lines.length;
      if (await garden.send({ do: 'keep-list', list })) told = `${count(many, 'line', 'lines')} read and kept.`;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      trouble = upper(error.problem.detail);
    }
    // The same file may be chosen again once it is mended.
    field.value = '';
  }
</script>

<section class="mt-8" aria-label="Lists as files">
  <h2>As tables</h2>
  <p class="mt-1 flex flex-wrap gap-x-5">
    {#each LISTS as list (list.of)}
      <a class="act" href={`/api/v1/gardens/${garden.view.id}/list.csv?of=${list.of}`} download>{list.name}</a>
    {/each}
  </p>
  {#if garden.mayChange}
    <p class="mt-2 flex flex-wrap items-end gap-x-4">
      <label class="field"
        >Bring a table of<select bind:value={of} name="list-of">
          {#each LISTS as list (list.of)}<option value={list.of}>{list.name}</option>{/each}
        </select></label
      >
      <label class="field grow"
        >from a file (CSV)<input type="file" accept=".csv,text/csv" name="list-file" onchange={bring} /></label
      >
    </p>
    <p class="quiet mt-1">
      A line that is there already is changed to what the file says: a lot by its crop, variety, year and source, a
      variety by its crop and name. Varieties come before the lots that name them. All of a file is kept, or nothing.
    </p>
  {/if}
  <p aria-live="polite">{told}</p>
  {#if trouble}<p class="trouble" role="alert">{trouble}</p>{/if}
</section>
