// Letters and words, whatever they are about.

export function upper(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
