<script lang="ts">
  // The days of one planting, as they come about and to be typed otherwise.
  import { LIMITS } from '../../generated/Limits';
  import type { Course, Means, Patch, Timing } from '../../generated/api';
  import { useOpenGarden } from '../../state/context';
  import { fullDate } from '../../words/dates';
  import { MEANS } from '../../words/season';

  interface Props {
    patch: Patch;
    course: Course;
    time: (change: Partial<Timing>) => void;
    days: (from: string, until: string) => void;
  }
  let { patch, course, time, days }: Props = $props();
  const { garden } = useOpenGarden();
</script>

<h3>Its days</h3>
<ul class="rows">
  {#if course.sow && course.means === 'shelf'}<li class="flex justify-between">
      <span>Sown on the shelf</span><span>{fullDate(course.sow)}</span>
    </li>{/if}
  {#if course.arrives}<li class="flex justify-between">
      <span>Arrives</span><span>{fullDate(course.arrives)}</span>
    </li>{/if}
  {#if course.harden && course.means === 'shelf'}<li class="flex justify-between">
      <span>Out to harden</span><span>{fullDate(course.harden)}</span>
    </li>{/if}
  <li class="flex justify-between">
    <span>{course.means === 'direct' ? 'Sown in the bed' : 'Planted'}</span><span>{fullDate(course.plant)}</span>
  </li>
  {#if course.ripening && course.means === 'direct'}<li class="flex justify-between">
      <span>Up, about</span><span>{fullDate(course.ripening.up)}</span>
    </li>{/if}
  <li class="flex justify-between"><span>Cleared</span><span>{fullDate(course.until)}</span></li>
  {#if course.late}<li class="flex justify-between text-rosehip">
      <span>Expected to be free</span><span>{fullDate(course.free)}</span>
    </li>{/if}
</ul>
{#if garden.mayChange}
  <div class="mt-2 grid grid-cols-2 gap-x-4 gap-y-2">
    <label class="field"
      >In the ground from<input
        type="date"
        name="season-from"
        value={patch.from}
        onchange={(event) => event.currentTarget.value && days(event.currentTarget.value, patch.until)}
      /></label
    >
    <label class="field"
      >Cleared on<input
        type="date"
        name="season-until"
        value={patch.until}
        onchange={(event) => event.currentTarget.value && days(patch.from, event.currentTarget.value)}
      /></label
    >
    <label class="field"
      >How it starts<select
        name="means"
        value={patch.timing.means ?? ''}
        onchange={(event) =>
          time({ means: (event.currentTarget.value || null) as Means | null, sown: null, arrives: null })}
        ><option value="">as usual</option>{#each Object.entries(MEANS) as [key, words] (key)}<option value={key}
            >{words}</option
          >{/each}</select
      ></label
    >
    {#if course.means === 'shelf'}
      <label class="field"
        >Sown on the shelf<input
          type="date"
          name="sown"
          value={course.sow ?? ''}
          onchange={(event) => time({ sown: event.currentTarget.value || null })}
        /></label
      >
      <label class="field"
        >Of 100 come through<input
          type="number"
          min={LIMITS.survival[0]}
          max={LIMITS.survival[1]}
          name="survival"
          value={patch.timing.survival ?? garden.view.garden.almanac.shelf.survival}
          onchange={(event) => time({ survival: event.currentTarget.valueAsNumber || null })}
        /></label
      >
    {:else if course.means === 'bought'}
      <label class="field"
        >Arrives on<input
          type="date"
          name="arrives"
          value={course.arrives ?? ''}
          onchange={(event) => time({ arrives: event.currentTarget.value || null })}
        /></label
      >
    {/if}
    <label class="field"
      >Days on its packet<input
        type="number"
        min={LIMITS.packet[0]}
        max={LIMITS.packet[1]}
        name="packet-days"
        value={patch.timing.packet ?? course.ripening?.packet ?? ''}
        onchange={(event) => time({ packet: event.currentTarget.valueAsNumber || null })}
      /></label
    >
    <label class="field"
      >It is late: free on<input
        type="date"
        name="free-on"
        value={patch.timing.free_on ?? ''}
        onchange={(event) => time({ free_on: event.currentTarget.value || null })}
      /></label
    >
  </div>
{/if}
