<script lang="ts">
  // A germination test at home, as it is counted off the damp paper.
  import type { GerminationTest } from '../../generated/api';
  import { LIMITS } from '../../generated/Limits';
  import { useOpenGarden } from '../../state/context';

  let { done }: { done: (test: GerminationTest | null) => void } = $props();
  const { garden } = useOpenGarden();

  let on = $state(garden.view.today);
  let sown = $state(20);
  let up: number | null = $state(null);
  const [least, most] = LIMITS.tested;

  function keep(event: SubmitEvent) {
    event.preventDefault();
    if (up !== null) done({ on, sown, up });
  }
</script>

<form class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2" onsubmit={keep} aria-label="A germination test">
  <label class="field"
    >Seeds laid out<input type="number" bind:value={sown} min={least} max={most} required name="test-sown" /></label
  >
  <label class="field"
    >of them up<input
      type="number"
      bind:value={up}
      min="0"
      max={sown}
      required
      name="test-up"
      {@attach (field) => field.focus()}
    /></label
  >
  <label class="field col-span-2"
    >counted on<input type="date" bind:value={on} max={garden.view.today} required name="test-on" /></label
  >
  <p class="col-span-2 flex gap-x-5">
    <button class="act">keep the test</button>
    <button class="act" type="button" onclick={() => done(null)}>back</button>
  </p>
</form>
