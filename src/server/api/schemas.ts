import { z } from "zod";
import { harms, inTheWay } from "@/core/machine/action";
import { faultModes } from "@/core/machine/faults";
import { doers } from "@/core/machine/permitted";
import { foundKinds } from "@/core/plan/found";
import { sheetSchema } from "@/core/sheet/sheet";
import { fullEndings } from "@/core/vocabulary/endings";
import { families } from "@/core/vocabulary/families";
import { findingGrades, grades } from "@/core/vocabulary/grades";
import { type PartId, parts } from "@/core/vocabulary/parts";
import { policySchema } from "@/core/vocabulary/policy";
import { gradingPolicies, practices } from "@/core/vocabulary/practice";
import { lampIds, patterns, soundIds } from "@/core/vocabulary/signs";
import { stations } from "@/core/vocabulary/stations";

/** The forms of the API, once: requests are read with them, and the OpenAPI document is made from them. */

const station = z.enum(stations);

export const actionSchema = z
  .discriminatedUnion("do", [
    z.strictObject({ do: z.literal("set"), variable: z.string(), to: z.union([z.string(), z.number()]) }),
    z.strictObject({ do: z.literal("hold_enable"), station }),
    z.strictObject({ do: z.literal("release_enable"), station }),
    z.strictObject({
      do: z.literal("operate"),
      station,
      function: z.string(),
      direction: z.string(),
      source: z.enum(["main", "auxiliary"]).optional(),
    }),
    z.strictObject({ do: z.literal("release_function"), station }),
    z.strictObject({ do: z.literal("crank") }),
    z.strictObject({ do: z.literal("confirm_direction") }),
    z.strictObject({ do: z.literal("reach_self_test") }),
    z.strictObject({ do: z.literal("push") }),
    z.strictObject({ do: z.literal("wait") }),
  ])
  .describe("What a person does");

export const stateSchema = z
  .record(z.string(), z.union([z.string(), z.number()]))
  .describe("Variables of the machine by name; `unknown` where nobody knows. Axes run from 0 to 1");

const expectFields = {
  sheetId: z.string().optional().describe("A sheet of this site; or give `sheet`"),
  sheet: sheetSchema.optional(),
  from: z
    .enum(["stowed", "ready_ground", "ready_platform", "ready_remote"])
    .default("stowed")
    .describe("The state that `state` differs from"),
  state: stateSchema.default({}),
  faults: z
    .array(z.strictObject({ component: z.string().max(80), mode: z.enum(faultModes) }))
    .max(8)
    .default([])
    .describe("Faults planted in the machine: a component and how it fails; none is the machine as built"),
  doer: z.enum(doers).default("operator").describe("Who does it: what is forbidden depends on that"),
  action: z.unknown().describe("See Action; `elapsedS` may stand in it or beside it"),
  elapsedS: z.number().min(0).max(86_400).optional(),
};
export const expectRequest = z.strictObject(expectFields);

export const observationSchema = z
  .looseObject({ see: z.string() })
  .describe("What a person may see: moves, stays, stops, lamp, engine, ...");

export const expectResponse = z.strictObject({
  acceptable: z.array(observationSchema).describe("Any of these is right"),
  besides: z.array(observationSchema).describe("What happens by itself besides, all of it"),
  harm: z
    .array(
      z.strictObject({
        harm: z.enum(harms),
        who: z.enum(inTheWay),
      }),
    )
    .describe("What the step would do to people, and to whom in its way"),
  forbidden: z
    .array(z.strictObject({ rule: z.string(), why: z.string() }))
    .describe("What forbids this act to that person in that state; it is answered all the same"),
  waysDown: z
    .array(z.strictObject({ by: z.string(), power: z.enum(["main", "auxiliary", "none"]) }))
    .describe(
      "What would bring the platform down from the state after the step; empty: stranded, or down already",
    ),
  blockedBy: z.array(
    z.strictObject({
      interlock: z.string(),
      why: z.string(),
      effect: z.enum(["refuse", "creep"]),
      depends: z.array(z.string()).describe("The unknown variables that decide it; empty where it holds"),
    }),
  ),
  state: stateSchema,
  signs: z.strictObject({
    lamps: z.partialRecord(z.enum(lampIds), z.enum(["steady", "flashing"])),
    sounds: z.partialRecord(z.enum(soundIds), z.enum([...patterns, "any"])),
  }),
});

