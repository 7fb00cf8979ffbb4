import { writeCsv } from '#core/csv'

/** Gives a table to whoever asked for it, as a file that an office program opens. */
export function saveCsv(fileName: string, rows: readonly (readonly (string | number | null)[])[]): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([`\uFEFF${writeCsv(rows)}`], { type: 'text/csv;charset=utf-8' }))
  link.download = fileName
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
