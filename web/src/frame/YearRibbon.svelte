<script lang="ts">
  import { apart } from './labels';
  import { drags, type Dragging } from '../parts/drag';
  import { useOpenGarden } from '../state/context';
  import { dayMonth, dayNumber, isoOf, MONTHS } from '../words/dates';
  import { count } from '../words/lengths';

  const { garden } = useOpenGarden();
  const HEIGHT = 66;

  let width = $state(800);
  const season = $derived(garden.season);
  const first = $derived(dayNumber(season.first_day));
  const days = $derived(dayNumber(season.last_day) - first + 1);
  const x = $derived((iso: string) => ((dayNumber(iso) - first) / days) * width);
  const needleX = $derived(x(garden.needle));
  const months = $derived(
    Array.from({ length: 12 }, (_, i) => {
      const month = (Number(season.first_day.slice(5, 7)) - 1 + i) % 12;
      const year = Number(season.first_day.slice(0, 4)) + (month < Number(season.first_day.slice(5, 7)) - 1 ? 1 : 0);
      return { name: MONTHS[month] ?? '', x: x(`${year}-${String(month + 1).padStart(2, '0')}-01`) };
    }),
  );
  const curveY = $derived((hours: number) => HEIGHT - ((Math.min(16.5, Math.max(7.5, hours)) - 7.5) / 9) * HEIGHT);
  // 8 to 16 hours fill the ribbon; beyond them, near the poles, the curve rests on its edge.
  const dayLength = $derived(
    season.day_length_hours.map((hours, week) => `${week * 7 * (width / days)},${curveY(hours)}`).join(' '),
  );
  // Soil from 0 to 30 °C fills the ribbon; the household's round figures are marked where it passes them.
  const soilY = $derived((celsius: number) => HEIGHT - (Math.min(30, Math.max(0, celsius)) / 30) * HEIGHT);
  const weekX = $derived((week: number) => week * 7 * (width / days));
  const soil = $derived(season.soil_c.map((celsius, week) => `${weekX(week)},${soilY(celsius)}`).join(' '));
  const MARKS = { imperial: [50, 60, 70], metric: [10, 15, 20] };
  const passes = $derived.by(() => {
    const units = garden.units;
    const marks = MARKS[units].map((degree) => ({ degree, at: units === 'imperial' ? (degree - 32) / 1.8 : degree }));
    return marks.flatMap(({ degree, at }) =>
      season.soil_c.slice(1).flatMap((after, week) => {
        const before = season.soil_c[week] ?? after;
        if (before < at === after < at) return [];
        return [{ degree, x: weekX(week + (at - before) / (after - before)), y: soilY(at), rises: after > before }];
      }),
    );
  });
  /** Where a frost edge is drawn; an edge that is never so likely lies at the year's end. */
  const edge = $derived((iso: string | null, end: number) => (iso ? Math.min(width, Math.max(0, x(iso))) : end));
  /** Where the curve of the day's length has its name. */
  const named = $derived({
    from: width * 0.19 - 62,
    to: width * 0.19,
    foot: curveY(season.day_length_hours[10] ?? 12) - 6,
  });
  /** The soil's round figures, where they touch neither each other nor what else is written. */
  const marks = $derived.by(() => {
    const standing = [named, { from: 8, to: 70, foot: 15 }, { from: width - 74, to: width, foot: 15 }];
    const label = (pass: (typeof passes)[number], words: string) => {
      const wide = words.length * 6.6;
      const from = pass.rises ? pass.x + 5 : pass.x - 5 - wide;
      return { words, from, to: from + wide, foot: pass.y + 11 };
    };
    // The first that stands says what they are about.
    const first = passes.findIndex((pass) => apart([label(pass, `soil ${pass.degree}°`)], standing).length > 0);
    const all = passes.map((pass, n) => label(pass, `${n === first && width > 560 ? 'soil ' : ''}${pass.degree}°`));
    const about = all.splice(Math.max(0, first), 1);
    return apart([...about, ...all], standing);
  });
  const said = $derived(sentence());

  function sentence(): string {
    const [last, first] = [season.last_frost?.even, season.first_frost?.even];
    const since = last ? dayNumber(garden.needle) - dayNumber(last) : null;
    const until = first ? dayNumber(first) - dayNumber(garden.needle) : null;
    if (since !== null && since < 0) return `${count(-since, 'day', 'days')} before an even chance of the last frost`;
    if (until !== null && until < 0) return `${count(-until, 'day', 'days')} after an even chance of the first frost`;
    if (since !== null) return `${count(since, 'day', 'days')} after an even chance of the last frost`;
    return season.last_frost || season.first_frost ? 'frost in some years only' : 'hardly ever a frost here';
  }

  function look(day: number) {
    void garden.look(isoOf(Math.min(first + days - 1, Math.max(first, day))));
  }

  let strip: HTMLElement | undefined = $state();

  function follow(event: PointerEvent): true {
    const box = strip?.getBoundingClientRect();
    if (box) look(first + Math.round(((event.clientX - box.left) / box.width) * (days - 1)));
    return true;
  }
  const dragging: Dragging<true> = {
    take: follow,
    carry: (_held, _dx, _dy, event) => follow(event),
    drop: () => undefined,
    cancel: () => undefined,
  };

  const STEPS: Record<string, number> = {
    ArrowLeft: -1,
    ArrowDown: -1,
    ArrowRight: 1,
    ArrowUp: 1,
    PageDown: -30,
    PageUp: 30,
  };

  function key(event: KeyboardEvent) {
    const step = STEPS[event.key];
    const end = event.key === 'Home' ? first : event.key === 'End' ? first + days - 1 : null;
    if (step === undefined && end === null) return;
    event.preventDefault();
    look(end ?? dayNumber(garden.needle) + (step ?? 0));
  }
