<script lang="ts">
  // Takes names of crops, several at once, in either kind of English: what is clear is taken, the rest is asked about.
  import { api, Refused } from '../api';
  import type { Meant } from '../generated/Meant';
  import type { Word } from '../generated/Word';
  import { useOpenGarden } from '../state/context';

  let {
    label,
    name,
    action,
    take,
  }: { label: string; name: string; action: string; take: (meant: Meant) => Promise<boolean> } = $props();
  const { garden } = useOpenGarden();

  let list = $state('');
  let unclear = $state<Word[]>([]);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    unclear = [];
    await read(list);
  }

  /** Takes what is clear; what was refused stays in the field. */
  async function read(names: string) {
    let words: Word[];
    try {
      words = await api.ask(garden.view.id, { ask: 'names', list: names });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      garden.report(error, null);
      return;
    }
    const left: string[] = [];
    for (const word of words) {
      const only = word.of.length === 1 ? word.of[0] : undefined;
      if (!only) unclear.push(word);
      else if (!(await take(only))) left.push(word.said);
    }
    list = left.join(', ');
  }

  /** One of several that may be meant, or a name that is nearly so. */
  async function choose(word: Word, meant: Meant | string) {
    unclear = unclear.filter((one) => one !== word);
    if (typeof meant === 'string') await read(meant);
    else if (!(await take(meant))) list = word.said;
  }

  function nameOf({ crop, way }: Meant): string {
    const known = garden.crop(crop);
    const grown = known?.ways.find((one) => one.key === way);
    return `${known?.name ?? crop}${grown && (known?.ways.length ?? 1) > 1 ? `, ${grown.name}` : ''}`;
  }
</script>

<form class="grid grid-cols-[1fr_auto] items-end gap-3" onsubmit={add} aria-label={label}>
  <label class="field"
    >{label}<input
      bind:value={list}
      {name}
      list={`${name}-names`}
      required
      autocomplete="off"
      placeholder="one or several, with commas"
    /></label
  >
  <button class="act">{action}</button>
  <datalist id={`${name}-names`}
    >{#each garden.catalogue.crops as one (one.key)}<option value={one.name}></option>{/each}</datalist
  >
</form>
<div aria-live="polite" data-unclear>
  {#each unclear as word (word.said)}
    <p class="mt-1">
      {#if word.of.length}“{word.said}” may be
        {#each word.of as one (nameOf(one))}<button class="act mr-3" onclick={() => choose(word, one)}
            >{nameOf(one)}</button
          >{/each}
      {:else}
        <span class="trouble">“{word.said}” is not in the catalogue{word.nearly.length ? '; nearly so:' : '.'}</span>
        {#each word.nearly as one (one)}<button class="act mr-3" onclick={() => choose(word, one)}>{one}</button>{/each}
      {/if}
    </p>
  {/each}
</div>
