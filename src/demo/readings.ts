import type { Measure } from "@/core/catalogue/types";
import { stored, workOut } from "@/core/measure/methods";
import type { EventOf } from "@/core/record/events";

/** A reading of this value as a person comes by it: what nobody reads off anything is worked out from two timed runs. */
export function readingOf(
  { workedOut }: Pick<Measure, "workedOut">,
  value: number,
): Pick<EventOf<"measured">, "value" | "how"> {
  if (workedOut !== true) return { value };
  const inputs = { lengthM: 10, timeS: 10 / value, loweredMs: 1 };
  const method = "timed_run_raised";
  return { value: stored(workOut(method, inputs, () => undefined).value), how: { method, inputs } };
}
