/** The page itself is kept on the tablet, so that it opens without a server; its data is kept by the outbox. */
export default defineNuxtPlugin(() => {
  if (import.meta.dev || !('serviceWorker' in navigator)) return
  // What waits here is somebody's work: the browser is asked not to throw it away when the device is full.
  void navigator.storage?.persist?.()
  const register = (): void =>
    void navigator.serviceWorker
      .register('/sw.js')
      .catch((e: unknown) => console.warn('without a connection this page will not open', e))
  if (document.readyState === 'complete') register()
  else window.addEventListener('load', register, { once: true })
})
