import { useSession } from '~/stores/session'

/** Now by the server's clock, once a second while the page is seen. */
export function useServerClock() {
  const session = useSession()
  const now = ref(session.now().toISOString())
  let timer: ReturnType<typeof setInterval>
  const look = (): void => void (now.value = session.now().toISOString())
  onMounted(() => {
    timer = setInterval(look, 1000)
    document.addEventListener('visibilitychange', look)
  })
  onBeforeUnmount(() => {
    clearInterval(timer)
    document.removeEventListener('visibilitychange', look)
  })
  return now
}
