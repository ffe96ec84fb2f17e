/** A table as comma-separated values: quotes where a field has need of them, lines ended as the format asks (RFC 4180). */
export function csv(rows: (string | number | null | undefined)[][]): string {
  const field = (v: string | number | null | undefined) => {
    const text = v === null || v === undefined ? '' : String(v)
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
  }
  return rows.map((row) => row.map(field).join(',') + '\r\n').join('')
}
