import type { LabelMatch } from '#core/standardise'
import type { LabelAsk } from '~/workers/label'

/** Asks the worker that matches labels; it ends with the page. */
export function useLabelMatch() {
  let worker: Worker | null = null
  const busy = ref(false)
  const failed = ref(false)
  function ask(what: LabelAsk): Promise<LabelMatch | null> {
    worker?.terminate()
    const asked = new Worker(new URL('../workers/label.ts', import.meta.url), { type: 'module' })
    worker = asked
    busy.value = true
    failed.value = false
    return new Promise((done) => {
      const end = (match: LabelMatch | null): void => {
        busy.value = false
        asked.terminate()
        done(match)
      }
      asked.onmessage = ({ data }: MessageEvent<LabelMatch | null>) => end(data)
      asked.onerror = () => {
        failed.value = true
        end(null)
      }
      // Plain rows: what the stores hold is watched, and a worker takes nothing that is.
      asked.postMessage(JSON.parse(JSON.stringify(what)))
    })
  }
  function stop(): void {
    worker?.terminate()
    busy.value = false
  }
  onBeforeUnmount(stop)
  return { ask, stop, busy, failed }
}
