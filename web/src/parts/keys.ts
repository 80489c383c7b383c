// Keys of views: what each says of them, and which of them is pressed.

/**
 * A key of a view: what is said of it in the list of keys, and what it does. What no view decides, such as Tab, or what
 * the thing in focus sees to, is only said.
 */
export interface Key<Doing extends string = never> {
  says: [key: string, what: string];
  press?: string[];
  does?: Doing;
}

/** What a key that is pressed does by a view's table; nothing while something is typed, or with a key held for commands. */
export function doing<Doing extends string>(keys: Key<Doing>[], event: KeyboardEvent): Doing | undefined {
  if (isTyping(event) || inDialog(event) || event.ctrlKey || event.metaKey || event.altKey) return undefined;
  return keys.find((one) => one.press?.includes(event.key))?.does;
}

/** Whether a key goes into a field and is no command. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target;
  return target instanceof HTMLElement && target.matches('input:not([type=checkbox]), select, textarea');
}

/** Whether a key is meant for what lies over the view. */
export function inDialog(event: KeyboardEvent): boolean {
  return event.target instanceof HTMLElement && event.target.closest('[role=dialog]') !== null;
}
