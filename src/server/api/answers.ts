import type { z } from "zod";
import { catalogueVersion, conditionsOf, writtenChecks } from "@/core/catalogue/catalogue";
import { movementIds, movementWrongs, partOfMovement } from "@/core/catalogue/movements";
import { gradeFinding } from "@/core/grade/grade";
import { interlocks } from "@/core/machine/interlocks";
import { buildMachine, type Machine, readyState, stowedState } from "@/core/machine/machine";
import { signsOf } from "@/core/machine/signs";
import { type MachineState, unknown } from "@/core/machine/state";
import { type Action, step } from "@/core/machine/step";
import { valuesOf } from "@/core/machine/variables";
import type { ConditionRule } from "@/core/vocabulary/condition-rule";
import type { Grade } from "@/core/vocabulary/grades";
import { isWorse } from "@/core/vocabulary/grades";
import { parts } from "@/core/vocabulary/parts";
import { defaultPolicy, type Policy } from "@/core/vocabulary/policy";
import type { Upkeep } from "@/core/vocabulary/upkeep";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import words from "../../../messages/en/machine.json";
import {
  actionSchema,
  type catalogueResponse,
  type expectRequest,
  type expectResponse,
  type gradeRequest,
  type gradeResponse,
  type sheetsResponse,
} from "./schemas";
import { sheetOf } from "./sheet-of";

/** Every sheet there is, in its latest version. */
export async function listSheets(db: Db): Promise<z.infer<typeof sheetsResponse>> {
  const rows = await db
    .selectFrom("sheetVersion as v")
    .innerJoin("sheet as s", "s.id", "v.sheetId")
    .distinctOn("v.sheetId")
    .select(["s.id", "s.name", "s.family", "v.content as sheet"])
    .orderBy("v.sheetId")
    .orderBy("v.version", "desc")
    .execute();
  return { sheets: rows };
}

/** One step of the fault-free machine: what must be seen, what holds it back and why. */
export async function expectStep(
  db: Db,
  wanted: z.infer<typeof expectRequest>,
): Promise<z.infer<typeof expectResponse>> {
  const machine = buildMachine(await sheetOf(db, wanted));
  const { action, elapsedS } = readAction(wanted);
  const state = { ...baseOf(machine, wanted.from), ...readState(machine, wanted.state) };
  try {
    const result = step(machine, state, action, elapsedS);
    return {
      acceptable: [...result.acceptable],
      blockedBy: result.blockedBy.map(({ interlock, effect, depends }) => ({
        interlock,
        why: whyOf(interlock),
        effect,
        depends: [...depends],
      })),
      state: { ...result.state },
      signs: signsOf(machine, result.state) as z.infer<typeof expectResponse>["signs"],
    };
  } catch (error) {
    if (error instanceof RangeError) throw new Problem(400, "bad-action", error.message);
    throw error;
  }
}

function baseOf(machine: Machine, from: z.infer<typeof expectRequest>["from"]): MachineState {
  if (from === "stowed") return stowedState(machine);
  const station = from === "ready_ground" ? "ground" : from === "ready_platform" ? "platform" : "remote";
  if (!machine.stations.includes(station)) {
    throw new Problem(
      400,
      "no-station",
      `this machine has no ${station} station; it has ${machine.stations.join(" and ")}`,
    );
  }
  return readyState(machine, station);
}

function readAction(wanted: z.infer<typeof expectRequest>): { action: Action; elapsedS: number } {
  const raw = wanted.action;
  const { elapsedS, ...rest } =
    typeof raw === "object" && raw !== null
      ? (raw as Record<string, unknown>)
      : ({} as Record<string, unknown>);
  const parsed = actionSchema.safeParse(rest);
  if (!parsed.success) {
    const errors = parsed.error.issues.map((i) => ({
      path: ["action", ...i.path].join("."),
      message: i.message,
    }));
    throw new Problem(400, "bad-input", errors.map((e) => `${e.path}: ${e.message}`).join("; "), { errors });
  }
  const seconds = wanted.elapsedS ?? elapsedS ?? 0;
  if (typeof seconds !== "number" || !(seconds >= 0 && seconds <= 86_400)) {
    throw new Problem(
      400,
      "bad-input",
      `action.elapsedS: expected 0 to 86400 seconds, got ${JSON.stringify(seconds)}`,
    );
  }
  return { action: parsed.data, elapsedS: seconds };
}

