/** Rows that are drawn at once, and with every frame after that. */
const [FIRST, MORE] = [24, 48]

/** How many of a long list are drawn: the first of them at once, the others frame by frame. */
export function useGrowing(length: () => number) {
  const upTo = ref(FIRST)
  let frame = 0
  function grow(): void {
    cancelAnimationFrame(frame)
    if (upTo.value >= length()) return
    frame = requestAnimationFrame(() => {
      upTo.value += MORE
      grow()
    })
  }
  watch(length, grow, { immediate: true })
  onBeforeUnmount(() => cancelAnimationFrame(frame))
  return upTo
}
