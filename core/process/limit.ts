/** Something wrong that stops a step. Codes become sentences at the screen; numbers say what would be right. */
export class ProcessLimit extends Error {
  constructor(
    readonly code: string,
    readonly numbers: Record<string, number>,
    readonly field?: string,
  ) {
    super(`${code} ${JSON.stringify(numbers)}`)
    this.name = 'ProcessLimit'
  }
}