/** Refuses variables the machine does not have and words they cannot hold, every one named. */
function readState(machine: Machine, given: MachineState): MachineState {
  const known = valuesOf(machine.sheet);
  const errors = Object.entries(given).flatMap(([id, value]) => {
    const values = known.get(id);
    const path = `state.${id}`;
    if (values === undefined)
      return [{ path, message: `this machine has no ${id}; it has ${[...known.keys()].join(", ")}` }];
    if (value === unknown) return [];
    if (values === "amount")
      return typeof value === "number"
        ? []
        : [{ path, message: `expected a number or "unknown", got "${value}"` }];
    if (values === "text" || values.includes(String(value))) return [];
    return [{ path, message: `expected ${values.join(", ")} or unknown, got ${JSON.stringify(value)}` }];
  });
  if (errors.length > 0)
    throw new Problem(400, "bad-state", errors.map((e) => `${e.path}: ${e.message}`).join("; "), { errors });
  return given;
}

const interlockWords: Readonly<Record<string, string>> = words.interlock;
const whyOf = (interlock: string): string => interlockWords[interlock] ?? interlock.replaceAll("_", " ");

interface Rated {
  readonly check: string;
  readonly rule: ConditionRule;
  readonly sense: "at_least" | "at_most" | undefined;
}

/** What one condition of a part grades to under a policy, and the rule that says so. */
export function gradeOf(wanted: z.infer<typeof gradeRequest>): z.infer<typeof gradeResponse> {
  const found = ratedOf(wanted.part, wanted.condition);
  const policy: Policy =
    typeof wanted.policy === "string" ? { ...defaultPolicy, grading: wanted.policy } : wanted.policy;
  const context = {
    earlierTopUps: wanted.context?.earlierTopUps ?? 0,
    grown: wanted.context?.grown ?? false,
  };
  let worst: z.infer<typeof gradeResponse> | undefined;
  for (const { check, rule, sense } of found) {
    const { extent } = wanted;
    const within =
      extent !== undefined &&
      sense !== undefined &&
      (sense === "at_least" ? extent.value >= extent.limit : extent.value <= extent.limit);
    const graded = within
      ? { grade: "fine" as Grade, rule: "measure.within_limit", floor: false }
      : gradeFinding(
          {
            check,
            condition: wanted.condition,
            rule,
            putRight: wanted.context?.putRight as Upkeep | undefined,
          },
          policy,
          context,
        );
    if (worst === undefined || isWorse(graded.grade, worst.grade)) worst = { ...graded, check };
  }
  if (worst === undefined) throw new Error("a part was found without a rule");
  return worst;
}

function ratedOf(part: string, condition: string): readonly Rated[] {
  const checks = [
    ...writtenChecks,
    ...movementIds().map((id) => ({
      id,
      part: partOfMovement(id),
      station: "ground" as const,
      conditions: movementWrongs as Readonly<Record<string, ConditionRule>>,
      measure: undefined,
    })),
  ].filter((c) => c.part === part || c.id === part);
  if (checks.length === 0) {
    throw new Problem(
      404,
      "no-part",
      `expected a part or a check of GET /api/v1/catalogue, got ${part}; parts are ${Object.keys(parts).join(", ")}`,
    );
  }
  const rated = checks.flatMap((c): readonly Rated[] => {
    const rule = conditionsOf(c)[condition];
    return rule === undefined
      ? []
      : [{ check: c.id, rule, sense: c.measure?.beyond === condition ? c.measure.sense : undefined }];
  });
  if (rated.length === 0) {
    const known = [...new Set(checks.flatMap((c) => Object.keys(conditionsOf(c))))];
    throw new Problem(
      404,
      "no-condition",
      `expected one of ${known.join(", ")} for ${part}, got ${condition}`,
    );
  }
  return rated;
}

/** The whole catalogue: what is looked for, how it grades, and the interlocks that are tried. */
export function wholeCatalogue(): z.infer<typeof catalogueResponse> {
  return {
    version: catalogueVersion,
    parts: Object.entries(parts).map(([id, { system, role }]) => ({ id, system, role })),
    checks: writtenChecks.map((c) => ({
      id: c.id,
      version: c.version,
      part: c.part,
      phase: c.phase,
      station: c.station,
      at: [...c.at],
      cautions: [...(c.cautions ?? [])],
      tries: [...(c.tries ?? [])],
      conditions: { ...conditionsOf(c) },
    })),
    interlocks: interlocks.map(({ id, effect, source, groups }) => ({
      id,
      words: whyOf(id),
      effect,
      source,
      groups: [...groups],
    })),
  };
}
