import type { Check } from "./catalogue";
import type { Phase } from "./types";

/** Handled, read or asked, and not only looked at: each is answered by itself. */
export const handled: ReadonlySet<string> = new Set([
  "doc.tag_and_log",
  "doc.examination",
  "doc.shown_this_model",
  "hydraulic.coil_plugs",
  "platform.rotator_bolts",
  "platform.gate",
  "platform.extension",
  "stack.prop",
  "caster.lock",
  "crank.knob",
  "park.charging",
  "cab.park_brake",
  "cab.take_off",
  "draw.park_brake",
  "turntable.lock_pin",
]);

const looks: ReadonlySet<Phase> = new Set(["documents", "walk", "rails", "stack", "park", "transport"]);

/**
 * Whether a check is a look that may be answered with the others of its card in one act, "as listed". What is operated,
 * measured, touched or surveyed never is.
 */
export const isListed = ({ definition }: Pick<Check, "definition">): boolean =>
  looks.has(definition.phase) &&
  definition.powered !== true &&
  definition.measure === undefined &&
  definition.assistant !== true &&
  !handled.has(definition.id);
