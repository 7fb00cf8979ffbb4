import { spawnSync } from 'node:child_process'

// A network of its own for each node, so that what is between nodes can be cut while whoever asks them still reaches
// each: only root may make one.

const PREFIX = 'olvex-n'
const BRIDGE = 'olvex-br'
const addressOf = (node: number): string => `10.77.77.${node + 1}`
const OURS = '10.77.77.254'

function ip(...args: string[]): void {
  const { status, stderr } = spawnSync('ip', args, { encoding: 'utf8' })
  if (status !== 0) throw new Error(`ip ${args.join(' ')}: ${stderr.trim()}`)
}
const quietly = (...args: string[]): void => void spawnSync('ip', args)

export class Networks {
  constructor(readonly size: number) {}
  get hosts(): string[] {
    return Array.from({ length: this.size }, (_, i) => addressOf(i))
  }
  /** @returns whether there are any: nobody but root may make them */
  open(): boolean {
    if (process.getuid?.() !== 0) return false
    this.close()
    try {
      ip('link', 'add', BRIDGE, 'type', 'bridge')
      ip('addr', 'add', `${OURS}/24`, 'dev', BRIDGE)
      ip('link', 'set', BRIDGE, 'up')
      for (let i = 0; i < this.size; i++) {
        const [ns, outer, inner] = [`${PREFIX}${i}`, `${PREFIX}${i}-o`, `${PREFIX}${i}-i`]
        ip('netns', 'add', ns)
        ip('link', 'add', outer, 'type', 'veth', 'peer', 'name', inner)
        ip('link', 'set', outer, 'master', BRIDGE)
        ip('link', 'set', outer, 'up')
        ip('link', 'set', inner, 'netns', ns)
        ip('-n', ns, 'addr', 'add', `${addressOf(i)}/24`, 'dev', inner)
        ip('-n', ns, 'link', 'set', inner, 'up')
        ip('-n', ns, 'link', 'set', 'lo', 'up')
      }
      return true
    } catch (e) {
      process.stderr.write(`${(e as Error).message}\n`)
      this.close()
      return false
    }
  }
  close(): void {
    for (let i = 0; i < this.size; i++) {
      quietly('netns', 'del', `${PREFIX}${i}`)
      quietly('link', 'del', `${PREFIX}${i}-o`)
    }
    quietly('link', 'del', BRIDGE)
  }
  /** Runs a command in the network of a node. */
  wrap = (node: number, command: string, args: string[]): [string, string[]] => [
    'ip',
    ['netns', 'exec', `${PREFIX}${node}`, command, ...args],
  ]
  /** Nothing comes through between this node and the others. */
  cut(node: number): void {
    this.between(node, 'add')
  }
  join(node: number): void {
    this.between(node, 'del')
  }
  private between(node: number, what: 'add' | 'del'): void {
    for (let other = 0; other < this.size; other++) {
      if (other === node) continue
      ip('-n', `${PREFIX}${node}`, 'route', what, 'blackhole', `${addressOf(other)}/32`)
      ip('-n', `${PREFIX}${other}`, 'route', what, 'blackhole', `${addressOf(node)}/32`)
    }
  }
}
