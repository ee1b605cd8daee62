import { nextTick, watch, type WatchSource } from 'vue'

/** While open is true something lies over the page; when it goes, the focus is back where it was. */
export function useReturnFocus(open: WatchSource<boolean>) {
  let from: HTMLElement | null = null
  watch(
    open,
    (is) => {
      if (is) {
        from = document.activeElement instanceof HTMLElement ? document.activeElement : null
        return
      }
      const back = from
      void nextTick(() => {
        if (back?.isConnected) back.focus({ preventScroll: true })
      })
    },
    { flush: 'sync' },
  )
}
