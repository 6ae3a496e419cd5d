/**
 * Writes rows as CSV (RFC 4180): fields with a comma, quote or line break are quoted. A text that a table program would take
 * for a formula (it begins with = + - @, a tab or a return) gets an apostrophe before it; a number does not.
 */
export function writeCsv(header: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string {
  const field = (value: string | number | null) => {
    const written = value === null ? '' : String(value);
    const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${written}` : written;
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
  };
  return `${[header, ...rows].map((row) => row.map(field).join(',')).join('\r\n')}\r\n`;
}
