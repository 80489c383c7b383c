<script lang="ts">
  // Takes a photo, or chooses one that was taken.
  let { take, says }: { take: (file: Blob) => void; says: string } = $props();

  function chosen(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (file) take(file);
  }
</script>

<label class="act inline-flex min-h-12 items-center">
  {says}
  <input class="sr-only" type="file" accept="image/*" onchange={chosen} name="photo" />
</label>
