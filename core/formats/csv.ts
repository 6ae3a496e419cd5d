/** Writes rows as CSV (RFC 4180): fields with a comma, quote or line break are quoted. */
export function writeCsv(header: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string {
  const field = (value: string | number | null) => {
    const text = value === null ? '' : String(value);
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
  };
  return `${[header, ...rows].map((row) => row.map(field).join(',')).join('\r\n')}\r\n`;
}
