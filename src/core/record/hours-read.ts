import type { EventOf } from "./events";
import type { Reduction } from "./reduce";

/** The check by which a walk reads the hour meter, wherever on the machine that is. */
export const meterCheck = "meter.hours";

/** An hour meter as it was read on a walk. */
export interface HoursRead {
  readonly id: string;
  /** By the clock of the device: when somebody stood before it. */
  readonly at: string;
  readonly hours: number;
  /** Who read it, where that is not whoever began the inspection. */
  readonly by: string | undefined;
}

/** What was read off the hour meter on an inspection and not taken back, in order. */
export const hoursRead = ({ given }: Pick<Reduction, "given">): readonly HoursRead[] =>
  [...given].flatMap(([key, answers]) =>
    key.split("@")[0] === meterCheck
      ? answers
          .filter((one): one is EventOf<"measured"> => one.type === "measured")
          .map(({ id, at, value, by }) => ({ id, at, hours: value, by }))
      : [],
  );
