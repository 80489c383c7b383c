<script lang="ts">
  // A house, a fence, a tree as the tape finds it.
  import { untrack } from 'svelte';
  import type { Fixture, FixtureDraft, FixtureKind } from '../../generated/api';
  import { LETTERS, LIMITS } from '../../generated/Limits';
  import { useOpenGarden } from '../../state/context';
  import { whileShown } from '../../state/whileShown';
  import { FIXTURES } from '../../words/fixtures';
  import { length } from '../../words/lengths';

  let { fixture, done }: { fixture: Fixture | null; done: (made: number | null) => void } = $props();
  const { garden } = useOpenGarden();
  const closes = whileShown((one: number | null) => done(one));

  const start = untrack(() => fixture);
  const words = (tenths: number) => length(tenths, garden.units);
  const fields = $state({
    kind: start?.kind ?? ('fence' as FixtureKind),
    name: start?.name ?? '',
    length: start ? words(start.length) : '',
    width: start ? words(start.width) : '',
    height: start && start.height > 0 ? words(start.height) : '',
    turn: start?.turn ?? 0,
  });
  const example = $derived(garden.units === 'metric' ? '9 m' : '30 ft');
  const some = (text: string) => (text.trim() === '' ? null : text);

  async function kept(event: SubmitEvent) {
    event.preventDefault();
    const { kind, name, turn } = $state.snapshot(fields);
    const width = kind === 'tree' ? null : some(fields.width);
    const draft: FixtureDraft = {
      kind,
      name,
      turn,
      length: fields.length,
      width,
      height: some(fields.height),
      x: null,
      y: null,
    };
    const sent = await garden.send(
      start ? { do: 'change-fixture', fixture: start.id, draft } : { do: 'add-fixture', draft },
    );
    if (sent) closes(start?.id ?? garden.made.fixtures?.[0] ?? null);
  }

  async function remove() {
    if (start && (await garden.send({ do: 'remove-fixture', fixture: start.id }))) closes(null);
  }
</script>

<form
  class="grid gap-3"
  onsubmit={kept}
  aria-label={start ? `Measure ${start.name || FIXTURES[start.kind]}` : 'Something else in the yard'}
>
  <div class="grid grid-cols-2 gap-3">
    <label class="field"
      >What it is<select bind:value={fields.kind} name="fixture-kind">
        {#each Object.entries(FIXTURES) as [key, told] (key)}<option value={key}>{told}</option>{/each}
      </select></label
    >
    <label class="field"
      >Its name, if it has one<input bind:value={fields.name} maxlength={LETTERS.bedName} name="fixture-name" /></label
    >
    <label class="field"
      >{fields.kind === 'tree' ? 'Crown, from side to side' : 'Length'}<input
        bind:value={fields.length}
        required
        placeholder={example}
        name="fixture-length"
      /></label
    >
    {#if fields.kind !== 'tree'}
      <label class="field"
        >Width or thickness<input bind:value={fields.width} placeholder={words(1524)} name="fixture-width" /></label
      >
    {/if}
    <label class="field"
      >Height<input bind:value={fields.height} placeholder="flat, or not known" name="fixture-height" /></label
    >
    <label class="field"
      >Turned, degrees<input
        type="number"
        min={LIMITS.degrees[0]}
        max={LIMITS.degrees[1]}
        bind:value={fields.turn}
        name="fixture-turn"
      /></label
    >
  </div>
  <p class="quiet">
    {start ? '' : 'Drag it where it stands, or move it with the arrow keys. '}Its height is kept for its shade, which is
    not reckoned yet: watch where it falls through a day.
  </p>
  <div class="flex flex-wrap gap-x-6">
    <button class="act">{start ? 'keep these measures' : 'put it in the yard'}</button>
    {#if start}<button type="button" class="act" onclick={remove}>take it away</button>{/if}
    <button type="button" class="act" onclick={() => done(null)}>leave it</button>
  </div>
</form>
