<script lang="ts">
  // What the wants take of the ground month by month, as a bar from the least to the most, against the line of what there is.
  import type { Cut, Wants } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { MONTHS } from '../../words/dates';
  import { produceBetween, squares } from '../../words/wants';

  let { answer }: { answer: Wants } = $props();
  const { garden } = useOpenGarden();

  const HEIGHT = 120;
  const WIDE = 560;
  const most = $derived(Math.max(answer.ground, ...answer.months.map((month) => month.taken[1])) || 1);
  // The line's words stand above it.
  const y = (ground: number) => HEIGHT - (ground / most) * (HEIGHT - 20);
  const monthName = (from: string) => MONTHS[Number(from.slice(5, 7)) - 1];
  const name = (id: number) => {
    const want = garden.view.garden.wants.find((one) => one.id === id);
    return want ? garden.lotName(want) : '';
  };
  /** Of a month whose most is more than there is, how sure that is. */
  const over = $derived(answer.months.filter((month) => month.taken[0] > answer.ground));
  const perhaps = $derived(answer.months.filter((month) => month.taken[1] > answer.ground));
  const worst = $derived(answer.months.reduce((one, other) => (other.taken[1] > one.taken[1] ? other : one)));

  function cutWords(cut: Cut): string {
    const less = squares(cut.less);
    const without = produceBetween(cut.gives, garden.units);
    const frees = cut.frees ? `; each frees room for ${cut.frees[1]} of ${name(cut.frees[0])}` : '';
    return `${less} ${less === 1 ? 'square' : 'squares'} less of ${name(cut.want)}: ${without} less for each${frees}`;
  }
</script>

<section class="mt-6" aria-label="Ground">
  <h2>Ground</h2>
  <p class="mt-1" data-ground>
    {#if over.length}
      More than there is in {over.map((month) => monthName(month.from)).join(', ')}, even by the least.
    {:else if perhaps.length}
      It may be too much in {perhaps.map((month) => monthName(month.from)).join(', ')}: from {squares(worst.taken[0])} to
      {squares(worst.taken[1])} squares are wanted where there are {squares(answer.ground)}.
    {:else}
      There are {squares(answer.ground)} squares; at most {squares(worst.taken[1])} of them are wanted, in {monthName(
        worst.from,
      )}.
    {/if}
  </p>
  <svg
    class="mt-2"
    viewBox={`0 0 ${WIDE} ${HEIGHT + 20}`}
    role="img"
    aria-label={answer.months
      .map((month) => `${monthName(month.from)}: ${squares(month.taken[0])} to ${squares(month.taken[1])} squares`)
      .join('; ')}
  >
    {#each answer.months as month, n (month.from)}
      {@const x = (n * WIDE) / 12}
      <rect {x} y={y(month.taken[1])} width={WIDE / 12 - 6} height={HEIGHT - y(month.taken[1])} class="most" />
      <rect {x} y={y(month.taken[0])} width={WIDE / 12 - 6} height={HEIGHT - y(month.taken[0])} class="least" />
      <text x={x + 2} y={HEIGHT + 15}>{monthName(month.from)}</text>
    {/each}
    <line x1="0" x2={WIDE} y1={y(answer.ground)} y2={y(answer.ground)} class="there" />
    <text x={WIDE - 4} y={y(answer.ground) - 4} text-anchor="end">all squares, {squares(answer.ground)}</text>
  </svg>
  <p class="quiet">Dark is the least that is taken, light the most; what stands already is not taken off.</p>
  {#if answer.cuts.length}
    <h3>What could be less</h3>
    <ul data-cuts>
      {#each answer.cuts as cut (cut.want)}<li>{cutWords(cut)}</li>{/each}
    </ul>
    <p class="quiet">Together these would do; first comes what gives least for its ground and its weeks.</p>
  {/if}
</section>

<style>
  svg {
    max-width: 640px;
    width: 100%;
  }
  .most {
    fill: var(--color-buff);
    stroke: var(--color-hair);
  }
  .least {
    fill: var(--color-slate);
  }
  .there {
    stroke: var(--color-chestnut);
    stroke-width: 1.6;
  }
  text {
    /* Readable over a bar. */
    paint-order: stroke;
    stroke: var(--color-paper);
    stroke-width: 3;
    font-size: 12px;
    fill: var(--color-soot-2);
  }
  @media (max-width: 900px) {
    text {
      font-size: 19px;
    }
  }
</style>