export const gradeRequest = z.strictObject({
  part: z.string().describe("A part or a check of the catalogue"),
  condition: z.string(),
  extent: z
    .strictObject({ value: z.number(), limit: z.number() })
    .optional()
    .describe("For a measured condition: the reading and the sheet's limit, in the check's unit"),
  policy: z.union([z.enum(gradingPolicies), policySchema]),
  context: z
    .strictObject({
      earlierTopUps: z.number().int().min(0).optional(),
      grown: z.boolean().optional(),
      putRight: z.string().optional().describe("What the operator did about it on the spot"),
    })
    .optional(),
});

export const gradeResponse = z.strictObject({
  grade: z.enum(grades),
  rule: z.string(),
  floor: z.boolean(),
  check: z.string().describe("The check whose rule gave the grade: the worst where a part has several"),
});

export const sheetsResponse = z.strictObject({
  sheets: z.array(
    z.strictObject({ id: z.string(), name: z.string(), family: z.enum(families), sheet: sheetSchema }),
  ),
});

const conditionRule = z.strictObject({
  graded: z.enum(findingGrades),
  floor: z.string().optional(),
  upkeep: z.string().optional(),
  conditions: z.literal(true).optional(),
});

export const catalogueResponse = z.strictObject({
  version: z.number().int(),
  parts: z.array(z.strictObject({ id: z.string(), system: z.string(), role: z.string() })),
  checks: z.array(
    z.strictObject({
      id: z.string(),
      version: z.number().int(),
      part: z.string(),
      phase: z.string(),
      station: z.string(),
      at: z.array(z.string()),
      cautions: z.array(z.string()),
      tries: z.array(z.string()),
      conditions: z.record(z.string(), conditionRule),
    }),
  ),
  interlocks: z.array(
    z.strictObject({
      id: z.string(),
      words: z.string(),
      effect: z.enum(["refuse", "creep"]),
      source: z.enum(["any", "main"]),
      groups: z.array(z.string()),
    }),
  ),
});

const practiceFields = {
  start: z.enum(practices.start),
  documents: z.enum(practices.documents),
  survey: z.enum(practices.survey),
  look: z.enum(practices.look),
  auxiliary: z.enum(practices.auxiliary),
  guards: z.enum(practices.guards),
};

const planFields = {
  sheetId: z.string().optional().describe("A sheet of this site; or give `sheet`"),
  sheet: sheetSchema.optional(),
  found: z
    .union([z.enum(foundKinds), z.array(z.enum(foundKinds)).min(1), z.record(z.string(), z.string())])
    .default("stowed")
    .describe("How the machine was found: one way, several, or plan variables that differ from stowed"),
  scope: z
    .union([
      z.enum(["full", "check_in", "transport", "before_transport", "after_transport"]),
      z.strictObject({
        kind: z.literal("retest"),
        parts: z.array(z.enum(Object.keys(parts) as [PartId, ...PartId[]])).default([]),
        disturbed: z.array(z.enum(Object.keys(parts) as [PartId, ...PartId[]])).default([]),
        checks: z.array(z.string()).default([]).describe("Keys of the checks that found it"),
      }),
    ])
    .default("full"),
  ending: z
    .enum(fullEndings)
    .default("to_work")
    .describe("What a machine inspected in full is left for; other scopes have an ending of their own"),
  start: practiceFields.start.optional().describe("Start corner; it goes before the policy's"),
  policy: z
    .union([policySchema, z.strictObject(practiceFields).partial()])
    .optional()
    .describe("Practices, by name; those left out are the usual ones. A whole policy will do"),
  people: z.number().int().min(1).max(20).default(2).describe("Some tests need a second person"),
  equipment: z
    .array(z.string())
    .optional()
    .describe("What is at hand of the things a plan may ask to carry; everything where not given"),
};
export const planRequest = z.strictObject(planFields);

const stateWords = z.record(z.string(), z.string());
const planStation = z.enum(["documents", "walk", "ground", "platform", "drive", "survey"]);

