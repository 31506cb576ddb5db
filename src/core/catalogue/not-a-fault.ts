import { applies } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Applies } from "../vocabulary/applies-to";
import type { Check } from "./catalogue";

interface Harmless {
  /** The checks it is told at: by id, or all whose id begins so where it ends in a point. */
  readonly at: readonly string[];
  readonly to?: Applies;
  /** Only of a movement of these functions, or this way. */
  readonly functions?: readonly string[];
  readonly direction?: string;
}

/** What looks like a fault and is how the machine is built (field guide, sections 7, 8 and 20). */
const harmless = {
  horn_from_platform: { at: ["platform.horn"] },
  level_corrects_itself: {
    at: ["ground.levels_itself", "platform.auto_level", "move.ground.level.", "move.platform.level."],
  },
  capacity_lamp_shows_position: { at: ["platform.overload_lamp", "platform.load_ranges"] },
  lowering_switch_either_way: { at: ["lower.electric"] },
  brake_release_second_press: { at: ["ground.brake_release", "brake.valve_shut"] },
  valve_springs_or_not: { at: ["lower.valve", "lower.bleed_down", "ground.descent_valve"] },
  lift_permitted_dark: { at: ["ground.lift_permitted", "platform.lift_permitted"] },
  glides_to_a_stop: { at: ["move.", "ground.enable_let_go", "platform.enable_let_go"] },
  second_axis_moves: {
    at: ["move."],
    to: { features: ["automatic_boom_mode"] },
    functions: ["main", "tower", "jib"],
  },
  lowering_at_full_speed: { at: ["move.platform.", "platform.proportional"], direction: "down" },
  wheels_stay_turned: { at: ["move."], functions: ["steer"] },
} as const satisfies Record<string, Harmless>;

export type NotAFault = keyof typeof harmless;
export const notFaults = Object.keys(harmless) as readonly NotAFault[];

/** What to know before something of a check is called a fault. */
export function notFaultsOf(sheet: Sheet, { definition: { id, test } }: Check): readonly NotAFault[] {
  return notFaults.filter((one) => {
    const { at, to = {}, functions, direction }: Harmless = harmless[one];
    if (!at.some((one) => (one.endsWith(".") ? id.startsWith(one) : id === one))) return false;
    if (functions !== undefined && (test === undefined || !functions.includes(test.function))) return false;
    if (direction !== undefined && test !== undefined && test.direction !== direction) return false;
    return applies(sheet, to);
  });
}
