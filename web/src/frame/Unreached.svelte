<script lang="ts">
  // A view that is fetched when it is first opened, and could not be.
</script>

<main class="plan grid place-items-center p-8">
  <p role="alert" class="max-w-[44ch]">
    This view could not be fetched: the line is cut, or the field book was renewed since this page was opened. Nothing
    of your garden is lost.
    <button class="act" onclick={() => location.reload()}>load the page again</button>
  </p>
</main>

<style>
  .plan {
    grid-area: plan;
  }
</style>
