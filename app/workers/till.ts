import { readTill, type TillColumns, type TillFile } from '#core/sales'

// Reads the file of a till away from the page: a year of it takes a while.
export interface TillAsk {
  text: string
  columns: TillColumns
  zone: string
  now: string
}
/** What was read, or the code of what is wrong with all of it. */
export type TillAnswer = { file: TillFile } | { code: string }

self.onmessage = ({ data }: MessageEvent<TillAsk>): void => {
  let answer: TillAnswer
  try {
    answer = { file: readTill(data.text, data.columns, data.zone, data.now) }
  } catch (e) {
    if (!(e instanceof RangeError)) throw e
    answer = { code: e.message }
  }
  self.postMessage(answer)
}
