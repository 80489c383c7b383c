<script lang="ts">
  import type { Rect } from '../../generated/api';
  import { AnswerState } from '../../state/answer.svelte';
  import { useOpenGarden } from '../../state/context';
  import type { Hand } from '../../state/desk.svelte';
  import { count } from '../../words/lengths';
  import { upper } from '../../words/text';
  import CropFacts from './CropFacts.svelte';

  let { hand, put }: { hand: Hand; put: (rect?: Rect) => Promise<void> } = $props();
  const { garden, desk } = useOpenGarden();

  const crop = $derived(garden.crop(hand.crop));
  const way = $derived(crop?.ways.find((one) => one.key === hand.way));
  const answer = new AnswerState(garden, () => ({ ask: 'in-hand', crop: hand.crop, way: hand.way }));
  const perSquare = $derived.by(() => {
    if (!answer.is) return '';
    const { plants, centisquares } = answer.is;
    return plants > 0 ? `${count(plants, 'plant', 'plants')} to a square` : `${centisquares / 100} squares to a plant`;
  });
</script>

{#if crop && way}
  <div class="flex items-baseline justify-between gap-3">
    <h2>{upper(crop.name)}</h2>
    <span class="text-slate">{garden.familyName(crop.family)}</span>
  </div>
  <p class="quiet border-b-2 border-hair pb-3">in hand</p>
  <p class="mt-3 font-serif text-[19px] text-chestnut">{perSquare}</p>
  <label class="field mt-3"
    >Grown as<select
      value={hand.way}
      onchange={(event) => desk.take(crop.key, event.currentTarget.value, hand.from)}
      name="hand-way"
    >
      {#each crop.ways as one (one.key)}<option value={one.key}>{one.name}</option>{/each}
    </select></label
  >
  <label class="field mt-2"
    >Goes in on<input
      type="date"
      value={hand.from ?? ''}
      onchange={(event) => desk.take(crop.key, way.key, event.currentTarget.value || null)}
      name="hand-from"
    /></label
  >
  <p class="quiet">
    {hand.from ? '' : 'Left empty: on its usual days, or where the ground is taken then, on the needle’s.'}
  </p>
  <p class="mt-3">
    Click a square, or draw a patch. With keys: the arrows move the marked squares, Shift makes them larger, Enter puts
    it there.
  </p>
  <p class="mt-1 flex gap-5">
    <button class="act" onclick={() => put()}>put it on the marked squares</button>
    <button class="act" onclick={() => desk.back()}>put it back</button>
  </p>
  <CropFacts {crop} {way} />
{/if}
