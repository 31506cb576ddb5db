import type { Applies } from "../vocabulary/applies-to";
import type { PartId } from "../vocabulary/parts";
import type { LampId, SoundId } from "../vocabulary/signs";
import type { Station } from "../vocabulary/stations";
import type { Bound, Condition } from "./condition";
import type { FunctionGroup } from "./functions";

/**
 * One interlock: what it watches, what it blocks or slows, what a person notices. One list serves the expected
 * results of function tests, what is checked first when nothing moves, re-tests, diagnosis and practice. How to add
 * one: `docs/adding-an-interlock.md`.
 *
 * `$station` stands for the station operated from, `$key` for the key position that gives it power.
 */
export interface Interlock {
  readonly id: string;
  /** The machines that have it. */
  readonly to?: Applies;
  readonly when: Condition;
  readonly groups: readonly FunctionGroup[];
  /** Only these, as `direction` or `function.direction`. */
  readonly directions?: readonly string[];
  /** All of the groups but these, as `function.direction`. */
  readonly except?: readonly string[];
  readonly stations?: readonly Station[];
  /** Only at a station that has an enable by its sheet. */
  readonly ofEnable?: true;
  /** Which source it holds back. Auxiliary power goes round what only main power needs. */
  readonly source: "any" | "main";
  readonly effect: "refuse" | "creep";
  /**
   * The parts that sense it: a repair to one of them is followed by a test of this. None where nothing does: cold oil
   * is slow by itself.
   */
  readonly parts: readonly PartId[];
  /** What a person notices while it holds, besides the movement that does not come. */
  readonly shows?: {
    readonly lamp?: LampId;
    readonly as?: "steady" | "flashing";
    readonly sound?: SoundId;
  };
  /** What holds here tags the unit out by itself: it explains no missing movement away. */
  readonly neverExplains?: true;
  /**
   * Why no operator's check tries it, argued in a sentence that the coverage page shows; every other interlock is
   * tried by one (see the catalogue's tests).
   */
  readonly untried?: string;
}

/** An interlock on one movement, its names and numbers filled in. */
export interface BoundInterlock {
  readonly id: string;
  readonly effect: Interlock["effect"];
  readonly source: Interlock["source"];
  readonly when: Bound;
}
