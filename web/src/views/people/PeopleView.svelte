<script lang="ts">
  // Beside the work: what was changed and by whom, on the plan's place; who may come in, on the slip.
  import ChangeList from './ChangeList.svelte';
  import PeopleSlip from './PeopleSlip.svelte';
</script>

<main class="plan p-6">
  <ChangeList />
</main>
<PeopleSlip />
