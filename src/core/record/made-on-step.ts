import type { How } from "../measure/methods";
import type { InspectionEvent } from "./events";
import { stepOf, stepsOf } from "./steps";

/** What a test was made on, as the step of a `changed` event: check, way, and what was read. */
const word = "made_on";

export const madeOnStep = (check: string, { method, inputs }: How): string =>
  stepOf(
    word,
    check,
    method,
    Object.entries(inputs)
      .map(([id, value]) => `${id}=${value}`)
      .join(","),
  );

/** By check, what its test was last said to be made on. */
export function madeOnIn(events: readonly InspectionEvent[]): ReadonlyMap<string, How> {
  const said = new Map<string, How>();
  for (const [check = "", method = "", read = ""] of stepsOf(events, word)) {
    const inputs = Object.fromEntries(
      read.split(",").map((one) => {
        const [id = "", value = ""] = one.split("=", 2);
        return [id, Number(value)] as const;
      }),
    );
    said.set(check, { method, inputs });
  }
  return said;
}
