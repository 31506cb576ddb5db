import type { z } from "zod";
import { catalogueVersion, conditionsOf, writtenChecks } from "@/core/catalogue/catalogue";
import { movementIds, movementWrongs, partOfMovement } from "@/core/catalogue/movements";
import { gradeFinding } from "@/core/grade/grade";
import type { Action } from "@/core/machine/action";
import type { Fault } from "@/core/machine/faults";
import { interlocks } from "@/core/machine/interlocks";
import { buildMachine, failingParts, type Machine, readyState, stowedState } from "@/core/machine/machine";
import { forbids } from "@/core/machine/permitted";
import { signsOf } from "@/core/machine/signs";
import { step } from "@/core/machine/step";
import { valuesOf } from "@/core/machine/variables";
import { loweringsFrom } from "@/core/machine/ways-down";
import type { Sheet } from "@/core/sheet/sheet";
import type { ConditionRule } from "@/core/vocabulary/condition-rule";
import type { Grade } from "@/core/vocabulary/grades";
import { isWorse } from "@/core/vocabulary/grades";
import { parts } from "@/core/vocabulary/parts";
import { defaultPolicy, type Policy } from "@/core/vocabulary/policy";
import { type NamedValues, type State, unknown } from "@/core/vocabulary/state/values";
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

/**
 * One step of the machine, without faults or with those planted: what must be seen, what happens by itself, whom it
 * would hurt, what holds it back and why.
 */
export async function expectStep(
  db: Db,
  wanted: z.infer<typeof expectRequest>,
): Promise<z.infer<typeof expectResponse>> {
  const sheet = await sheetOf(db, wanted);
  const machine = buildMachine(sheet, readFaults(sheet, wanted.faults));
  const { action, elapsedS } = readAction(wanted);
  const state = { ...baseOf(machine, wanted.from), ...readState(machine, wanted.state) };
  const made = action.do === "set" ? setTo(machine, action) : action;
  try {
    const result = step(machine, state, made, elapsedS);
    return {
      acceptable: [...result.acceptable],
      besides: [...result.besides],
      harm: [...result.harm],
      forbidden: [...forbids(machine, state, wanted.doer, made)],
      waysDown: [...loweringsFrom(machine, result.state)],
      blockedBy: result.blockedBy.map(({ interlock, effect, depends }) => ({
        interlock,
        why: whyOf(interlock),
        effect,
        depends: [...depends],
      })),
      state: { ...result.state } as Record<string, string | number>,
      signs: signsOf(machine, result.state) as z.infer<typeof expectResponse>["signs"],
    };
  } catch (error) {
    if (error instanceof RangeError) throw new Problem(400, "bad-action", error.message);
    throw error;
  }
}

function baseOf(machine: Machine, from: z.infer<typeof expectRequest>["from"]): State {
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

/** Names of an earlier form of the API, and the words they had. */
const renamed: Readonly<Record<string, { readonly to: string; readonly words?: Record<string, string> }>> = {
  tilt: { to: "incline" },
  coupled: { to: "hitch", words: { yes: "coupled", no: "uncoupled" } },
};

function upcast(given: NamedValues): NamedValues {
  return Object.fromEntries(
    Object.entries(given).map(([id, value]) => {
      const now = renamed[id];
      return now === undefined ? [id, value] : [now.to, now.words?.[String(value)] ?? value];
    }),
  );
}

/** Refuses variables the machine does not have and values they cannot hold, every one named. */
function readState(machine: Machine, raw: NamedValues, where = "state"): State {
  const given = upcast(raw);
  const known = valuesOf(machine.sheet);
  const errors = Object.entries(given).flatMap(([id, value]) => {
    const kind = known.get(id);
    const path = `${where}.${id}`;
    const got = JSON.stringify(value);
    if (kind === undefined)
      return [{ path, message: `this machine has no ${id}; it has ${[...known.keys()].join(", ")}` }];
    if (value === unknown || kind === "name") return [];
    if ("unit" in kind) {
      const { from, to, unit } = kind;
      return typeof value === "number" && value >= from && value <= to
        ? []
        : [{ path, message: `expected ${from} to ${to} (${unit}) or "unknown", got ${got}` }];
    }
    return kind.includes(String(value))
      ? []
      : [{ path, message: `expected ${kind.join(", ")} or unknown, got ${got}` }];
  });
  if (errors.length > 0)
    throw new Problem(400, "bad-state", errors.map((e) => `${e.path}: ${e.message}`).join("; "), { errors });
  return given as State;
}

/** A control set to a value it can have, by the name it has now. */
function setTo(machine: Machine, { variable, to }: Extract<Action, { do: "set" }>): Action {
  const [[now, value] = [variable, to]] = Object.entries(readState(machine, { [variable]: to }, "action"));
  return { do: "set", variable: now, to: value ?? to };
}

/** Refuses components the machine does not have and ways they do not fail, every one named. */
function readFaults(sheet: Sheet, given: readonly Fault[]): readonly Fault[] {
  if (given.length === 0) return given;
  const known = new Map(failingParts(buildMachine(sheet)).map(({ id, modes }) => [id, modes]));
  const errors = given.flatMap(({ component, mode }, index) => {
    const modes = known.get(component);
    const path = `faults.${index}`;
    if (modes === undefined)
      return [
        {
          path,
          message: `this machine has no component ${component}; it has ${[...known.keys()].join(", ")}`,
        },
      ];
    return modes.includes(mode)
      ? []
      : [{ path, message: `${component} fails as ${modes.join(", ")}, not ${mode}` }];
  });
  if (errors.length > 0)
    throw new Problem(400, "bad-fault", errors.map((e) => `${e.path}: ${e.message}`).join("; "), { errors });
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
