/* Made by make generate from internal/wire. Do not edit. */

/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "State".
 */
export type State = "safe" | "wait" | "bite" | "note";

/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Builds".
 */
export interface Builds {
  builds: Listed[];
  demo: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Listed".
 */
export interface Listed {
  slug: string;
  name: string;
  scale: number;
  next_step?: string;
  next_at?: string;
  finish?: string;
  stops: number;
  warns: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Build".
 */
export interface Build {
  slug: string;
  revision: number;
  undoes?: string;
  redoes?: string;
  name: string;
  scale: number;
  timezone: string;
  promise: string;
  late: boolean;
  tape: Tape;
  zones: Zone[];
  findings: Finding[];
  opening: Opening;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Tape".
 */
export interface Tape {
  from: string;
  to: string;
  sessions: Session[];
  wanted?: string;
  events: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Session".
 */
export interface Session {
  from: string;
  to: string;
  label: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Zone".
 */
export interface Zone {
  id: string;
  name: string;
  area_cm2: number;
  state: State;
  done: number;
  steps: Step[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Step".
 */
export interface Step {
  id: string;
  number: number;
  do: string;
  name: string;
  short: string;
  phase: string;
  detail: string;
  colour?: string;
  kind: "done" | "pinned" | "planned";
  state: State;
  start: string;
  end: string;
  touch_dry: string;
  ready: string;
  opens?: string;
  closes?: string;
  when: string;
  cautions: string[];
  trail: Sample[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Sample".
 */
export interface Sample {
  at: string;
  hard: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Finding".
 */
export interface Finding {
  zone: string;
  step: string;
  rule: string;
  severity: "stop" | "warn" | "note";
  state: State;
  title: string;
  because: string;
  reason: string;
  figure?: string;
  evidence: string;
  fixes: Fixed[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Fixed".
 */
export interface Fixed {
  do: string;
  words: string;
  start: string;
  effect: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Opening".
 */
export interface Opening {
  zone: string;
  step: string;
  at: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Moment".
 */
export interface Moment {
  at: string;
  clock: string;
  session: string;
  air: Air;
  core: Core;
  look: Look;
  zones: AtZone[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Air".
 */
export interface Air {
  temperature_c: number;
  humidity_pct: number;
  dew_point_c: number;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Core".
 */
export interface Core {
  step: string;
  drop?: Drop;
  state: State;
  words: string;
  films: Film[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Drop".
 */
export interface Drop {
  name: string;
  contact: string;
  standing: string;
  carries: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Film".
 */
export interface Film {
  step: string;
  name: string;
  detail: string;
  thickness_um: number;
  hard: number;
  phase: string;
  colour: string;
  sheen: string;
  clear: boolean;
  covers: boolean;
  depth_um: number;
  loss_um: number;
  bitten: boolean;
  hardens: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Look".
 */
export interface Look {
  step: string;
  before: Skin;
  after: Skin;
  title: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Skin".
 */
export interface Skin {
  surface: string;
  line: string;
  paint: string;
  residue: number;
  filled: number;
  sheen: string;
  gloss: number;
  marks: Mark[];
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Mark".
 */
export interface Mark {
  kind: string;
  colour: string;
  strength: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AtZone".
 */
export interface AtZone {
  id: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "TakeFix".
 */
export interface TakeFix {
  revision: number;
  step: string;
  rule: string;
  choice: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Turn".
 */
export interface Turn {
  revision: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Problem".
 */
export interface Problem {
  problem: string;
  place?: string;
  code: "bad" | "missing" | "moved" | "nothing" | "refused" | "failed";
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "All".
 */
export interface All {
  builds: Builds;
  build: Build;
  moment: Moment;
  take_fix: TakeFix;
  turn: Turn;
  problem: Problem;
}
