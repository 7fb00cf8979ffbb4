/** The screen stays awake while this is shown; asked again whenever the page is seen again, since it is let go then. */
export function useAwake(): void {
  let lock: WakeLockSentinel | null = null
  let ended = false
  async function ask(): Promise<void> {
    if (ended || document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return
    try {
      lock = await navigator.wakeLock.request('screen')
      if (ended) await lock.release()
    } catch {
      // A tablet that saves its battery may say no: the clocks ring all the same once it is looked at.
      lock = null
    }
  }
  const seen = (): void => void ask()
  onMounted(() => {
    void ask()
    document.addEventListener('visibilitychange', seen)
  })
  onBeforeUnmount(() => {
    ended = true
    document.removeEventListener('visibilitychange', seen)
    void lock?.release()
  })
}
