// A number field that says what it cannot read, so that nothing typed is lost without a word.

/** What is read from a field; where it is none, the field says so as its form is sent. */
export function readField(field: HTMLInputElement, read: (text: string) => number | null): number | null {
  const text = field.value.trim();
  const value = text === '' ? null : read(text);
  field.setCustomValidity(
    text !== '' && value === null ? `“${text}” is no number: type one such as 24, 1.5 or 1/2, or leave it empty.` : '',
  );
  return value;
}
