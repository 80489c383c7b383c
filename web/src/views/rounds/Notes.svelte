<script lang="ts">
  // What is to be known of a piece of work: how, why, what happens if it is left, and what gardeners do differently.
  import type { RoundLine } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import type { RoundsState } from '../../state/rounds.svelte';
  import { GRADES } from '../../words/reasons';
  import { upper } from '../../words/text';

  let { rounds, line }: { rounds: RoundsState; line: RoundLine } = $props();
  const { garden } = useOpenGarden();

  const source = (key: string) => {
    const one = garden.catalogue.sources[key];
    return one && one.publisher !== '' ? `${one.title}${one.year === null ? '' : `, ${one.year}`}` : '';
  };
</script>

{#each line.notes as note, n (n)}
  <div class="mt-3" data-note>
    <p>{upper(note.how)}</p>
    {#if note.why}<p class="mt-1">{note.why}</p>{/if}
    {#if note.left}<p class="quiet mt-1">If it is left: {note.left}</p>{/if}
    <p class="quiet">{upper(GRADES[note.grade])}{source(note.source) ? `: ${source(note.source)}` : ''}</p>
    {#if note.topic}
      {@const topic = note.topic}
      <fieldset class="mt-2" data-topic={topic.key}>
        <legend class="font-bold">{topic.ask}</legend>
        {#each topic.schools as school (school.key)}
          <label class="flex min-h-12 items-baseline gap-2">
            <input
              type="radio"
              name={`topic-${topic.key}`}
              value={school.key}
              checked={school.key === topic.chosen}
              disabled={!rounds.mayWrite}
              onchange={() => rounds.choose(topic.key, school.key)}
            />
            <span>{upper(school.name)}. <span class="quiet">{school.how}</span></span>
          </label>
        {/each}
      </fieldset>
    {/if}
  </div>
{/each}
