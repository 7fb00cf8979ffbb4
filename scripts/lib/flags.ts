import { parseArgs, type ParseArgsConfig } from 'node:util'
import { Stop } from './say'

/** Options of a command; a wrong one ends in a sentence and how it would be right. */
export function flagsOf<T extends ParseArgsConfig>(config: T, help: string): ReturnType<typeof parseArgs<T>> {
  try {
    return parseArgs(config)
  } catch (e) {
    throw new Stop(`${(e as Error).message.split('. ')[0]}.\n\n${help}`)
  }
}
