import { watchThrottled } from '@vueuse/core'
import type { WatchSource } from 'vue'

/** Acts at once on a change, so that what one press asks for is asked for at the press; while changes go on, every pace ms at most, and on the last of them. */
export function watchPaced<T>(
  source: WatchSource<T> | WatchSource<unknown>[],
  act: (value: T) => unknown,
  pace: number,
  options: { immediate?: boolean; deep?: boolean } = {},
) {
  return watchThrottled(source as WatchSource<T>, (value) => void act(value), { throttle: pace, ...options })
}
