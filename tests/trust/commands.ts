import fc from "fast-check";
import { unitEventKinds } from "@/core/evidence/unit-events";
import type { Fault } from "./oracle";
import type { Command } from "./yard";
import { bareChecks } from "./yard";

const who = fc.constantFrom(0 as const, 1 as const);
const fault = fc.constantFrom<Fault>("decals", "rails", "line", "weld");
const only = <D extends Command["do"]>(...names: readonly D[]) =>
  fc.constantFrom(...names.map((name) => ({ do: name }) as Command));

/** Any order of two devices, two people, a technician and the yard's own ways, often enough at a clearance. */
export const commands: fc.Arbitrary<readonly Command[]> = fc.array(
  fc.oneof(
    { weight: 6, arbitrary: fc.record({ do: fc.constant("walk" as const), who }) },
    {
      weight: 9,
      arbitrary: fc.record({
        do: fc.constantFrom(
          "start" as const,
          "join",
          "join",
          "read",
          "sign",
          "finish",
          "correct",
          "overrule",
        ),
        who,
      }),
    },
    {
      weight: 8,
      arbitrary: fc.oneof(
        fc.record({
          do: fc.constant("answer" as const),
          who,
          from: fc.constant(0),
          count: fc.constant(bareChecks.length),
        }),
        fc.record({
          do: fc.constant("answer" as const),
          who,
          from: fc.nat({ max: bareChecks.length - 1 }),
          count: fc.integer({ min: 1, max: 30 }),
        }),
      ),
    },
    { weight: 5, arbitrary: fc.record({ do: fc.constantFrom("fault" as const, "late"), who, fault }) },
    {
      weight: 4,
      arbitrary: fc.record({
        do: fc.constant("say" as const),
        who,
        says: fc.constantFrom("same" as const, "gone"),
      }),
    },
    {
      weight: 5,
      arbitrary: only(
        "tag",
        "mend",
        "mend",
        "repair_tag",
        "retest",
        "release",
        "repair_finding",
        "figure",
        "look",
        "examine",
      ),
    },
    { weight: 2, arbitrary: fc.record({ do: fc.constant("broken" as const), who }) },
    {
      weight: 3,
      arbitrary: fc.record({
        do: fc.constant("event" as const),
        who,
        kind: fc.constantFrom(...unitEventKinds),
      }),
    },
    {
      weight: 1,
      arbitrary: fc.record({
        do: fc.constant("policy" as const),
        trigger: fc.constantFrom("shift" as const, "each_use", "operator_change"),
      }),
    },
    {
      weight: 4,
      arbitrary: fc.record({
        do: fc.constant("clock" as const),
        minutes: fc.constantFrom(5, 40, 150, 260, 620, 8 * 24 * 60),
      }),
    },
    { weight: 1, arbitrary: fc.record({ do: fc.constant("train" as const), trained: fc.boolean() }) },
  ),
  { minLength: 1, maxLength: 7 },
) as fc.Arbitrary<readonly Command[]>;
