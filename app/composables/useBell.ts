const [EVERY_MS, LASTS_S, HZ, LOUD] = [1500, 0.35, 880, 0.25]

/** A bell as long as something rings. A browser plays nothing before somebody has touched the page. */
export function useBell(rings: () => boolean): void {
  let audio: AudioContext | null = null
  let timer: ReturnType<typeof setInterval> | undefined
  async function strike(): Promise<void> {
    if (typeof AudioContext !== 'function') return
    audio ??= new AudioContext()
    if (audio.state === 'suspended') await audio.resume().catch(() => undefined)
    if (audio.state !== 'running') return
    const [tone, volume] = [audio.createOscillator(), audio.createGain()]
    tone.frequency.value = HZ
    volume.gain.setValueAtTime(LOUD, audio.currentTime)
    volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + LASTS_S)
    tone.connect(volume).connect(audio.destination)
    tone.start()
    tone.stop(audio.currentTime + LASTS_S)
  }
  watch(
    rings,
    (is) => {
      clearInterval(timer)
      if (!is) return
      void strike()
      timer = setInterval(() => void strike(), EVERY_MS)
    },
    { immediate: true },
  )
  onBeforeUnmount(() => {
    clearInterval(timer)
    void audio?.close()
  })
}
