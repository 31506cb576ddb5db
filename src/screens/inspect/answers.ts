import { useCallback, useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import type { WalkAction } from "@/core/underway/acts";
import type { Dispatched } from "@/device/walk/session";
import type { InspectModel } from "./model";
import type { Reading } from "./reading";

type Answer = Extract<WalkAction, { act: "fine" | "found" | "measured" | "skipped" }>;
/** An answer as it is given, without what its card says was set before it. */
type Given<A = Answer> = A extends Answer ? Omit<A, "sets" | "because"> : never;

export interface Answers {
  readonly answer: (given: Given) => Promise<Dispatched>;
  readonly fine: (check: Check, cause?: string) => void;
  /** Checks nobody has answered yet, in one act. */
  readonly fineTogether: (checks: readonly Check[]) => Promise<Dispatched>;
  readonly measured: (check: Check, reading: Reading) => void;
  /** An answer that waits for why the first was wrong. */
  readonly waits: boolean;
  readonly because: (reason: string) => void;
  readonly drop: () => void;
  /** What it would take back was found by somebody else. */
  readonly theirs: boolean;
  readonly readTheirs: () => void;
}

/**
 * Answers given on this walk. Whoever answers a check has set the machine as its card asks: what is `unset` before
 * it, the steps not recorded yet, goes ahead of the answer in the same act. A second answer to what was graded waits
 * for why the first was wrong; the first stays on record.
 */
export function useAnswers(
  { dispatch }: Pick<InspectModel, "dispatch">,
  unset: (checks: readonly Check[]) => readonly { readonly id: string }[],
): Answers {
  const [waiting, setWaiting] = useState<Answer>();
  const [theirs, setTheirs] = useState(false);
  const answer = useCallback(
    async (given: Given) => {
      const checks = given.act === "fine" ? given.checks : [given.check];
      const sets = given.act === "skipped" ? [] : unset(checks).map(({ id }) => id);
      const whole: Answer = { ...given, sets };
      const became = await dispatch(whole);
      if (became === "needs_reason") setWaiting(whole);
      if (became === "theirs") setTheirs(true);
      return became;
    },
    [dispatch, unset],
  );
  const fineTogether = useCallback((checks: readonly Check[]) => answer({ act: "fine", checks }), [answer]);
  const fine = useCallback(
    (check: Check, cause?: string) =>
      void answer({ act: "fine", checks: [check], ...(cause === undefined ? {} : { cause }) }),
    [answer],
  );
  const measured = useCallback(
    (check: Check, reading: Reading) => void answer({ act: "measured", check, ...reading }),
    [answer],
  );
  const drop = useCallback(() => setWaiting(undefined), []);
  const because = (reason: string) => {
    if (waiting !== undefined) void dispatch({ ...waiting, because: reason });
    drop();
  };
  const readTheirs = useCallback(() => setTheirs(false), []);
  const waits = waiting !== undefined;
  return { answer, fine, fineTogether, measured, waits, because, drop, theirs, readTheirs };
}
