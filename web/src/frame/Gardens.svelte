<script lang="ts">
  import { api } from '../api';
  import type { BinLine, GardenLine, Site } from '../generated/api';
  import { Tried } from '../state/tried.svelte';
  import { day } from '../words/when';
  import SiteForm from '../views/yard/SiteForm.svelte';
  import Sparrow from './Sparrow.svelte';

  interface Props {
    name: string;
    trouble: string;
    enter: (id: number) => Promise<void>;
    signOut: () => Promise<void>;
    toAccount: () => void;
  }
  let { name, trouble, enter, signOut, toAccount }: Props = $props();

  let gardens = $state.raw<GardenLine[] | null>(null);
  let bin = $state.raw<BinLine[]>([]);
  const tried = new Tried();

  const list = () => tried.try(async () => ([gardens, bin] = await Promise.all([api.gardens(), api.bin()])));
  const made = (work: () => Promise<{ id: number }>) => tried.try(async () => enter((await work()).id));
  const takeOut = (number: number) => tried.try(async () => (await api.takeFromBin(number), await list()));
  void list();

  async function importFile(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (file) await made(async () => api.importGarden(await file.text()));
  }
</script>

<main class="mx-auto grid max-w-[900px] gap-10 p-8 md:grid-cols-2">
  <section>
    <Sparrow size={48} />
    <h1 class="mt-2 text-[26px]">Gardens of {name}</h1>
    {#if gardens === null && tried.trouble}
      <p class="mt-3"><button class="act" onclick={list}>look them up again</button></p>
    {:else if gardens === null}
      <p role="status" class="quiet mt-3">Looking them up …</p>
    {:else if gardens.length === 0}
      <p class="mt-3">There is none yet. Say where yours is; the rest is measured bed by bed.</p>
    {:else}
      <ul class="rows mt-3">
        {#each gardens as garden (garden.id)}
          <li>
            <button class="act text-[17px]" onclick={() => enter(garden.id)}>{garden.name}</button>
            <span class="quiet">{garden.place}{garden.role === 'guest' ? ' · to look at' : ''}</span>
          </li>
        {/each}
      </ul>
    {/if}
    {#if tried.trouble || trouble}<p class="trouble mt-4" role="alert">{tried.trouble || trouble}</p>{/if}
    <div class="mt-6 flex flex-wrap items-center gap-6">
      <label class="act">
        bring a garden from a file
        <input class="sr-only" type="file" accept=".json,application/json" onchange={importFile} />
      </label>
      <button class="act" onclick={toAccount}>your account</button>
      <button class="act" onclick={signOut}>sign out</button>
    </div>
    {#if bin.length > 0}
      <h2 class="aside">In the bin</h2>
      <ul class="rows">
        {#each bin as garden (garden.number)}
          <li class="flex flex-wrap items-baseline gap-x-4">
            <span class="grow">{garden.name}</span>
            <span class="quiet">gone for good on {day(garden.until)}</span>
            <button class="act" onclick={() => takeOut(garden.number)}>take it out</button>
          </li>
        {/each}
      </ul>
    {/if}
  </section>
  <section>
    <h2>A new garden</h2>
    <SiteForm site={null} save={(site: Site) => made(() => api.makeGarden(site))} word="make this garden" />
  </section>
</main>
