/* Made by make generate from internal/wire. Do not edit. */

/**
 * A day, such as 2027-03-22.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanDate".
 */
export type PlanDate = string;
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "State".
 */
export type State = "safe" | "wait" | "bite" | "note";
/**
 * Time of day, 00:00 to 24:00.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanClock".
 */
export type PlanClock = string;
/**
 * Day of the week.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanDay".
 */
export type PlanDay = "mon" | "tue" | "wed" | "thu" | "fri" | "sat" | "sun";
/**
 * Where it was based.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanWearPlace".
 */
export type PlanWearPlace = "paved" | "grass" | "shore" | "ship" | "desert";
/**
 * How it was parked.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanWearShelter".
 */
export type PlanWearShelter = "hangared" | "out";
/**
 * How it was looked after.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanWearCare".
 */
export type PlanWearCare = "kept" | "polished" | "neglected" | "stored";
/**
 * How much it was in action.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanWearCombat".
 */
export type PlanWearCombat = "some" | "none" | "much";
/**
 * How strong it looks.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanReading".
 */
export type PlanReading = "lost" | "subtle" | "clear" | "stark";
/**
 * Family of film.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanFamily".
 */
export type PlanFamily =
  | "waterborne-acrylic"
  | "alcohol-acrylic"
  | "lacquer"
  | "enamel"
  | "polish-clear"
  | "urethane-clear"
  | "artist-oil"
  | "enamel-wash"
  | "oil-wash"
  | "clay-wash"
  | "tempera-wash"
  | "sludge-wash"
  | "acrylic-wash"
  | "chipping-medium"
  | "decal"
  | "dry-pigment"
  | "pencil";
/**
 * Sheen, from smooth to rough.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSheen".
 */
export type PlanSheen = "gloss" | "semi-gloss" | "satin" | "flat";
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanLiquid".
 */
export type PlanLiquid =
  | (
      | "water"
      | "soapy-water"
      | "white-spirit"
      | "low-odour-white-spirit"
      | "turpentine"
      | "isopropanol"
      | "acrylic-thinner"
      | "lacquer-thinner"
      | "ammonia-cleaner"
    )
  | {
      water?: number;
      "soapy-water"?: number;
      "white-spirit"?: number;
      "low-odour-white-spirit"?: number;
      turpentine?: number;
      isopropanol?: number;
      "acrylic-thinner"?: number;
      "lacquer-thinner"?: number;
      "ammonia-cleaner"?: number;
    };
/**
 * Type of aircraft.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanAirType".
 */
export type PlanAirType =
  | "low-single"
  | "racer"
  | "mid-twin"
  | "biplane"
  | "high-float"
  | "observation"
  | "four-engined"
  | "swept-jet"
  | "delta"
  | "straight-jet"
  | "trainer"
  | "high-twin"
  | "twin-boom"
  | "folded-single";
/**
 * Kind of feature.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanFeatureKind".
 */
export type PlanFeatureKind =
  | "stack"
  | "radiator"
  | "oil-cooler"
  | "gun"
  | "ejector"
  | "wheel"
  | "filler"
  | "hatch"
  | "walkway"
  | "cockpit"
  | "leading-edge"
  | "propeller"
  | "hinge"
  | "aerial"
  | "step"
  | "worn";
/**
 * Kind of recess.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanLineKind".
 */
export type PlanLineKind = "usual" | "fine" | "trench" | "filled" | "sanded" | "rivets" | "raised";
/**
 * What the step does.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanDo".
 */
export type PlanDo =
  | "prime"
  | "pre-shade"
  | "base-coat"
  | "mottle"
  | "veil"
  | "post-shade"
  | "metal-coat"
  | "chipping-medium"
  | "chip"
  | "wipe-back"
  | "unmask"
  | "join"
  | "mask"
  | "polish"
  | "gloss-coat"
  | "decals"
  | "seal"
  | "pin-wash"
  | "overall-wash"
  | "spray-wash"
  | "wipe"
  | "filter"
  | "flat-coat"
  | "satin-coat"
  | "oil-accent"
  | "oil-dots"
  | "streak"
  | "exhaust-spray"
  | "pastel"
  | "pencil"
  | "sponge-chips"
  | "brush-chips"
  | "mud"
  | "wet-stain"
  | "final-gloss"
  | "final-coat"
  | "sand"
  | "undo"
  | "melt"
  | "set-decal";
/**
 * How a mask meets the surface.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanEdge".
 */
export type PlanEdge = "hard" | "lifted" | "freehand";
/**
 * What a decal lies over.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanGround".
 */
export type PlanGround = "smooth" | "curve" | "rivets" | "lines" | "rough";
/**
 * Stroke of a wipe.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanStroke".
 */
export type PlanStroke = "airflow" | "across-then-airflow" | "pressed-across" | "circular";
/**
 * What is said of a step, or of its film: still tacky, touch-dry, took the rub or was rubbed, was bitten or was not; begun, done, wiped, went wrong, looked fine.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSaying".
 */
export type PlanSaying =
  "tacky" | "touch-dry" | "took-rub" | "rubbed" | "bit" | "no-bite" | "started" | "done" | "wiped" | "failed" | "fine";
/**
 * How sprayed coats go on.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanLaying".
 */
export type PlanLaying = "mist" | "wet" | "brush";
/**
 * What was seen of a step once it was done.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSight".
 */
export type PlanSight = "nothing" | "something";
/**
 * How an offered step stands.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanWord".
 */
export type PlanWord = "good" | "from" | "seal" | "wait" | "never" | "past" | "untried";
/**
 * Liquid.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMixedLiquid".
 */
export type PlanMixedLiquid =
  | "water"
  | "soapy-water"
  | "white-spirit"
  | "low-odour-white-spirit"
  | "turpentine"
  | "isopropanol"
  | "acrylic-thinner"
  | "lacquer-thinner"
  | "ammonia-cleaner"
  | "dish-soap";
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "EventKind".
 */
export type EventKind = "hello" | "build" | "builds" | "shelf" | "journal" | "everything";
/**
 * How careful one wants to be with dates.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanCare".
 */
export type PlanCare = "careful" | "usual" | "bold";
/**
 * What a marking looks like.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanDecalForm".
 */
export type PlanDecalForm = "badge" | "figures" | "stencils";
/**
 * In a moving stream of air, or in warm air.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanDrying".
 */
export type PlanDrying = "air" | "warm";
/**
 * A side of the aircraft.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanHand".
 */
export type PlanHand = "left" | "right";
/**
 * How a product dries against others of its family.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSpeed".
 */
export type PlanSpeed = "fast" | "usual" | "slow";
/**
 * How a remedy turned out.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanTurnedOut".
 */
export type PlanTurnedOut = "worked" | "failed";
/**
 * Cloth of a wipe.
 *
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanWith".
 */
export type PlanWith = "dry" | "damp" | "wet";

/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Cares".
 */
