<script lang="ts">
  // Takes names of crops, several at once, in either kind of English: what is clear is taken, the rest is asked about.
  import { api, Refused } from '../api';
  import type { Word } from '../generated/api';
  import { useOpenGarden } from '../state/context';

  let {
    label,
    name,
    action,
    take,
  }: {
    label: string;
    name: string;
    action: string;
    /** Takes a crop, and the way of growing it where its name says so. */
    take: (crop: string, way: string | null) => Promise<boolean>;
  } = $props();
  const { garden } = useOpenGarden();

  let list = $state('');
  let unclear = $state<Word[]>([]);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    unclear = [];
    const asked = list;
    // Empty at once, so that the next name can be typed while this one is looked up.
    list = '';
    await read(asked);
  }

  /** Takes what is clear; what was refused stays in the field. */
  async function read(names: string) {
    let words: Word[];
    try {
      words = await api.ask(garden.view.id, { ask: 'names', list: names });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      garden.report(error, null);
      keep([names]);
      return;
    }
    const left: string[] = [];
    for (const word of words) {
      const [first, ...others] = crops(word);
      if (first === undefined || others.length) unclear.push(word);
      else if (!(await take(first, wayOf(word, first)))) left.push(word.said);
    }
    keep(left);
  }

  /** What was not taken stands in the field again, before what was typed since. */
  function keep(left: string[]) {
    list = [...left, list].filter(Boolean).join(', ');
  }

  /** The one way of a crop that a name speaks of. */
  function wayOf(word: Word, crop: string): string | null {
    const ways = word.of.filter((one) => one.crop === crop).map((one) => one.way);
    return ways.length === 1 ? (ways[0] ?? null) : null;
  }

  /** One of several that may be meant, or a name that is nearly so. */
  async function choose(word: Word, meant: string) {
    unclear = unclear.filter((one) => one !== word);
    if (word.of.length === 0) await read(meant);
    else if (!(await take(meant, wayOf(word, meant)))) keep([word.said]);
  }

  /** The crops that may be meant, whichever way they are grown. */
  const crops = (word: Word) => [...new Set(word.of.map((one) => one.crop))];
</script>

<form class="grid grid-cols-[1fr_auto] items-end gap-3" onsubmit={add} aria-label={label}>
  <label class="field"
    >{label}<input
      bind:value={list}
      {name}
      list={`${name}-names`}
      required
      autocomplete="off"
      placeholder="tomatoes, potatoes"
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
        {#each crops(word) as one (one)}<button class="act mr-3" onclick={() => choose(word, one)}
            >{garden.crop(one)?.name ?? one}</button
          >{/each}
      {:else}
        <span class="trouble">“{word.said}” is not in the catalogue{word.nearly.length ? '; nearly so:' : '.'}</span>
        {#each word.nearly as one (one)}<button class="act mr-3" onclick={() => choose(word, one)}>{one}</button>{/each}
      {/if}
    </p>
  {/each}
</div>
