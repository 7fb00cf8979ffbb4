import type { ProblemField } from '#shared/problem'
import { ApiProblem, uuid } from '~/utils/api'

/**
 * Sending a form: busy while it goes, field sentences when it is refused, and the doubts to confirm. What was typed is
 * never touched. The key stays the same until the write is through, so a second press of the button does it once.
 */
export function useSubmit(send: (key: string, confirm: string[]) => Promise<void>) {
  const { ofField, ofError } = useSentence()
  const busy = ref(false)
  const fields = ref<Record<string, string>>({})
  const message = ref('')
  const doubts = ref<ProblemField[]>([])
  let key = uuid()

  async function submit(confirm: string[] = []): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    fields.value = {}
    message.value = ''
    doubts.value = []
    try {
      await send(key, confirm)
      key = uuid()
      return true
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      // The server remembered nothing of a refused write; a mended one is a new one.
      if (e.problem.status >= 400 && e.problem.status < 500) key = uuid()
      if (e.code === 'needs-confirmation') doubts.value = e.errors
      else if (e.errors.length && e.errors.every((f) => f.field))
        fields.value = Object.fromEntries(e.errors.map((f) => [f.field, ofField(f)]))
      else message.value = ofError(e)
      return false
    } finally {
      busy.value = false
    }
  }
  /** All that was said, for a form without fields. */
  const said = computed(() => [message.value, ...Object.values(fields.value)].filter(Boolean).join(' '))
  const confirmDoubts = (): Promise<boolean> => submit(doubts.value.map((d) => d.code))
  const refuse = (field: string, sentence: string): void => void (fields.value = { ...fields.value, [field]: sentence })
  const clear = (): void => {
    fields.value = {}
    message.value = ''
    doubts.value = []
  }
  return { busy, fields, message, said, doubts, submit, confirmDoubts, refuse, clear }
}
