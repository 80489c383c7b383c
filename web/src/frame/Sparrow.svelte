<script lang="ts">
  let { size = 40 }: { size?: number } = $props();
</script>

<svg width={size} height={size} viewBox="0 0 40 40" aria-hidden="true">
  <path d="M5 30l9-5c-1-9 4-15 11-15 4 0 6 2 7 5l4 2-4 2c0 8-6 12-13 12-3 0-5-1-7-2z" />
  <path d="M16 24c5 1 9-1 11-5M19 31l-1 5M24 30.5l1 5" />
  <circle cx="26.5" cy="15" r=".7" />
</svg>

<style>
  svg {
    fill: none;
    stroke: var(--color-soot);
    stroke-width: 1.7;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
</style>