const faultSchema = z.strictObject({ component: z.string(), mode: z.enum(faultModes) });
const actSchema = z.strictObject({
  station: z.enum(stations),
  given: stateSchema.optional().describe("Held, pressed or chosen for this act alone"),
  deeds: z.array(
    z.looseObject({
      action: z.looseObject({ do: z.string() }),
      seconds: z.number(),
      must: z.looseObject({ must: z.string() }).optional().describe("What must be seen of it"),
    }),
  ),
});

export const planStepSchema = z.strictObject({
  id: z.string(),
  checkId: z.string().optional().describe("For a check: its key"),
  kind: z.enum(["check", "change", "close"]),
  station: planStation,
  stop: z.string(),
  part: z.string().describe("The part looked at or, for a change, the variable changed"),
  title: z.string(),
  needs: stateWords.describe("The state it is made in"),
  leaves: stateWords.describe("What it changes of it"),
  cautions: z.array(z.string()),
  expected: z.string().optional().describe("For a function test: what must be seen, by the machine model"),
  why: z.array(z.string()).optional().describe("In a re-test: why it is in it"),
  minutes: z.number(),
  metres: z.number().describe("Walked to it"),
  state: stateSchema.describe("The machine before it, in the words /expect takes"),
  acts: z.array(actSchema).describe("What is done, deed by deed; empty where it only looks"),
  proves: z.array(faultSchema).describe("The faults it would show for certain"),
});

export const planResponse = z.strictObject({
  carry: z.array(z.string()),
  assistant: z.boolean().describe("Some test of the plan needs a second person"),
  incomplete: z
    .array(z.strictObject({ checkId: z.string(), title: z.string(), why: z.string() }))
    .describe("What cannot be checked this time: the inspection stays incomplete without it"),
  steps: z.array(planStepSchema),
  cost: z.strictObject({
    metres: z.number(),
    climbs: z.number().int(),
    changes: z.number().int(),
    minutes: z.number(),
  }),
  lowerBound: z.number().describe("Minutes that no plan of these checks can do without"),
  gap: z.number().describe("(minutes - lowerBound) / minutes"),
  exact: z.boolean().describe("The search cut nothing away"),
});

export const planCheckRequest = z.strictObject({
  ...planFields,
  steps: z
    .array(
      z.looseObject({
        id: z.string(),
        kind: z.enum(["check", "change", "close"]),
        checkId: z.string().optional(),
        leaves: stateWords.optional(),
      }),
    )
    .describe("In order. Of a change `leaves` says what it changes; of a check `checkId` says which it is"),
});

export const planProveRequest = z.strictObject({
  ...planFields,
  steps: planCheckRequest.shape.steps.optional(),
});

export const planProveResponse = z.strictObject({
  tests: z.number().int(),
  wrong: z
    .array(z.strictObject({ step: z.string(), expected: z.string(), got: z.string() }))
    .describe("What must be seen, and what a machine with nothing wrong shows there instead"),
  masked: z
    .array(z.strictObject({ step: z.string(), claims: z.array(faultSchema) }))
    .describe("Acts that do not prove what they are made to prove"),
  faults: z.number().int(),
  visible: z.number().int().describe("Faults some walk could show for certain"),
  seen: z.number().int(),
  maybe: z.number().int().describe("A loose contact may show in any act, and shows for certain in none"),
  unproven: z.array(faultSchema).describe("Visible, and not seen by these steps"),
  unseen: z.array(
    faultSchema.extend({
      why: z.enum(["maker_procedure", "never_used", "redundant_with"]),
      with: z.string().optional(),
    }),
  ),
  hazards: z.array(faultSchema.extend({ step: z.string(), harm: z.string() })),
  noWayHome: z.array(z.strictObject({ step: z.string(), faults: z.array(z.string()) })),
  open: z.array(z.string()),
});

export const planCheckResponse = z.strictObject({
  violations: z.array(z.strictObject({ rule: z.string(), step: z.string(), why: z.string() })),
});

export const problemSchema = z
  .looseObject({ type: z.string(), title: z.string(), status: z.number().int(), detail: z.string() })
  .describe("Problem details (RFC 9457)");
