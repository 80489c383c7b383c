// Days to maturity as they are typed: '55', '55 to 60', '55-60'.

/** The least and the most of what was typed; nothing where no number is in it. */
export function readDays(typed: string): [number, number] | null {
  const read = typed.match(/\d+/g)?.map(Number) ?? [];
  const [least, most] = [read[0], read[1] ?? read[0]];
  // What is far too much is refused by its limits, in words.
  return least === undefined || most === undefined ? null : [Math.min(least, 65535), Math.min(most, 65535)];
}

/** What stands in the field for them. */
export function daysTyped(days: [number, number] | null | undefined): string {
  if (!days) return '';
  return days[0] === days[1] ? `${days[0]}` : days.join(' to ');
}
