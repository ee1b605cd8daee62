import startUrl from './wasm/start.js?url'
import wasmUrl from './wasm/trainer.wasm?url'

/** The practice bench as the core runs it; see cmd/trainer. Places are in cells of its grid. */
export interface Trainer {
  width: number
  height: number
  bud: number
  exercises: () => string
  begin: (id: string, celsius: number, humidity: number) => boolean
  advance: (seconds: number) => void
  wait: (minutes: number) => void
  skip: () => void
  take: (cloth: string) => boolean
  press: (x: number, y: number) => void
  draw: (x: number, y: number) => void
  frame: (into: Uint8ClampedArray) => number
  target: (into: Uint8ClampedArray) => number
  replay: (into: Uint8ClampedArray, moves: number) => number
  state: () => string
  verdict: () => string
}

export interface TrainerExercise {
  id: string
  title: string
  task: string
  tip: string
}
export interface TrainerState {
  minutes: number
  ready: number
  full: number
  cloth: string
  open: number
  lines: number
  hurt: number
  moves: number
  liquid: string
}
export interface TrainerVerdict {
  words: string[]
  done: boolean
}

interface Starter {
  importObject: WebAssembly.Imports
  run: (instance: WebAssembly.Instance) => Promise<void>
}

let loaded: Promise<Trainer> | null = null

/** Loads the core, once; it fails where the page is not allowed to or the server is away, and may be asked again. */
export function loadTrainer(): Promise<Trainer> {
  loaded ??= load().catch((e: unknown) => {
    loaded = null
    throw e
  })
  return loaded
}

declare global {
  interface Window {
    Go: new () => Starter // of the script at startUrl
    inkyWipe?: Trainer // which the core hands over when it has started
  }
}

async function load(): Promise<Trainer> {
  await import(/* @vite-ignore */ startUrl)
  const go = new window.Go()
  const got = await WebAssembly.instantiateStreaming(fetch(wasmUrl), go.importObject)
  void go.run(got.instance)
  if (!window.inkyWipe) throw new Error('The practice bench did not start.')
  return window.inkyWipe
}
