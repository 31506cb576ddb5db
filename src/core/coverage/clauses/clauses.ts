import type { Section } from "./clause";
import { functionTests } from "./function-tests";
import { grading } from "./grading";
import { placeAndLeaving } from "./place-and-leaving";
import { walkRound } from "./walk-round";

/** Every clause of the job, in the order of the practice's own sections. */
export const sections: readonly Section[] = [...walkRound, ...functionTests, ...grading, ...placeAndLeaving];
