<script lang="ts">
  // A length, typed in any words a tape knows, or stepped by a quarter inch or half a centimetre: with the buttons, or with the
  // arrow keys in the field, so that the buttons need no stops of their own.
  import { api, Refused } from '../api';
  import type { Units } from '../generated/api';
  import { stepped } from '../words/lengths';

  let {
    label,
    value = $bindable(),
    units,
    name,
    placeholder = '',
    required = false,
    changed = () => undefined,
  }: {
    label: string;
    value: string;
    units: Units;
    name: string;
    placeholder?: string;
    required?: boolean;
    changed?: () => void;
  } = $props();

  let waiting: Promise<void> = Promise.resolve();

  /** Steps wait for each other, for what is typed is read by the server. */
  function step(by: number) {
    waiting = waiting.then(async () => {
      try {
        const { tenths_mm } = await api.tape(value.trim() || '0 in');
        value = stepped(tenths_mm, by, units);
        changed();
      } catch (error) {
        // What cannot be read stays as it was typed; keeping it tells what is wrong.
        if (!(error instanceof Refused)) throw error;
      }
    });
  }

  function keys(event: KeyboardEvent) {
    const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    step(by);
  }
</script>

<div class="stepped">
  <label class="field grow">{label}<input bind:value {name} {placeholder} {required} onkeydown={keys} /></label>
  <button type="button" class="step" tabindex="-1" aria-label={`${label}: a little less`} onclick={() => step(-1)}
    >−</button
  >
  <button type="button" class="step" tabindex="-1" aria-label={`${label}: a little more`} onclick={() => step(1)}
    >+</button
  >
</div>

<style>
  .stepped {
    display: flex;
    align-items: flex-end;
    gap: 2px;
    min-width: 0;
  }
  .stepped .field {
    min-width: 0;
  }
  .step {
    width: 26px;
    height: 28px;
    flex: none;
    cursor: pointer;
    font-size: 17px;
    line-height: 1;
    color: var(--color-soot-2);
    border-bottom: 1.4px solid var(--color-hair);
  }
  .step:hover {
    color: var(--color-chestnut);
  }
</style>
