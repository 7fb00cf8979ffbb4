import { writeCsv } from '#core/csv'

/** Gives a text to whoever asked for it, as a file. */
export function saveText(fileName: string, text: string, type: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }))
  link.download = fileName
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

/** A table as a file that an office program opens. */
export const saveCsv = (fileName: string, rows: readonly (readonly (string | number | null)[])[]): void =>
  saveText(fileName, `\uFEFF${writeCsv(rows)}`, 'text/csv')