</script>

<section class="ribbon" aria-label="The year">
  <div
    class="strip"
    bind:this={strip}
    bind:clientWidth={width}
    role="slider"
    tabindex="0"
    aria-label="Needle: the day looked at"
    aria-valuemin={0}
    aria-valuemax={days - 1}
    aria-valuenow={dayNumber(garden.needle) - first}
    aria-valuetext={`${dayMonth(garden.needle)}, ${said}`}
    onkeydown={key}
    {@attach drags(dragging)}
  >
    <svg {width} height={HEIGHT + 46} aria-hidden="true">
      <defs>
        <linearGradient id="thaw"><stop offset="0" class="cold" /><stop offset="1" class="mild" /></linearGradient>
        <linearGradient id="chill"><stop offset="0" class="mild" /><stop offset="1" class="cold" /></linearGradient>
      </defs>
      <g transform="translate(0 24)">
        {#if season.last_frost}
          {@const [a, b] = [edge(season.last_frost.early, 0), edge(season.last_frost.late, 0)]}
          <rect class="frost" x="0" y="0" width={a} height={HEIGHT} />
          <rect fill="url(#thaw)" x={a} y="0" width={Math.max(0, b - a)} height={HEIGHT} />
          {#if a > 90}<text class="note" x="8" y="15">frost likely</text>{/if}
        {/if}
        {#if season.first_frost}
          {@const [c, d] = [edge(season.first_frost.early, width), edge(season.first_frost.late, width)]}
          <rect fill="url(#chill)" x={c} y="0" width={Math.max(0, d - c)} height={HEIGHT} />
          <rect class="frost" x={d} y="0" width={width - d} height={HEIGHT} />
          {#if width - d > 74}<text class="note" x={d + 4} y="15">frost likely</text>{/if}
        {/if}
        {#each months as month (month.name)}
          <line class="hair" x1={month.x} x2={month.x} y1="0" y2={HEIGHT} />
          <text class="month" x={month.x + 4} y={HEIGHT + 15}>{month.name}</text>
        {/each}
        <polyline class="daylight" points={dayLength} />
        <polyline class="soil" points={soil} />
        {#each passes as pass (pass.x)}
          <circle class="pass" cx={pass.x} cy={pass.y} r="2" />
        {/each}
        {#each marks as mark (mark.from)}
          <text class="note" x={mark.from} y={mark.foot}>{mark.words}</text>
        {/each}
        <text class="note" x={named.to} y={named.foot} text-anchor="end">day length</text>
      </g>
      <line class="needle" x1={needleX} x2={needleX} y1="14" y2={HEIGHT + 26} />
      <path class="head" d={`M${needleX - 6} 6h12v9l-6 6-6-6z`} />
      <text
        class="day"
        x={needleX < width * 0.5 ? needleX + 12 : needleX - 12}
        y="17"
        text-anchor={needleX < width * 0.5 ? 'start' : 'end'}
      >
        {dayMonth(garden.needle)}{width > 560 ? ` · ${said}` : ''}
      </text>
    </svg>
  </div>
</section>

<style>
  .ribbon {
    grid-area: ribbon;
    background: var(--color-ribbon);
    border-top: 1px solid var(--color-hair);
    padding: 2px 26px 0 74px;
  }
  .strip {
    cursor: ew-resize;
    touch-action: pan-y;
    overflow: hidden;
  }
  svg {
    display: block;
  }
  .cold {
    stop-color: var(--color-frost);
    stop-opacity: 0.85;
  }
  .mild {
    stop-color: var(--color-frost);
    stop-opacity: 0;
  }
  .frost {
    fill: var(--color-frost);
    opacity: 0.85;
  }
  .hair {
    stroke: var(--color-hair);
    stroke-width: 0.8;
  }
  .month {
    font-size: 13.5px;
    fill: var(--color-soot-2);
  }
  .note {
    font-family: var(--font-serif);
    font-style: italic;
    font-size: 12.5px;
    fill: #34424f;
  }
  .daylight {
    fill: none;
    stroke: var(--color-slate);
    stroke-width: 1.1;
    stroke-dasharray: 3 3;
  }
  .soil {
    fill: none;
    stroke: var(--color-soot-2);
    stroke-width: 1.1;
  }
  .pass {
    fill: var(--color-soot-2);
  }
  .needle {
    stroke: var(--color-chestnut);
    stroke-width: 1.5;
  }
  .head {
    fill: var(--color-chestnut);
  }
  .day {
    font-size: 14px;
    font-weight: 500;
    fill: var(--color-chestnut);
  }
  @media (max-width: 900px) {
    .ribbon {
      padding: 2px 12px 0;
    }
  }
</style>
