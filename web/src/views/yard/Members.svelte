<script lang="ts">
  import { api, Refused } from '../../api';
  import { useOpenGarden } from '../../state/context';

  let { done }: { done: () => void } = $props();
  const { garden } = useOpenGarden();

  let members = $state.raw<{ name: string; role: string }[]>([]);
  let name = $state('');
  let role = $state('guest');
  let trouble = $state('');

  async function look() {
    members = await api.members(garden.view.id);
  }

  async function letIn(event: SubmitEvent) {
    event.preventDefault();
    try {
      await api.letIn(garden.view.id, name, role);
      [name, trouble] = ['', ''];
      await look();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      trouble = error.problem.detail;
    }
  }

  void look();
</script>

<h2>Who may come in</h2>
<ul class="rows mt-2">
  {#each members as member (member.name)}<li class="flex justify-between">
      <span>{member.name}</span><span class="quiet">{member.role}</span>
    </li>{/each}
</ul>
<form class="mt-4 grid gap-3" onsubmit={letIn}>
  <label class="field">Name they sign in with<input bind:value={name} required maxlength="40" name="member" /></label>
  <label class="field"
    >They may<select bind:value={role}
      ><option value="guest">look</option><option value="helper">look and change</option></select
    ></label
  >
  {#if trouble}<p class="trouble" role="alert">{trouble}</p>{/if}
  <div class="flex gap-6">
    <button class="act">let them in</button><button type="button" class="act" onclick={done}>close</button>
  </div>
</form>