export interface Cares {
  rows: CareRow[];
  waiting: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CareRow".
 */
export interface CareRow {
  care: string;
  name: string;
  is: string;
  finish: string;
  effect: string;
  mishaps: number;
  evenings: number;
  now: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Builds".
 */
export interface Builds {
  builds: Listed[];
  bench: boolean;
  demo: boolean;
  now: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Listed".
 */
export interface Listed {
  slug: string;
  name: string;
  scale: number;
  stops: number;
  warns: number;
  away: boolean;
  finished: string;
  problem?: string;
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
  plan: PlanFile;
  now: string;
  until: string;
  overdue: Overdue[];
  photos: TapePhoto[];
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
  off: Off[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Session".
 */
export interface Session {
  from: string;
  to: string;
  label: string;
  second?: boolean;
  month: string;
  date: PlanDate;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Off".
 */
export interface Off {
  date: PlanDate;
  label: string;
  at: string;
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
  kind: "done" | "begun" | "pinned" | "planned";
  overdue: boolean;
  gap?: Gap;
  asks: boolean;
  put_off: boolean;
  turn: boolean;
  state: State;
  start: string;
  end: string;
  sittings?: Span[];
  touch_dry: string;
  ready: string;
  opens?: string;
  closes?: string;
  when: string;
  spread: string;
  cautions: string[];
  trail?: Trail;
  early: string;
  waits: Wait[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Gap".
 */
export interface Gap {
  words: string;
  also?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Span".
 */
export interface Span {
  from: string;
  to: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Trail".
 */
export interface Trail {
  until: string;
  hard: number[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Wait".
 */
export interface Wait {
  zone: string;
  from: string;
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
  likely?: string;
  odds: string[];
  evidence: string;
  mend?: string;
  was: boolean;
  asks: boolean;
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
 * via the `definition` "PlanFile".
 */
export interface PlanFile {
  format: "inkysparrow-plan/1";
  build: PlanBuild;
  climate?: PlanClimate;
  /**
   * When the bench is open. Always where there is none.
   *
   * @maxItems 50
   */
  sessions?: PlanSession[];
  /**
   * Days on which the bench is open otherwise or not at all.
   *
   * @maxItems 500
   */
  exceptions?: PlanException[];
  /**
   * IANA name of the time zone that sessions are in; UTC where it is left out.
   */
  timezone?: string;
  /**
   * Where there are several: what none is kept for runs through the first. There is one booth.
   *
   * @maxItems 6
   */
  airbrushes?: PlanAirbrush[];
  /**
   * How many pieces
   */
  racks?: number;
  service?: PlanService;
  /**
   * Answers to the questions on which practitioners disagree.
   */
  schools?: {
    [k: string]: string;
  };
  /**
   * @maxItems 5000
   */
  products: PlanProduct[];
  airframe?: PlanAirframe;
  /**
   * Sub-assemblies that are finished apart and joined later.
   *
   * @maxItems 100
   */
  parts?: PlanPart[];
  /**
   * @maxItems 200
   */
  zones: PlanZone[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanBuild".
 */
export interface PlanBuild {
  name: string;
  /**
   * The 48 of 1/48.
   */
  scale?: number;
  /**
   * Nothing is scheduled before it.
   */
  start: string;
  /**
   * What was not done by then was put off: nothing that is left is scheduled before it.
   */
  laid_from?: string;
  /**
   * A day, such as 2027-03-22.
   */
  wanted?: string;
  /**
   * How many times as much a day late counts as one of another build; once where it is left out.
   */
  matters?: number;
  /**
   * A day, such as 2027-03-22.
   */
  finished?: string;
  /**
   * Who builds it.
   */
  by?: string;
  /**
   * What its route is offered as to later builds
   */
  way?: string;
  note?: string;
  /**
   * How careful one wants to be with dates; as usual where it is left out.
   */
  care?: "careful" | "usual" | "bold";
  /**
   * What an evening of waiting costs
   */
  waiting?: number;
}
/**
 * The room. 21 °C and 50 % where it is left out.
 */
export interface PlanClimate {
  temperature_c: number;
  humidity_pct: number;
  night?: PlanNight;
  /**
   * Stretches of other air.
   *
   * @maxItems 200
   */
  spells?: PlanSpell[];
}
/**
 * The air at night if it differs.
 */
export interface PlanNight {
  temperature_c: number;
  humidity_pct: number;
  from: PlanClock;
  to: PlanClock;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSpell".
 */
export interface PlanSpell {
  from: string;
  to: string;
  temperature_c: number;
  humidity_pct: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSession".
 */
export interface PlanSession {
  /**
   * @minItems 1
   * @maxItems 7
   */
  days: [PlanDay, ...PlanDay[]];
  from: PlanClock;
  /**
   * Time of day, 00:00 to 24:00.
   */
  to: string;
  /**
   * How many pairs of hands are there; 1 where it is left out.
   */
  hands?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanException".
 */
export interface PlanException {
  date: PlanDate;
  from?: PlanClock;
  to?: PlanClock;
  note?: string;
  /**
   * How many pairs of hands are there; 1 where it is left out.
   */
  hands?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanAirbrush".
 */
export interface PlanAirbrush {
  name: string;
  /**
   * What it is kept for: liquids that paints are thinned with; and metal for flakes.
   *
   * @maxItems 20
   */
  for?: string[];
}
/**
 * How the aircraft was kept; it says how worn the model should look.
 */
export interface PlanService {
  place?: PlanWearPlace;
  shelter?: PlanWearShelter;
  /**
   * Months in service; 0 for one that has just entered it
   */
  months?: number;
  care?: PlanWearCare;
  combat?: PlanWearCombat;
  /**
   * How strong shading is wanted
   */
  shading?: "lost" | "subtle" | "clear" | "stark";
  stain?: PlanReading;
  /**
   * Share of the skin that is chipped.
   */
  chips_pct?: number;
  /**
   * How far the colour has faded in CIEDE2000.
   */
  fade?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanProduct".
 */
export interface PlanProduct {
  id: string;
  name: string;
  kind: string;
  family: PlanFamily;
  colour?: string;
  sheen?: PlanSheen;
  carrier?: PlanLiquid;
  thinner?: PlanLiquid;
  remover?: PlanLiquid;
  /**
   * Share of its volume that stays behind when it has dried; usual of its family where it is left out.
   */
  solids_pct?: number;
  /**
   * What a full bottle or tube costs
   */
  price?: number;
  /**
   * What a full one holds.
   */
  size_ml?: number;
  /**
   * What it was mixed from.
   */
  parents?: PlanParent[];
  /**
   * A day, such as 2027-03-22.
   */
  mixed?: string;
  /**
   * Coats that hide black and white alike; read from the colour where it is left out
   */
  hide_coats?: number;
  /**
   * What a tenth of it makes of white; tells how strongly a dark paint is loaded.
   */
  tenth_in_white?: string;
  /**
   * How it dries and hardens against others of its family
   */
  dries?: "fast" | "usual" | "slow";
  /**
   * Hours until a usual coat of it is touch-dry in a usual room
   */
  touch_dry_h?: number;
  /**
   * Of a clear: the gloss of one usual wet coat of it on a glossy spoon; by its sheen where it is left out.
   */
  spoon_gu?: number;
  /**
   * Of a clear: the gloss of one mist of it on a glossy spoon.
   */
  spoon_mist_gu?: number;
  /**
   * A day, such as 2027-03-22.
   */
  opened?: string;
  /**
   * The product of the shelf that this is a copy of.
   */
  shelf?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanParent".
 */
export interface PlanParent {
  name: string;
  ml: number;
}
/**
 * The shape of the model; a plain type of its scale where it is left out.
 */
export interface PlanAirframe {
  type?: PlanAirType;
  /**
   * Another aircraft of the type; 0 is the middle of its ranges.
   */
  seed?: number;
  /**
   * Of the model; the type's own where it is left out.
   */
  span_mm?: number;
  length_mm?: number;
  /**
   * How far up the side the colour of the underside goes.
   */
  edge_pct?: number;
  /**
   * How far that edge swings up and down.
   */
  wave_mm?: number;
  /**
   * The side from which it is entered; left where it is left out.
   */
  boarding?: "left" | "right";
  /**
   * A drawing in place of the type: docs/airframe.md.
   */
  svg?: string;
  /**
   * Which zone has which parts; later ones lie over earlier ones. By the zones' names and areas where they are left out.
   *
   * @maxItems 200
   */
  zones?: PlanAirframeZone[];
  /**
   * Zones that were split along a line.
   *
   * @maxItems 40
   */
  cuts?: PlanAirframeCut[];
  /**
   * In place of the airframe's own of the same id or besides them.
   *
   * @maxItems 200
   */
  features?: PlanAirframeFeature[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanAirframeZone".
 */
export interface PlanAirframeZone {
  zone: string;
  /**
   * Such as upper or wing/under/left.
   *
   * @maxItems 40
   */
  of: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanAirframeCut".
 */
export interface PlanAirframeCut {
  zone: string;
  line: string;
  into: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanAirframeFeature".
 */
export interface PlanAirframeFeature {
  id: string;
  kind: PlanFeatureKind;
  name?: string;
  x_mm: number;
  y_mm: number;
  z_mm: number;
  /**
   * Where one that is long ends.
   */
  to_x_mm?: number;
  to_y_mm?: number;
  to_z_mm?: number;
  /**
   * @maxItems 4
   */
  views?: string[];
  size_mm?: number;
  number?: number;
  pace_mm?: number;
  fuel?: "rich" | "mid" | "lean";
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanPart".
 */
export interface PlanPart {
  id: string;
  name: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanZone".
 */
export interface PlanZone {
  id: string;
  name: string;
  /**
   * The part it belongs to.
   */
  part?: string;
  /**
   * Of its skin; the airframe's where it is left out.
   */
  area_cm2?: number;
  lines?: PlanLines;
  rest?: PlanRest;
  /**
   * @maxItems 10000
   */
  steps: PlanStep[];
}
/**
 * Its recesses; usual lines where it is left out.
 */
export interface PlanLines {
  kind?: PlanLineKind;
  /**
   * Measured; with depth_mm.
   */
  width_mm?: number;
  /**
   * Measured; with width_mm.
   */
  depth_mm?: number;
  /**
   * All of them together; usual for the area where it is left out.
   */
  length_mm?: number;
}
/**
 * Of a zone that is what was left of another
 */
export interface PlanRest {
  /**
   * The zone that it was a part of.
   */
  of: string;
  /**
   * What that was called.
   */
  name: string;
  /**
   * The press that parted them.
   */
  press: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanStep".
 */
export interface PlanStep {
  id: string;
  do: PlanDo;
  product?: string;
  /**
   * Up to 10; thin passes of exhaust up to 15.
   */
  coats?: number;
  /**
   * Dry thickness of one coat.
   */
  thickness_um?: number;
  /**
   * Share of the zone that the step covers; what is usual for its kind where it is left out.
   */
  area_pct?: number;
  /**
   * Width of the lines or blotches of shading on the model.
   */
  line_mm?: number;
  spray?: PlanSpray;
  /**
   * How sprayed coats go on; each flashed off where it is left out.
   */
  laying?: "mist" | "wet" | "brush";
  /**
   * How a wash or an oil is helped to dry; by itself where it is left out.
   */
  drying?: "air" | "warm";
  edge?: PlanEdge;
  /**
   * Of where its effect puts what; by the step's id where it is left out.
   */
  seed?: number;
  stain?: PlanStainHow;
  /**
   * @maxItems 200
   */
  decals?: PlanDecal[];
  /**
   * The parts that are joined.
   *
   * @maxItems 100
   */
  joins?: string[];
  /**
   * The wash that a wipe wipes.
   */
  of?: string;
  /**
   * How wet the cloth of a wipe is.
   */
  with?: "dry" | "damp" | "wet";
  /**
   * What a damp or wet cloth is wetted with; the wash's remover where it is left out.
   */
  liquid?:
    | (
        | "water"
        | "soapy-water"
        | "white-spirit"
        | "low-odour-white-spirit"
        | "turpentine"
        | "isopropanol"
        | "acrylic-thinner"
        | "lacquer-thinner"
        | "ammonia-cleaner"
      )
    | {
        water?: number;
        "soapy-water"?: number;
        "white-spirit"?: number;
        "low-odour-white-spirit"?: number;
        turpentine?: number;
        isopropanol?: number;
        "acrylic-thinner"?: number;
        "lacquer-thinner"?: number;
        "ammonia-cleaner"?: number;
      };
  stroke?: PlanStroke;
  /**
   * When it happened.
   */
  done?: string;
  /**
   * The pinned start.
   */
  at?: string;
  /**
   * When it was begun.
   */
  started?: string;
  /**
   * What was seen of it once it was done
   */
  seen?: "nothing" | "something";
  mishap?: PlanMishap;
  /**
   * What was said of it at the bench.
   *
   * @maxItems 500
   */
  told?: PlanSaid[];
  /**
   * It is not to be begun earlier.
   */
  not_before?: string;
  /**
   * Its turn in an order of all builds that was taken: it is not begun earlier.
   */
  turn?: string;
  planned?: PlanPlanned;
  note?: string;
}
/**
 * How the airbrush is set; the middle of what is usual where it is left out.
 */
export interface PlanSpray {
  needle_mm: number;
  psi: number;
  distance_cm: number;
  /**
   * Parts of thinner to one of the product.
   */
  thinning: number;
  /**
   * Of the hand along a pass; 0 for what is usual.
   */
  speed_cm_s?: number;
  /**
   * Share of a pass that the next one covers again; 0 for what is usual.
   */
  overlap?: number;
  /**
   * Sprayed from a can: needle
   */
  can?: boolean;
}
/**
 * What was changed of what a stain is planned as.
 */
export interface PlanStainHow {
  /**
   * What a step of exhaust is of; what its zone has where it is left out.
   */
  of?: "exhaust" | "gas";
  /**
   * Times what is planned: how many
   */
  times?: number;
  /**
   * Times as long.
   */
  reach?: number;
  /**
   * Fired from each gun since it was cleaned.
   */
  rounds?: number;
  /**
   * Flown since it was cleaned.
   */
  hours?: number;
  did?: PlanStainDid;
  /**
   * As times
   */
  amount?: number;
}
/**
 * The figures that a step that is begun or done was carried out with.
 */
export interface PlanStainDid {
  passes?: number;
  area_pct?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanDecal".
 */
export interface PlanDecal {
  name: string;
  width_mm: number;
  height_mm: number;
  over?: PlanGround;
  count?: number;
  film_um?: number;
  /**
   * Masked and sprayed instead.
   */
  painted?: boolean;
  /**
   * What it looks like; by its size where it is left out.
   */
  form?: "badge" | "figures" | "stencils";
  /**
   * Where it is put; where such markings usually are where it is left out.
   *
   * @maxItems 1000
   */
  at?: PlanDecalAt[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanDecalAt".
 */
export interface PlanDecalAt {
  view: "top" | "under" | "left" | "right";
  x_mm: number;
  y_mm: number;
  /**
   * Clockwise.
   */
  turn_deg?: number;
  /**
   * Its size there in times its own; once where it is left out.
   */
  times?: number;
}
/**
 * What went wrong with it
 */
export interface PlanMishap {
  symptom: string;
  cause: string;
  remedy: string;
  /**
   * When it was seen.
   */
  at: string;
  /**
   * How the remedy turned out
   */
  turned?: "worked" | "failed";
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSaid".
 */
export interface PlanSaid {
  /**
   * When it was so.
   */
  at: string;
  said: PlanSaying;
  /**
   * Of the press that said it.
   */
  id?: string;
  /**
   * Where it was pressed.
   */
  device?: string;
  /**
   * Who said it.
   */
  who?: string;
  otherwise?: PlanOtherwise;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanOtherwise".
 */
export interface PlanOtherwise {
  product?: string;
  coats?: number;
  laying?: PlanLaying;
  /**
   * With a brush in place of the airbrush: it lies thicker.
   */
  brushed?: boolean;
}
/**
 * How it was planned
 */
export interface PlanPlanned {
  product?: string;
  coats?: number;
  thickness_um?: number;
  laying?: PlanLaying;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Overdue".
 */
export interface Overdue {
  zone: string;
  step: string;
  end: string;
  was: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "TapePhoto".
 */
export interface TapePhoto {
  hash: string;
  at: string;
  caption: string;
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
  next?: string;
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
  more: number;
  slope: Odds[];
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
  chance: number;
  hardens: boolean;
  why: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Odds".
 */
export interface Odds {
  at: string;
  chance: number;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Look".
 */
export interface Look {
  zone: string;
  step: string;
  before: Skin;
  after: Skin;
  title: string;
  drawn: boolean;
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
  share: number;
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
 * via the `definition` "Ways".
 */
export interface Ways {
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
 * via the `definition` "Turn".
 */
export interface Turn {
  revision: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "SetClock".
 */
export interface SetClock {
  at: string;
  pace?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Problem".
 */
export interface Problem {
  problem: string;
  place?: string;
  plain?: string;
  code: "bad" | "missing" | "moved" | "nothing" | "refused" | "failed" | "locked" | "large" | "filled" | "file";
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "MakeEdit".
 */
export interface MakeEdit {
  revision: number;
  edit: PlanEdit;
  try?: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanEdit".
 */
export interface PlanEdit {
  do:
    | "put-step"
    | "move-step"
    | "copy-step"
    | "remove-step"
    | "put-product"
    | "remove-product"
    | "put-part"
    | "remove-part"
    | "put-zone"
    | "copy-zone"
    | "remove-zone"
    | "put-settings"
    | "mark-done"
    | "mark-below"
    | "saw"
    | "mark-started"
    | "unmark"
    | "put-off"
    | "lay-anew"
    | "catch-up"
    | "pin"
    | "put-at"
    | "let-go"
    | "put-day"
    | "put-hands"
    | "put-wash"
    | "put-airframe"
    | "split-zone"
    | "join-zones"
    | "put-feature"
    | "pull-stain"
    | "move-marking"
    | "scatter"
    | "rescue"
    | "turned"
    | "finish"
    | "keep-way"
    | "order"
    | "stay-away";
  of?: string;
  zone?: string;
  before?: string;
  by?: number;
  zones?: string[];
  step?: PlanStep;
  product?: PlanProduct;
  part?: PlanPart;
  new_zone?: PlanZone;
  settings?: PlanSettings;
  seen?: PlanSight;
  at?: string;
  mishap?: PlanMishap1;
  steps?: PlanStep[];
  products?: PlanProduct[];
  wipe?: PlanStep;
  seal?: boolean;
  airframe?: PlanAirframe1;
  line?: string;
  name?: string;
  feature?: PlanAirframeFeature;
  marking?: PlanMarkingTo;
  stain?: PlanStainHow1;
  turns?: {
    [k: string]: string;
  };
  date?: PlanDate;
  hours?: PlanHours[];
  usual?: boolean;
  hands?: number;
  days?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSettings".
 */
export interface PlanSettings {
  build: PlanBuild;
  climate?: PlanClimate1;
  sessions: PlanSession[];
  exceptions: PlanException[];
  airbrushes?: PlanAirbrush[];
  racks?: number;
  timezone: string;
  schools: {
    [k: string]: string;
  };
  service?: PlanService1;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanClimate".
 */
export interface PlanClimate1 {
  temperature_c: number;
  humidity_pct: number;
  night?: PlanNight;
  /**
   * Stretches of other air.
   *
   * @maxItems 200
   */
  spells?: PlanSpell[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanService".
 */
export interface PlanService1 {
  place?: PlanWearPlace;
  shelter?: PlanWearShelter;
  /**
   * Months in service; 0 for one that has just entered it
   */
  months?: number;
  care?: PlanWearCare;
  combat?: PlanWearCombat;
  /**
   * How strong shading is wanted
   */
  shading?: "lost" | "subtle" | "clear" | "stark";
  stain?: PlanReading;
  /**
   * Share of the skin that is chipped.
   */
  chips_pct?: number;
  /**
   * How far the colour has faded in CIEDE2000.
   */
  fade?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMishap".
 */
export interface PlanMishap1 {
  symptom: string;
  cause: string;
  remedy: string;
  /**
   * When it was seen.
   */
  at: string;
  /**
   * How the remedy turned out
   */
  turned?: "worked" | "failed";
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanAirframe".
 */
export interface PlanAirframe1 {
  type?: PlanAirType;
  /**
   * Another aircraft of the type; 0 is the middle of its ranges.
   */
  seed?: number;
  /**
   * Of the model; the type's own where it is left out.
   */
  span_mm?: number;
  length_mm?: number;
  /**
   * How far up the side the colour of the underside goes.
   */
  edge_pct?: number;
  /**
   * How far that edge swings up and down.
   */
  wave_mm?: number;
  /**
   * The side from which it is entered; left where it is left out.
   */
  boarding?: "left" | "right";
  /**
   * A drawing in place of the type: docs/airframe.md.
   */
  svg?: string;
  /**
   * Which zone has which parts; later ones lie over earlier ones. By the zones' names and areas where they are left out.
   *
   * @maxItems 200
   */
  zones?: PlanAirframeZone[];
  /**
   * Zones that were split along a line.
   *
   * @maxItems 40
   */
  cuts?: PlanAirframeCut[];
  /**
   * In place of the airframe's own of the same id or besides them.
   *
   * @maxItems 200
   */
  features?: PlanAirframeFeature[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMarkingTo".
 */
export interface PlanMarkingTo {
  decal: number;
  copy: number;
  to: PlanDecalAt;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanStainHow".
 */
export interface PlanStainHow1 {
  /**
   * What a step of exhaust is of; what its zone has where it is left out.
   */
  of?: "exhaust" | "gas";
  /**
   * Times what is planned: how many
   */
  times?: number;
  /**
   * Times as long.
   */
  reach?: number;
  /**
   * Fired from each gun since it was cleaned.
   */
  rounds?: number;
  /**
   * Flown since it was cleaned.
   */
  hours?: number;
  did?: PlanStainDid;
  /**
   * As times
   */
  amount?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanHours".
 */
export interface PlanHours {
  from: PlanClock;
  to: PlanClock;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Effect".
 */
export interface Effect {
  words: string;
  finish: string;
  later: boolean;
  gone: EffectTitle[];
  come: EffectTitle[];
  remain: number;
  promise: string;
  late: boolean;
  step?: string;
  done: boolean;
  moves: Move[];
  finding?: Finding;
  moment?: Moment;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "EffectTitle".
 */
export interface EffectTitle {
  step: string;
  state: State;
  title: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Move".
 */
export interface Move {
  zone: string;
  step: string;
  new: boolean;
  start: string;
  end: string;
  place: number;
  short: string;
  when: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Next".
 */
export interface Next {
  offers: Offer[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Offer".
 */
export interface Offer {
  do: string;
  name: string;
  phase: string;
  edit: PlanEdit;
  product: string;
  colour: string;
  family: string;
  word: PlanWord;
  state: State;
  words: string;
  because: string;
  effect: string;
  later: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Card".
 */
export interface Card {
  slug: string;
  promise: string;
  late: boolean;
  overdue: number;
  stops: number;
  warns: number;
  next: string;
  when: string;
  zones: CardZone[];
  sessions: Session[];
  marks: CardMark[];
  from: string;
  to: string;
  now: string;
  wanted?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CardZone".
 */
export interface CardZone {
  name: string;
  skin: Skin;
  films: Film[];
  words: string;
  done: number;
  steps: number;
  state: State;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CardMark".
 */
export interface CardMark {
  zone: number;
  at: string;
  end: string;
  done: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "When".
 */
export interface When {
  at: string;
  date: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Worked".
 */
export interface Worked {
  words: string;
  state: State;
  hard: number[];
  every_hours: number;
  marks: WorkedMark[];
  film_um: number;
  depth_um: number;
  loss_um: number;
  left: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WorkedMark".
 */
export interface WorkedMark {
  label: string;
  hours: number;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Trade".
 */
export interface Trade {
  techniques: Technique[];
  families: Family[];
  liquids: Wish[];
  sprayed: Wish[];
  schools: School[];
  rules: Wish[];
  mishaps: Mishap[];
  mind: string;
  wishes: Wish[];
  ages: Wish[];
  kinds: string[];
  sheens: string[];
  timezones: string[];
  drop_ml: number;
  lines: Wish[];
  measures: Wish[];
  edges: Wish[];
  strokes: Wish[];
  cloths: string[];
  paces: string[];
  contacts: Wish[];
  layings: Wish[];
  dryings: Wish[];
  film_ages: Wish[];
  ranges: Range[];
  usual: Usual;
  grounds: Wish[];
  places: Wish[];
  shelters: Wish[];
  cares: Wish[];
  combats: Wish[];
  air_types: AirType[];
  schemes: Scheme[];
  shown: Shown[];
  scales: number[];
  months: Wish[];
  fuels: Wish[];
  edge_pct: number;
  readings: string[];
  bright: Wish[];
  examples: Wish[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Technique".
 */
export interface Technique {
  id: string;
  name: string;
  phase: string;
  sprays: boolean;
  blown: boolean;
  kinds: string[];
  optional: boolean;
  coats: number;
  most: number;
  counts: string;
  covers_pct: number;
  shades_mm: number;
  decals: boolean;
  tape: boolean;
  joins: boolean;
  wipe: boolean;
  washes: boolean;
  caution: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Family".
 */
export interface Family {
  id: string;
  name: string;
  kinds: string[];
  note: string;
  loose: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Wish".
 */
export interface Wish {
  id: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "School".
 */
export interface School {
  id: string;
  question: string;
  answers: Answer[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Answer".
 */
export interface Answer {
  id: string;
  words: string;
  cost: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Mishap".
 */
export interface Mishap {
  id: string;
  seen: string;
  also: string[];
  do: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Range".
 */
export interface Range {
  id: string;
  from: number;
  to: number;
  step: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Usual".
 */
export interface Usual {
  brief: PlanBrief;
  climate: PlanClimate1;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanBrief".
 */
export interface PlanBrief {
  name: string;
  scale?: number;
  start: string;
  wanted?: PlanDate;
  timezone?: string;
  climate?: PlanClimate1;
  sessions?: PlanSession[];
  schools?: {
    [k: string]: string;
  };
  span_cm?: number;
  length_cm?: number;
  service?: PlanService1;
  airframe?: PlanAirframe1;
  zones: PlanBriefZone[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanBriefZone".
 */
export interface PlanBriefZone {
  name: string;
  area_cm2?: number;
  share?: number;
  paint: string;
  family: PlanFamily;
  metal?: boolean;
  apart?: boolean;
  shelf?: string;
  bright?: "dull" | "mirror" | "chrome";
  colour?: string;
  sheen?: PlanSheen;
  painted?: string;
  effects: string[];
  parts?: string[];
  tones?: PlanBriefTone[];
  edge?: PlanEdge;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanBriefTone".
 */
export interface PlanBriefTone {
  paint: string;
  colour: string;
  share_pct: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AirType".
 */
export interface AirType {
  id: string;
  words: string;
  span_m: number;
  long_m: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Scheme".
 */
export interface Scheme {
  id: string;
  words: string;
  zones: PlanBriefZone[];
  tones: PlanBriefTone[];
  edge_pct: number;
  wave_mm: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Shown".
 */
export interface Shown {
  school: string;
  words: string;
  answers: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Workings".
 */
export interface Workings {
  groups: WorkingGroup[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WorkingGroup".
 */
export interface WorkingGroup {
  name: string;
  rows: Working[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Working".
 */
export interface Working {
  id: string;
  title: string;
  words?: string;
  figures?: string;
  mathml?: string;
  evidence: string;
  source?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "History".
 */
export interface History {
  revisions: Revision[];
  more: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Revision".
 */
export interface Revision {
  id: number;
  change: string;
  made_at: string;
  current: boolean;
  branch: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Restore".
 */
export interface Restore {
  revision: number;
  old: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "NewBuild".
 */
export interface NewBuild {
  plan?: string;
  from?: string;
  way?: string;
  name?: string;
  example?: string;
  answers?: PlanBrief;
  try?: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Made".
 */
export interface Made {
  slug?: string;
  name: string;
  words: string[];
  left: string[];
  zones: number;
  steps: number;
  stops: number;
  warns: number;
  finish: string;
  promise: string;
  findings: string[];
  route: MadeStep[];
  sessions: Session[];
  shape: MadeZone[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "MadeStep".
 */
export interface MadeStep {
  zone: string;
  words: string;
  start: string;
  end: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "MadeZone".
 */
export interface MadeZone {
  name: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Archive".
 */
export interface Archive {
  away: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "SchoolCosts".
 */
export interface SchoolCosts {
  answers: AnswerCost[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AnswerCost".
 */
export interface AnswerCost {
  school: string;
  answer: string;
  words: string;
  now: boolean;
  same: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Explain".
 */
export interface Explain {
  lines: string[];
  weighed: string[];
  fast: string;
  usual: string;
  slow: string;
  safe: boolean;
  crosses: boolean;
  advice: string;
  layers: Asked[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Asked".
 */
export interface Asked {
  place: number;
  name: string;
  age_days: number;
  coats: number;
  temperature_c: number;
  humidity_pct: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Verge".
 */
export interface Verge {
  safe: boolean;
  words: string;
  hard: number;
  border: Border[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Border".
 */
export interface Border {
  contact: number;
  days: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Guide".
 */
export interface Guide {
  cup?: GuideCup;
  shine?: GuideShine;
  squint?: GuideSquint;
  blocks: GuideBlock[];
  ways: string[];
  tools: GuideRow[];
  later?: GuideBlock;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "GuideCup".
 */
export interface GuideCup {
  mixed_ml: number;
  product_ml: number;
  thinner_ml: number;
  cups: number;
  coats: number;
  for: string;
  flash: string;
  sprayed: boolean;
  use: string;
  needle_mm: Dial;
  psi: Dial;
  distance_cm: Dial;
  thinning: Dial;
  passes: number;
  minutes: number;
  state: State;
  words: string;
  weather: string;
  own: boolean;
  fit: boolean;
  evidence: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Dial".
 */
export interface Dial {
  is: number;
  from: number;
  to: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "GuideShine".
 */
export interface GuideShine {
  before: number;
  after: number;
  words: string;
  counts: string;
  with: number[];
  now: number;
  bands: number[];
  enough: GuideEnough[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "GuideEnough".
 */
export interface GuideEnough {
  words: string;
  least: number;
  is: boolean;
  coats: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "GuideSquint".
 */
export interface GuideSquint {
  points: SquintPoint[];
  wanted: string;
  words: string;
  unit: string;
  blur_mm: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "SquintPoint".
 */
export interface SquintPoint {
  line: string;
  panel: string;
  seen: number;
  reads: string;
  now: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "GuideBlock".
 */
export interface GuideBlock {
  title: string;
  words?: string;
  rows: GuideRow[];
  on?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "GuideRow".
 */
export interface GuideRow {
  label: string;
  value: string;
  state?: State;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "MakePresses".
 */
export interface MakePresses {
  presses: BenchPress[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchPress".
 */
export interface BenchPress {
  build: string;
  id: string;
  device: string;
  step: string;
  word: string;
  at: string;
  made: string;
  who?: string;
  of?: string;
  share?: string;
  otherwise?: PlanOtherwise;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Pressed".
 */
export interface Pressed {
  kept: string[];
  refused: PressRefused[];
  builds: string[];
  words: string[];
  effects: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PressRefused".
 */
export interface PressRefused {
  id: string;
  problem: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Bench".
 */
export interface Bench {
  now: string;
  timezone: string;
  day: string;
  builds: BenchBuild[];
  open: boolean;
  from: string;
  to: string;
  session: string;
  air: string;
  steps: BenchStep[];
  later: BenchStep[];
  clocks: BenchClock[];
  meanwhile: BenchChore[];
  not: BenchLeft[];
  hold: BenchHold[];
  soft: BenchHold[];
  out: BenchOut[];
  out_day: string;
  cups: BenchCup[];
  disputes: Dispute[];
  done: BenchDone[];
  fit?: BenchFit;
  until: string;
  pace: number;
  used: string;
  shut: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchBuild".
 */
export interface BenchBuild {
  slug: string;
  name: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchStep".
 */
export interface BenchStep {
  build: string;
  name: string;
  zone: string;
  step: string;
  title: string;
  how: string;
  why: string;
  at: string;
  when: string;
  minutes: number;
  started: string;
  opens: string;
  closes: string;
  glyph: string;
  colour: string;
  main: BenchKey;
  keys: BenchKey[];
  bottles: BenchBottle[];
  most: number;
  coats: number;
  sprayed: boolean;
  shares: boolean;
  seals: string;
  cautions: string[];
  patches: BenchPatch[];
  wipes: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchKey".
 */
export interface BenchKey {
  word: string;
  label: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchBottle".
 */
export interface BenchBottle {
  id: string;
  name: string;
  colour: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchPatch".
 */
export interface BenchPatch {
  lay: string;
  opens: string;
  closes: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchClock".
 */
export interface BenchClock {
  build: string;
  name: string;
  zone: string;
  step: string;
  title: string;
  what: string;
  wipe: boolean;
  laid: string;
  opens: string;
  closes: string;
  stays: boolean;
  colour: string;
  ground: string;
  keys: BenchKey[];
  tell: string;
  alarms: BenchAlarm[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchAlarm".
 */
export interface BenchAlarm {
  id: string;
  at: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchChore".
 */
export interface BenchChore {
  build: string;
  step: string;
  kind: string;
  words: string;
  why: string;
  at: string;
  minutes: number;
  keys: BenchKey[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchLeft".
 */
export interface BenchLeft {
  build: string;
  name: string;
  zone: string;
  step: string;
  title: string;
  because: string;
  when: string;
  danger: boolean;
  hard: number;
  needs: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchHold".
 */
export interface BenchHold {
  build: string;
  name: string;
  zone: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchOut".
 */
export interface BenchOut {
  build: string;
  name: string;
  for: string;
  colour: string;
  ml: number;
  stock: number;
  short: string;
  stir: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchCup".
 */
export interface BenchCup {
  name: string;
  words: string;
  of: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Dispute".
 */
export interface Dispute {
  build: string;
  step: string;
  words: string;
  first: string;
  last: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchDone".
 */
export interface BenchDone {
  build: string;
  step: string;
  title: string;
  at: string;
  press: string;
  asks: BenchAsk[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchAsk".
 */
export interface BenchAsk {
  label: string;
  says: BenchSays[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchSays".
 */
export interface BenchSays {
  step: string;
  word: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchFit".
 */
export interface BenchFit {
  minutes: number;
  words: string;
  more: string;
  gains: string;
  blocks: BenchBlock[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchBlock".
 */
export interface BenchBlock {
  kind: string;
  title: string;
  colour: string;
  start: string;
  end: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LearnedPage".
 */
export interface LearnedPage {
  you: LearnedRow;
  families: LearnedRow[];
  products: LearnedRow[];
  plans: LearnedBuild[];
  told: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LearnedRow".
 */
export interface LearnedRow {
  product: string;
  family: string;
  name: string;
  what: string;
  words: string;
  factor: number;
  low: number;
  high: number;
  films: number;
  since: string;
  moved: string;
  looks: LearnedLook[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LearnedLook".
 */
export interface LearnedLook {
  build: string;
  step: string;
  press: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LearnedBuild".
 */
export interface LearnedBuild {
  slug: string;
  name: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Forget".
 */
export interface Forget {
  product: string;
  family: string;
  bottle?: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Calendar".
 */
export interface Calendar {
  path: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchStop".
 */
export interface BenchStop {
  effects: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchEmpty".
 */
export interface BenchEmpty {
  build: string;
  product: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BenchSpoon".
 */
export interface BenchSpoon {
  build: string;
  step: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RoomAir".
 */
export interface RoomAir {
  build: string;
  now: string;
  device: string;
  trouble: string;
  readings: AirReading[];
  usual: AirReading[];
  faults: AirFault[];
  spells: AirSpell[];
  spray: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AirReading".
 */
export interface AirReading {
  at: string;
  temperature_c: number;
  humidity_pct: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AirFault".
 */
export interface AirFault {
  at: string;
  kind: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AirSpell".
 */
export interface AirSpell {
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "TellAir".
 */
export interface TellAir {
  temperature_c?: number;
  humidity_pct?: number;
  device?: string;
  cupboard?: string;
  warm?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Whole".
 */
export interface Whole {
  at: string;
  clock: string;
  revision: number;
  type: string;
  own: boolean;
  drawn: boolean;
  size: string;
  wear: string;
  span_mm: number;
  zones: LookZone[];
  features: LookPlace[];
  markings: LookMark[];
  lines: LookLine[];
  lights: Wish[];
  overlays: Wish[];
  ways: Wish[];
  views: LookView[];
  width: number;
  height: number;
  squint: number;
  against?: LookAgainst;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookZone".
 */
export interface LookZone {
  id: string;
  name: string;
  colour: string;
  words: string;
  sheen: string;
  shape: string;
  wear: string;
  soft: number;
  bite: State;
  bite_um: number;
  on: boolean;
  typed: boolean;
  area_cm2: number;
  of: string;
  x: number;
  y: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookPlace".
 */
export interface LookPlace {
  id: string;
  kind: PlanFeatureKind;
  name?: string;
  x_mm: number;
  y_mm: number;
  z_mm: number;
  /**
   * Where one that is long ends.
   */
  to_x_mm?: number;
  to_y_mm?: number;
  to_z_mm?: number;
  /**
   * @maxItems 4
   */
  views?: string[];
  size_mm?: number;
  number?: number;
  pace_mm?: number;
  fuel?: "rich" | "mid" | "lean";
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookMark".
 */
export interface LookMark {
  zone: string;
  step: string;
  decal: number;
  copy: number;
  words: string;
  view: string;
  x_mm: number;
  y_mm: number;
  width_mm: number;
  height_mm: number;
  turn_deg: number;
  times: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookLine".
 */
export interface LookLine {
  id: string;
  part: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookView".
 */
export interface LookView {
  id: string;
  words: string;
  x: number;
  y: number;
  width: number;
  height: number;
  px_per_mm: number;
  low_x: number;
  low_y: number;
  aft_x: number;
  aft_y: number;
  out_x: number;
  out_y: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookAgainst".
 */
export interface LookAgainst {
  words: string;
  seen: string;
  noticed: string;
  arm_de: number;
  close_de: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookAsked".
 */
export interface LookAsked {
  view: string;
  x: number;
  y: number;
  title: string;
  part: string;
  zone: string;
  colour: string;
  words: string;
  wear: string;
  films: LookFilm[];
  reasons: LookReason[];
  line: string;
  feature: string;
  /**
   * @minItems 3
   * @maxItems 3
   */
  at: [number, number, number, ...number[]];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookFilm".
 */
export interface LookFilm {
  step: string;
  name: string;
  words: string;
  colour: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LookReason".
 */
export interface LookReason {
  step: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Stained".
 */
export interface Stained {
  steps: StainStep[];
  least: number;
  most: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "StainStep".
 */
export interface StainStep {
  zone: string;
  zone_name: string;
  step: string;
  name: string;
  colour: string;
  when: string;
  ends: string;
  done: boolean;
  begun: boolean;
  amount: number;
  reach: number;
  oil: boolean;
  guns: boolean;
  flown: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "StainsEnough".
 */
export interface StainsEnough {
  enough: PlanEnough;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanEnough".
 */
export interface PlanEnough {
  format: "inkysparrow-enough/1";
  at: string;
  service: string;
  /**
   * How strong effects should read: subtle
   */
  reads: string;
  words: string;
  /**
   * What the judgement rests on.
   */
  rests: string;
  /**
   * Every figure is in its band: stop here.
   */
  stop: boolean;
  figures: PlanEnoughFigure[];
  /**
   * Where the eye goes first.
   */
  eyes: PlanEnoughEye[];
  /**
   * What adds most
   */
  take_back: PlanEnoughBack[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanEnoughFigure".
 */
export interface PlanEnoughFigure {
  id: "contrast" | "share" | "kinds";
  words: string;
  value: number;
  low: number;
  high: number;
  unit: string;
  is: "under" | "in" | "over";
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanEnoughEye".
 */
export interface PlanEnoughEye {
  view: string;
  x_mm: number;
  y_mm: number;
  zone: string;
  words: string;
  /**
   * Against what lies about it.
   */
  de: number;
  /**
   * What the scheme itself does there.
   */
  own_de: number;
  /**
   * It is an effect that draws the eye
   */
  effect: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanEnoughBack".
 */
export interface PlanEnoughBack {
  zone: string;
  step: string;
  words: string;
  /**
   * How much of the mean shift is its own.
   */
  de: number;
  can: boolean;
  how: string;
  until?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "StainsMore".
 */
export interface StainsMore {
  steps: StainMore[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "StainMore".
 */
export interface StainMore {
  zone_name: string;
  words: string;
  edit: PlanEdit;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LastCoats".
 */
export interface LastCoats {
  zone: string;
  at: string;
  clock: string;
  zones: LastCoatZone[];
  wishes: Wish[];
  made: string[];
  air: string;
  lies_on: string[];
  gloss: number;
  dusty: boolean;
  step: string;
  coats: LastCoat[];
  none: string;
  schools: CoatSchool[];
  leave: CoatLeave[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LastCoatZone".
 */
export interface LastCoatZone {
  id: string;
  name: string;
  words: string;
  colour: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "LastCoat".
 */
export interface LastCoat {
  key: string;
  name: string;
  how: string;
  own: boolean;
  rank: number;
  state: State;
  verdict: string;
  ruled_out: string;
  before: string;
  gloss: number;
  kept: number;
  ready: string;
  does: string[];
  next: string;
  ends: string[];
  takes: string;
  sprayed: boolean;
  caution: string;
  edit: PlanEdit;
  spooned: string;
  spoon: CoatSpoon[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CoatSpoon".
 */
export interface CoatSpoon {
  gloss: number;
  words: string;
  is: boolean;
  edit: PlanEdit;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CoatSchool".
 */
export interface CoatSchool {
  words: string;
  costs: string;
  key: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CoatLeave".
 */
export interface CoatLeave {
  words: string;
  when: string;
  step: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CoatSpray".
 */
export interface CoatSpray {
  can: boolean;
  coats: string[];
  takes: string;
  dials: CoatDial[];
  distance_cm: number;
  drop_c: number;
  drop: number;
  left: number;
  dust: number;
  water: number;
  lands: string;
  words: string;
  comes: Comes[];
  setting: PlanSpray1;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CoatDial".
 */
export interface CoatDial {
  id: string;
  words: string;
  is: number;
  from: number;
  to: number;
  off: boolean;
  least: number;
  most: number;
  step: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Comes".
 */
export interface Comes {
  id: string;
  words: string;
  share: number;
  state: State;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSpray".
 */
export interface PlanSpray1 {
  needle_mm: number;
  psi: number;
  distance_cm: number;
  /**
   * Parts of thinner to one of the product.
   */
  thinning: number;
  /**
   * Of the hand along a pass; 0 for what is usual.
   */
  speed_cm_s?: number;
  /**
   * Share of a pass that the next one covers again; 0 for what is usual.
   */
  overlap?: number;
  /**
   * Sprayed from a can: needle
   */
  can?: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "CoatReady".
 */
export interface CoatReady {
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Rescue".
 */
export interface Rescue {
  zone: string;
  at: string;
  clock: string;
  zones: LastCoatZone[];
  symptoms: RescueSymptom[];
  found: string[];
  wheres: Wish[];
  whens: Wish[];
  looks: Wish[];
  symptom: string;
  missing: string;
  causes: RescueCause[];
  ask: RescueAsk;
  answered: RescueAnswer[];
  ways: RescueWay[];
  films: RescueFilm[];
  living: number;
  back: RescueBack[];
  shut: string;
  mishaps: RescueMishap[];
  caution: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RescueSymptom".
 */
export interface RescueSymptom {
  id: string;
  words: string;
  short: string;
  also: string;
  missing: string;
  drawn: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RescueCause".
 */
export interface RescueCause {
  id: string;
  words: string;
  rank: string;
  state: State;
  chance: number;
  because: string;
  step: string;
  did: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RescueAsk".
 */
export interface RescueAsk {
  test: string;
  words: string;
  yes: string;
  no: string;
  costs: string;
  caution: string;
  worth: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RescueAnswer".
 */
export interface RescueAnswer {
  test: string;
  words: string;
  is: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RescueWay".
 */
export interface RescueWay {
  remedy: string;
  words: string;
  costs: string;
  chance: string;
  work: string;
  state: State;
  harms: string[];
  deep: number;
  until: string;
  needs: string;
  steps: string[];
  redo: string[];
  caution: string;
  edit: PlanEdit;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RescueFilm".
 */
export interface RescueFilm {
  name: string;
  colour: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RescueBack".
 */
export interface RescueBack {
  name: string;
  act: string;
  evenings: number;
  done: boolean;
  shuts: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RescueMishap".
 */
export interface RescueMishap {
  step: string;
  words: string;
  turned: string;
  worked: PlanEdit;
  failed: PlanEdit;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Journal".
 */
export interface Journal {
  slug: string;
  name: string;
  words: string;
  timezone: string;
  finished: string;
  by: string;
  days: JournalDay[];
  zones: Wish[];
  products: string[];
  photos: number;
  step?: JournalStep;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "JournalDay".
 */
export interface JournalDay {
  date: string;
  label: string;
  here: boolean;
  gap: number;
  entries: JournalEntry[];
  photos: Photo[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "JournalEntry".
 */
export interface JournalEntry {
  id: string;
  kind: string;
  step: string;
  do: string;
  zone: string;
  where: string;
  title: string;
  product: string;
  at: string;
  clock: string;
  facts: string[];
  differs: string[];
  state: State;
  note: string;
  who: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Photo".
 */
export interface Photo {
  id: string;
  hash: string;
  width: number;
  height: number;
  size: string;
  zone: string;
  step: string;
  where: string;
  caption: string;
  who: string;
  exposure: string;
  at: string;
  clock: string;
  date: string;
  reading?: PhotoReading;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PhotoReading".
 */
export interface PhotoReading {
  view: "top" | "under" | "left" | "right";
  pairs: PhotoPair[];
  light: "" | "white" | "grey" | "known";
  x: number;
  y: number;
  known: string;
  raking: boolean;
  seen?: PhotoSeen[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PhotoPair".
 */
export interface PhotoPair {
  x: number;
  y: number;
  x_mm: number;
  y_mm: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PhotoSeen".
 */
export interface PhotoSeen {
  trait: string;
  step: string;
  times: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "JournalStep".
 */
export interface JournalStep {
  step: string;
  zone: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PhotoChange".
 */
export interface PhotoChange {
  caption?: string;
  zone?: string;
  step?: string;
  at?: string;
  dropped?: boolean;
  reading?: PhotoReading;
  unread?: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PhotoPage".
 */
export interface PhotoPage {
  photo: Photo;
  views: PhotoView[];
  view: string;
  landmarks: PhotoLandmark[];
  measured?: PlanMeasured;
  problem: string;
  others: Photo[];
  figures: PhotoFigure[];
  enough: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PhotoView".
 */
export interface PhotoView {
  view: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PhotoLandmark".
 */
export interface PhotoLandmark {
  id: string;
  words: string;
  x_mm: number;
  y_mm: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMeasured".
 */
export interface PlanMeasured {
  format: "inkysparrow-measured/1";
  at: string;
  view: "top" | "under" | "left" | "right";
  /**
   * Poor with nothing measured where it can't be trusted enough.
   */
  trust: "good" | "fair" | "poor";
  /**
   * Nothing was measured: why says what to do.
   */
  refused?: boolean;
  why: string;
  px_per_mm: number;
  /**
   * Of the places; of the airframe's lines where those were found.
   */
  residual_mm: number;
  /**
   * The airframe's lines were found and moved the view onto them.
   */
  by_lines: boolean;
  blur_mm: number;
  clipped_pct: number;
  /**
   * Lines are too fine for their own colour to be seen: known by contrast times width.
   */
  by_width: boolean;
  zones: PlanMeasuredZone[];
  plumes: PlanMeasuredPlume[];
  /**
   * The same as they are read
   */
  figures: PlanMeasuredFigure[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMeasuredZone".
 */
export interface PlanMeasuredZone {
  zone: string;
  colour: string;
  planned: string;
  de: number;
  /**
   * CIEDE2000 between a line and the skin beside it.
   */
  line_de?: number;
  line_planned: number;
  line_colour?: string;
  /**
   * Standard deviation of its tone from stretch to stretch
   */
  fade_sd: number;
  fade_planned: number;
  /**
   * Share of the open skin that a wash covers.
   */
  left_pct?: number;
  left_planned?: number;
  chips_pct?: number;
  chips_planned?: number;
  /**
   * How unevenly it sends a low lamp back; only of a photograph in raking light.
   */
  sheen_pct?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMeasuredPlume".
 */
export interface PlanMeasuredPlume {
  zone: string;
  step: string;
  seen: boolean;
  length_mm: number;
  planned_mm: number;
  /**
   * Cover where it is darkest
   */
  dark: number;
  planned_dark: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMeasuredFigure".
 */
export interface PlanMeasuredFigure {
  id: "lines" | "fade" | "left" | "chips" | "colour" | "plume-length" | "plume-dark" | "sheen";
  zone: string;
  step?: string;
  label: string;
  value: number;
  planned?: number;
  unit?: string;
  /**
   * Told has nothing planned to be held against.
   */
  is: "as-planned" | "more" | "less" | "told";
  words: string;
  /**
   * What can be done about it
   */
  how?: string;
  until?: string;
  /**
   * How many times as strong as planned.
   */
  times?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PhotoFigure".
 */
export interface PhotoFigure {
  id: "lines" | "fade" | "left" | "chips" | "colour" | "plume-length" | "plume-dark" | "sheen";
  zone: string;
  step?: string;
  label: string;
  value: number;
  planned?: number;
  unit?: string;
  /**
   * Told has nothing planned to be held against.
   */
  is: "as-planned" | "more" | "less" | "told";
  words: string;
  /**
   * What can be done about it
   */
  how?: string;
  until?: string;
  /**
   * How many times as strong as planned.
   */
  times?: number;
  state: State;
  until_words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanSpotTold".
 */
export interface PlanSpotTold {
  zone: string;
  x_mm: number;
  y_mm: number;
  colour: string;
  planned: string;
  de: number;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "NoteChange".
 */
export interface NoteChange {
  id: string;
  zone: string;
  step: string;
  words: string;
  at?: string;
  who: string;
  dropped?: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Found".
 */
export interface Found {
  query: string;
  entries: FoundEntry[];
  more: number;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "FoundEntry".
 */
export interface FoundEntry {
  slug: string;
  build: string;
  day: string;
  went: string;
  id: string;
  kind: string;
  step: string;
  do: string;
  zone: string;
  where: string;
  title: string;
  product: string;
  at: string;
  clock: string;
  facts: string[];
  differs: string[];
  state: State;
  note: string;
  who: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "HandPage".
 */
export interface HandPage {
  rows: HandRow[];
  told: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "HandRow".
 */
export interface HandRow {
  trait: string;
  name: string;
  what: string;
  factor: number;
  low: number;
  high: number;
  seen: number;
  words: string;
  differs: boolean;
  accepted: number;
  offer: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "HandDecided".
 */
export interface HandDecided {
  trait: string;
  follow: boolean;
  forget: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "TouchUp".
 */
export interface TouchUp {
  name: string;
  finished: string;
  words: string;
  zones: TouchUpZone[];
  way: string;
  went: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "TouchUpZone".
 */
export interface TouchUpZone {
  zone: string;
  name: string;
  colour: string;
  paint: string;
  mix: string[];
  bottle: string;
  films: string[];
  take: string;
  never: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "TableDay".
 */
export interface TableDay {
  builds: TableBuild[];
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "TableBuild".
 */
export interface TableBuild {
  slug: string;
  name: string;
  by: string;
  scale: string;
  ready: string;
  wanted: string;
  slack: string;
  state: State;
  left: string;
  bottles: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "KeptWays".
 */
export interface KeptWays {
  ways: KeptWay[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "KeptWay".
 */
export interface KeptWay {
  slug: string;
  name: string;
  of: string;
  words: string;
  steps: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Order".
 */
export interface Order {
  now: string;
  zone: string;
  builds: OrderBuild[];
  evenings: OrderEvening[];
  clashes: string[];
  better: boolean;
  kept: boolean;
  taken: boolean;
  pinned: number;
  gains: string[];
  costs: string[];
  proof: string;
  proven: boolean;
  looked: string;
  late: string[];
  buy: OrderBuy[];
  aims: string;
  choices: OrderAims[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderBuild".
 */
export interface OrderBuild {
  slug: string;
  name: string;
  revision: number;
  wanted: string;
  stands: string;
  best: string;
  sooner: number;
  state: State;
  moves: OrderMove[];
  turns: {
    [k: string]: string;
  };
  offered: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderMove".
 */
export interface OrderMove {
  step: string;
  title: string;
  from: string;
  to: string;
  why: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderEvening".
 */
export interface OrderEvening {
  from: string;
  to: string;
  label: string;
  hours: string;
  busy: number;
  room: number;
  date: PlanDate;
  second: boolean;
  open: string[];
  was: number;
  flushes: number;
  tickets: OrderTicket[];
  cores: OrderCore[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderTicket".
 */
export interface OrderTicket {
  build: string;
  step: string;
  zone: string;
  short: string;
  title: string;
  start: string;
  end: string;
  when: string;
  minutes: number;
  colour: string;
  moved: boolean;
  pinned: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderCore".
 */
export interface OrderCore {
  build: string;
  zone: string;
  films: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderBuy".
 */
export interface OrderBuy {
  name: string;
  colour: string;
  ml: number;
  have: number;
  by: string;
  for: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderAims".
 */
export interface OrderAims {
  title: string;
  aims: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "InWay".
 */
export interface InWay {
  name: string;
  words: string;
  chain: InWayLink[];
  ways: InWayOut[];
  tried: boolean;
  wanted: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "InWayLink".
 */
export interface InWayLink {
  build: string;
  step: string;
  zone: string;
  title: string;
  when: string;
  holds: string;
  wait: string;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "InWayOut".
 */
export interface InWayOut {
  id: string;
  words: string;
  gain: string;
  price: string;
  risk: string;
  edits: PlanEdit[];
  all: boolean;
  enough: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "MissedEvenings".
 */
export interface MissedEvenings {
  evenings: MissedEvening[];
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "MissedEvening".
 */
export interface MissedEvening {
  from: string;
  date: string;
  label: string;
  words: string;
  weight: number;
  most: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AwayCost".
 */
export interface AwayCost {
  words: string;
  lines: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "TakeOrder".
 */
export interface TakeOrder {
  words: string;
  changes: OrderChange[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderChange".
 */
export interface OrderChange {
  slug: string;
  revision: number;
  edits: PlanEdit[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderTaken".
 */
export interface OrderTaken {
  words: string;
  builds: OrderStand[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "OrderStand".
 */
export interface OrderStand {
  slug: string;
  revision: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "UndoOrder".
 */
export interface UndoOrder {
  builds: OrderStand[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "StainTold".
 */
export interface StainTold {
  words: string;
  against: string;
  rows: GuideRow[];
  plan: StainPlan;
  passes: number;
  length_mm: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "StainPlan".
 */
export interface StainPlan {
  amount: number;
  reach: number;
  ways: PlanStainWay[];
  undo: string;
  tool: string;
  seal: string;
  caution: string;
  views: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanStainWay".
 */
export interface PlanStainWay {
  way: "airbrush" | "pastel" | "oil" | "panels" | "stipple" | "tint" | "oils-then-wash";
  words: string;
  takes: string;
  undo: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AskBrief".
 */
export interface AskBrief {
  answers: PlanBrief;
  at?: string;
  view?: string;
  light?: string;
  width: number;
  most?: number;
  night?: boolean;
  x?: number;
  y?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BriefSpot".
 */
export interface BriefSpot {
  zone: number;
  name: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Washes".
 */
export interface Washes {
  zone: string;
  zones: Wish[];
  at: string;
  clock: string;
  due: string;
  due_words: string;
  surface: string;
  paint: string;
  cloth: string;
  way: string;
  stroke: string;
  lines: string;
  job: PlanCup;
  wanted: number;
  strengths: WashStrength[];
  made: string[];
  more: Wish[];
  wishes: WashWish[];
  films: WashFilm[];
  for_all: string[];
  washes: Wash[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanCup".
 */
export interface PlanCup {
  format: "inkysparrow-mix/1";
  /**
   * @maxItems 5000
   */
  products?: PlanProduct[];
  pour: PlanPour[];
  line?: PlanMixLine;
  /**
   * Sheen, from smooth to rough.
   */
  on?: "gloss" | "semi-gloss" | "satin" | "flat";
  /**
   * Colour of the surface
   */
  paint?: string;
  climate?: PlanClimate2;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanPour".
 */
export interface PlanPour {
  product?: string;
  liquid?: PlanMixedLiquid;
  ml?: number;
  drops?: number;
  /**
   * A part counts as a millilitre.
   */
  parts?: number;
  peas?: number;
  smears?: number;
  /**
   * Brush loads.
   */
  loads?: number;
  /**
   * Of a dry pigment.
   */
  grams?: number;
  /**
   * Length of a strip from a tube.
   */
  strip_mm?: number;
  /**
   * 5 where it is left out.
   */
  strip_diameter_mm?: number;
  /**
   * What is left in the bottle; the last fifth is thick.
   */
  left_pct?: number;
  unstirred?: boolean;
}
/**
 * Usual lines where it is left out.
 */
export interface PlanMixLine {
  kind?: PlanLineKind;
  width_mm?: number;
  depth_mm?: number;
}
/**
 * The room. 21 °C and 50 % where it is left out.
 */
export interface PlanClimate2 {
  temperature_c: number;
  humidity_pct: number;
  night?: PlanNight;
  /**
   * Stretches of other air.
   *
   * @maxItems 200
   */
  spells?: PlanSpell[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashStrength".
 */
export interface WashStrength {
  words: string;
  wanted: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashWish".
 */
export interface WashWish {
  id: string;
  words: string;
  bands: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashFilm".
 */
export interface WashFilm {
  name: string;
  words: string;
  colour: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Wash".
 */
export interface Wash {
  key: string;
  name: string;
  family: string;
  kind: "bottle" | "mix" | "any";
  recipe: string;
  rank: number;
  ruled_out: string;
  of_all: boolean;
  bands: WashBand[];
  way: string;
  verdict: WashTouch;
  apply: WashTouch;
  wipe: WashTouch;
  cells: WashCell[];
  rub: string;
  run_mm: number;
  run_words: string;
  runs: boolean;
  left_pct: number;
  keeps_pct: number;
  dry: string;
  line: string;
  under: string;
  open: string;
  ground: string;
  line_de: number;
  arm_de: number;
  reads: string;
  shift: number;
  marks: string;
  window: string;
  undo: string;
  smell: string;
  work: string;
  dries: string;
  wiped: boolean;
  cost: string;
  caution: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashBand".
 */
export interface WashBand {
  place: number;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashTouch".
 */
export interface WashTouch {
  state: State;
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashCell".
 */
export interface WashCell {
  state: State;
  loss_um: number;
  depth_um: number;
  words: string;
  safe: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashDates".
 */
export interface WashDates {
  dates: WashDate[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashDate".
 */
export interface WashDate {
  key: string;
  day: string;
  words: string;
  effect: string;
  later: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashOne".
 */
export interface WashOne {
  key: string;
  replace?: PlanEdit;
  add: PlanEdit;
  sealed: PlanEdit;
  before: string;
  bare: WashBare;
  run: WashRun;
  wipe: WashWipe;
  zones: WashZone[];
  span: string;
  cup?: PlanCup;
  cautions: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashBare".
 */
export interface WashBare {
  words: string;
  ages: WashAge[];
  limit: number;
  sealed: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashAge".
 */
export interface WashAge {
  words: string;
  loss: number;
  state: State;
  soft: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashRun".
 */
export interface WashRun {
  mm: number;
  words: string;
  stop: "brush" | "thick" | "dried" | "beads" | "rough" | "shallow";
  brush: number;
  thick: number;
  dry: number;
  drinks: number;
  touches: number;
  minutes: number;
  ml: number;
  length_mm: number;
  width_mm: number;
  depth_mm: number;
  drawn: boolean;
  pressed: boolean;
  decals: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashWipe".
 */
export interface WashWipe {
  when: string;
  opens: string;
  cloth: string;
  strokes: string[];
  cloths: number;
  buds: number;
  patch: string;
  work: string;
  left: string;
  lighten: string;
  order: string[];
  care: string[];
  cautions: string[];
  early: string;
  late: string;
  tools: WashTool[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashTool".
 */
export interface WashTool {
  words: string;
  left_pct: number;
  note: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "WashZone".
 */
export interface WashZone {
  name: string;
  paint: string;
  line: string;
  line_de: number;
  reads: string;
  words: string;
  state: State;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AskMix".
 */
export interface AskMix {
  cup: PlanCup;
  fault?: string;
  name?: string;
  build?: string;
  zone?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "MixAnswer".
 */
export interface MixAnswer {
  mixed: PlanMixed;
  run: WashRun;
  words: string;
  price: string;
  thinner: string;
  faults: Wish[];
  correction: string;
  corrected?: PlanCup;
  keep?: PlanProduct;
  judged?: Wash;
  films: WashFilm[];
  need_ml: number;
  put?: PlanEdit;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMixed".
 */
export interface PlanMixed {
  format: "inkysparrow-mixed/1";
  family: string;
  colour_wet: string;
  colour_dry: string;
  colour_under_flat: string;
  colour_under_gloss: string;
  solids_pct: number;
  viscosity_mpas: number;
  yield_pa: number;
  tension_mnm: number;
  run_mm: number;
  stops: "brush" | "thick" | "dried" | "beads" | "rough";
  because: string;
  line_de?: number;
  line_arm_de?: number;
  line_colour?: string;
  volume_ml: number;
  cost: number;
  like: string;
  /**
   * Until it can be wiped in the room; left out where it does not dry in its air.
   */
  dry_min?: number;
  dries: string;
  keeps: string;
  keeps_days: number;
  /**
   * From an unstirred bottle: it dries shiny and off-colour.
   */
  shiny?: boolean;
  smell: string;
  cautions: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "AskRecipe".
 */
export interface AskRecipe {
  cup: PlanCup;
  product: string;
  wanted: number;
  ml: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RecipeOf".
 */
export interface RecipeOf {
  words: string;
  good: boolean;
  cup?: PlanCup;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Shelf".
 */
export interface Shelf {
  products: Shelved[];
  ways: Wish[];
  revision: number;
  undoes?: string;
  redoes?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Shelved".
 */
export interface Shelved {
  product: ShelfProduct;
  family: string;
  liquids: string;
  need_ml: number;
  runs_out?: string;
  uses: ShelfUse[];
  caution?: string;
  open_days?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ShelfProduct".
 */
export interface ShelfProduct {
  id: string;
  name: string;
  kind: string;
  family: PlanFamily;
  colour?: string;
  sheen?: PlanSheen;
  carrier?: PlanLiquid;
  thinner?: PlanLiquid;
  remover?: PlanLiquid;
  /**
   * Share of its volume that stays behind when it has dried; usual of its family where it is left out.
   */
  solids_pct?: number;
  /**
   * What a full bottle or tube costs
   */
  price?: number;
  /**
   * What a full one holds.
   */
  size_ml?: number;
  /**
   * What it was mixed from.
   */
  parents?: PlanParent[];
  /**
   * A day, such as 2027-03-22.
   */
  mixed?: string;
  /**
   * Coats that hide black and white alike; read from the colour where it is left out
   */
  hide_coats?: number;
  /**
   * What a tenth of it makes of white; tells how strongly a dark paint is loaded.
   */
  tenth_in_white?: string;
  /**
   * How it dries and hardens against others of its family
   */
  dries?: "fast" | "usual" | "slow";
  /**
   * Hours until a usual coat of it is touch-dry in a usual room
   */
  touch_dry_h?: number;
  /**
   * Of a clear: the gloss of one usual wet coat of it on a glossy spoon; by its sheen where it is left out.
   */
  spoon_gu?: number;
  /**
   * Of a clear: the gloss of one mist of it on a glossy spoon.
   */
  spoon_mist_gu?: number;
  /**
   * A day, such as 2027-03-22.
   */
  opened?: string;
  /**
   * The product of the shelf that this is a copy of.
   */
  shelf?: string;
  /**
   * Millilitres at hand; not counted where it is left out.
   */
  stock_ml?: number;
  used_up?: PlanDate;
  note?: string;
  /**
   * Who has it; empty for oneself.
   */
  with?: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ShelfUse".
 */
export interface ShelfUse {
  slug: string;
  build: string;
  what: string;
  ml: number;
  at: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ShelfGood".
 */
export interface ShelfGood {
  ids: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ShelfHiding".
 */
export interface ShelfHiding {
  words: string;
  dries: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Follow".
 */
export interface Follow {
  below: string;
  above: string;
  ages: string[];
  rows: FollowRow[];
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "FollowRow".
 */
export interface FollowRow {
  way: string;
  states: string[];
  safe: string;
  chances: number[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PutShelf".
 */
export interface PutShelf {
  revision: number;
  product: ShelfProduct;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ShelfID".
 */
export interface ShelfID {
  revision: number;
  id: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ImportShelf".
 */
export interface ImportShelf {
  as: "json" | "csv" | "palette";
  text: string;
  family?: string;
  try?: boolean;
  revision?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ImportedShelf".
 */
export interface ImportedShelf {
  added: number;
  changed: number;
  same: number;
  bad: number;
  new: string[];
  different: ShelfChange[];
  bad_rows: ShelfBadRow[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ShelfChange".
 */
export interface ShelfChange {
  name: string;
  fields: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ShelfBadRow".
 */
export interface ShelfBadRow {
  line: number;
  problem: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Tint".
 */
export interface Tint {
  hex: string;
  l: number;
  a: number;
  b: number;
  shown: boolean;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ReadPalette".
 */
export interface ReadPalette {
  text: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Swatches".
 */
export interface Swatches {
  colours: Swatch[];
  bad: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Swatch".
 */
export interface Swatch {
  name: string;
  hex: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Event".
 */
export interface Event {
  what: EventKind;
  page?: string;
  frozen?: string;
  slug?: string;
  revision?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Keeping".
 */
export interface Keeping {
  path: string;
  folder: string;
  bytes: number;
  size: string;
  photos: string;
  frozen?: string;
  reach: string;
  guarded: boolean;
  has_passphrase: boolean;
  print?: string;
  demo: boolean;
  newest: string;
  backups: BackedUp[];
  builds: KeptBuild[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "BackedUp".
 */
export interface BackedUp {
  name: string;
  at: string;
  why: string;
  size: string;
  age: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "KeptBuild".
 */
export interface KeptBuild {
  slug: string;
  name: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "RestoreFile".
 */
export interface RestoreFile {
  name: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Verified".
 */
export interface Verified {
  wrong: string[];
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ThinHistory".
 */
export interface ThinHistory {
  days: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Thinned".
 */
export interface Thinned {
  gone: number;
  size: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Said".
 */
export interface Said {
  words: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "Visit".
 */
export interface Visit {
  passphrase: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "ChangePassphrase".
 */
export interface ChangePassphrase {
  old: string;
  new: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "All".
 */
export interface All {
  cares: Cares;
  builds: Builds;
  build: Build;
  moment: Moment;
  take_fix: TakeFix;
  ways: Ways;
  turn: Turn;
  set_clock: SetClock;
  problem: Problem;
  make_edit: MakeEdit;
  effect: Effect;
  next: Next;
  card: Card;
  when: When;
  worked: Worked;
  trade: Trade;
  workings: Workings;
  history: History;
  restore: Restore;
  new_build: NewBuild;
  made: Made;
  archive: Archive;
  schools: SchoolCosts;
  explain: Explain;
  verge: Verge;
  guide: Guide;
  make_presses: MakePresses;
  pressed: Pressed;
  bench: Bench;
  learned_page: LearnedPage;
  forget: Forget;
  calendar: Calendar;
  bench_stop: BenchStop;
  bench_empty: BenchEmpty;
  bench_spoon: BenchSpoon;
  room_air: RoomAir;
  tell_air: TellAir;
  whole: Whole;
  look_asked: LookAsked;
  stained: Stained;
  stains_enough: StainsEnough;
  stains_more: StainsMore;
  last_coats: LastCoats;
  coat_spray: CoatSpray;
  coat_ready: CoatReady;
  rescue: Rescue;
  journal: Journal;
  photo: Photo;
  photo_change: PhotoChange;
  photo_page: PhotoPage;
  photo_spot: PlanSpotTold;
  note_change: NoteChange;
  found: Found;
  hand_page: HandPage;
  hand_decided: HandDecided;
  touch_up: TouchUp;
  table_day: TableDay;
  kept_ways: KeptWays;
  order: Order;
  in_way: InWay;
  missed_evenings: MissedEvenings;
  away_cost: AwayCost;
  take_order: TakeOrder;
  order_taken: OrderTaken;
  undo_order: UndoOrder;
  stain_told: StainTold;
  ask_brief: AskBrief;
  brief_spot: BriefSpot;
  washes: Washes;
  wash_dates: WashDates;
  wash_one: WashOne;
  ask_mix: AskMix;
  mix_answer: MixAnswer;
  ask_recipe: AskRecipe;
  recipe_of: RecipeOf;
  shelf: Shelf;
  shelf_good: ShelfGood;
  shelf_hiding: ShelfHiding;
  follow: Follow;
  put_shelf: PutShelf;
  shelf_id: ShelfID;
  import_shelf: ImportShelf;
  imported_shelf: ImportedShelf;
  tint: Tint;
  read_palette: ReadPalette;
  swatches: Swatches;
  event: Event;
  keeping: Keeping;
  restore_file: RestoreFile;
  verified: Verified;
  thin_history: ThinHistory;
  thinned: Thinned;
  said: Said;
  visit: Visit;
  change_passphrase: ChangePassphrase;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanLines".
 */
export interface PlanLines1 {
  kind?: PlanLineKind;
  /**
   * Measured; with depth_mm.
   */
  width_mm?: number;
  /**
   * Measured; with width_mm.
   */
  depth_mm?: number;
  /**
   * All of them together; usual for the area where it is left out.
   */
  length_mm?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanMixLine".
 */
export interface PlanMixLine1 {
  kind?: PlanLineKind;
  width_mm?: number;
  depth_mm?: number;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanNight".
 */
export interface PlanNight1 {
  temperature_c: number;
  humidity_pct: number;
  from: PlanClock;
  to: PlanClock;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanPlanned".
 */
export interface PlanPlanned1 {
  product?: string;
  coats?: number;
  thickness_um?: number;
  laying?: PlanLaying;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanRest".
 */
export interface PlanRest1 {
  /**
   * The zone that it was a part of.
   */
  of: string;
  /**
   * What that was called.
   */
  name: string;
  /**
   * The press that parted them.
   */
  press: string;
}
/**
 * This interface was referenced by `undefined`'s JSON-Schema
 * via the `definition` "PlanStainDid".
 */
export interface PlanStainDid1 {
  passes?: number;
  area_pct?: number;
}
