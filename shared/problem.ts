/** RFC 9457 problem details. `code` is what the screen turns into a sentence; nothing here is a sentence for people. */
export interface ProblemField {
  field: string
  code: string
  numbers?: Record<string, number>
}
export interface Problem {
  type: string
  title: string
  status: number
  code: string
  errors?: ProblemField[]
  /** 409 of a stale write: the row as it is now */
  current?: unknown
}
