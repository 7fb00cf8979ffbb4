/** A start that cannot go on: one plain sentence, and where to read more. */
export class Stop extends Error {
  constructor(
    sentence: string,
    readonly log?: string,
  ) {
    super(sentence)
  }
}

export const say = (line = ''): void => void process.stdout.write(`${line}\n`)

export function sayStop(e: unknown): void {
  if (e instanceof Stop) process.stderr.write(`\n${e.message}${e.log ? `\nMore is in ${e.log}` : ''}\n`)
  else if ((e as NodeJS.ErrnoException).code === 'ENOSPC')
    process.stderr.write('\nThe disk is full. Free some space and start again; nothing was changed.\n')
  else process.stderr.write(`\nOlvex could not start: ${(e as Error).stack ?? e}\n`)
}
