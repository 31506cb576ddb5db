import type { AxisId } from "../vocabulary/state/values";
import { amount, type Draft } from "./action";
import type { FunctionGroup } from "./functions";
import type { Machine } from "./machine";

/** What other parts do as an axis of this group moves: the boom's place, its cradle, the brake pins of a mast. */
export function follow(machine: Machine, draft: Draft, group: FunctionGroup): void {
  if (group === "boom" && draft.swung !== undefined) {
    const swing = draft["axis.swing"];
    if (typeof swing === "number") draft.swung = swing > 0.5 || swing < -0.5 ? "past_rear" : "straight";
  }
  if (group === "boom" && draft.cradle !== undefined) {
    const away = machine.boomAxes.some((axis: AxisId) => Math.abs(amount(draft, axis)) > 0.001);
    draft.cradle = away ? "not_home" : "home";
  }
  if (group === "lift" && draft.brakePins !== undefined) pinsFollow(machine, draft);
}

/** The brake pins of a mast engage as it clears its chassis, and let go as it comes down. */
export function pinsFollow(machine: Machine, draft: Draft): void {
  if (!machine.pinsStuck) draft.brakePins = amount(draft, "axis.lift") > 0.05 ? "engaged" : "released";
}

/** The same for a machine put together axis by axis. */
export function followAll(machine: Machine, draft: Draft): void {
  follow(machine, draft, "boom");
  follow(machine, draft, "lift");
}
