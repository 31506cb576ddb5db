import type { How } from "../measure/methods";
import type { InspectionEvent } from "./events";

/** What a test was made on, as the step of a `changed` event: check, way, and what was read. */
const word = "made_on";

export const madeOnStep = (check: string, { method, inputs }: How): string =>
  `${word}:${check}:${method}:${Object.entries(inputs)
    .map(([id, value]) => `${id}=${value}`)
    .join(",")}`;

/** By check, what its test was last said to be made on. */
export function madeOnIn(events: readonly InspectionEvent[]): ReadonlyMap<string, How> {
  const said = new Map<string, How>();
  for (const event of events) {
    if (event.type !== "changed" || !event.step.startsWith(`${word}:`)) continue;
    const [, check = "", method = "", read = ""] = event.step.split(":", 4);
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
