import { checksOf } from "../core/catalogue/catalogue";
import { canBeFound, type FoundKind, foundKinds, foundState } from "../core/plan/found";
import type { PlanInput, PlanStep, Progress } from "../core/plan/types";
import { type Sheet, sheetSchema } from "../core/sheet/sheet";
import { choices, choicesOf } from "../core/vocabulary/choices";
import { fullEndings } from "../core/vocabulary/endings";
import { type Family, families, powersOf } from "../core/vocabulary/families";
import { familyMayHave, featureIds } from "../core/vocabulary/features";
import { type PartId, parts } from "../core/vocabulary/parts";
import type { Practice } from "../core/vocabulary/practice";
import { type Scope, scopeKinds } from "../core/vocabulary/scope";
import type { Random } from "../core/vocabulary/seeded";
import { demoSheets } from "./sheets/demo-sheets";

export interface RandomCase {
  readonly input: PlanInput;
  readonly found: readonly FoundKind[];
}

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
const some = <T>(random: Random, list: readonly T[], share: number): readonly T[] =>
  list.filter(() => random() < share);

/** A machine nobody has built yet, found in some way, inspected by some practice with what happens to be at hand. */
export function randomCase(random: Random): RandomCase {
  const sheet = randomSheet(random);
  const found = randomFound(random, sheet);
  return {
    found,
    input: {
      sheet,
      scope: randomScope(random, sheet),
      practice: randomPractice(random),
      found: foundState(sheet, found),
      atHand: {
        people: random() < 0.3 ? 1 : 2,
        missing:
          random() < 0.3 ? some(random, ["rag", "tape", "timber", "ramp", "block", "chains"], 0.4) : [],
        key: !found.includes("key_missing"),
      },
      ...(random() < 0.5 ? {} : { ending: pick(random, fullEndings) }),
    },
  };
}

/** A sheet that passes the schema: features, choices, places and figures of its family at random. */
export function randomSheet(random: Random): Sheet {
  const family: Family = pick(random, families);
  const base = pick(
    random,
    Object.values<Sheet>(demoSheets).filter((sheet) => sheet.family === family),
  );
  const power = random() < 0.5 ? base.power : pick(random, powersOf[family]);
  const fitted: Sheet["features"] = {};
  for (const id of featureIds.filter((feature) => familyMayHave(family, feature))) {
    const roll = random();
    fitted[id] = roll < 0.55 ? { fit: "fitted" } : roll < 0.75 ? { fit: "unknown" } : notFitted;
  }
  const chosen: NonNullable<Sheet["choices"]> = {};
  for (const id of choicesOf(family)) if (random() < 0.7) chosen[id] = pick(random, choices[id].values);
  const electric = power !== "hand_crank";
  const sheet: Sheet = {
    ...base,
    power,
    features: fitted,
    choices: chosen,
    stopButtons: electric
      ? [
          { id: "ground", at: "ground", resets: "pull" },
          { id: "platform", at: "platform", resets: "twist" },
          ...(random() < 0.4 ? [{ id: "chassis_left", at: "chassis", resets: "pull" } as const] : []),
        ]
      : [],
    positions: Object.fromEntries(
      Object.entries(base.positions)
        .filter(() => random() < 0.85)
        .map(([id, point]) => [id, { xM: point.xM + jitterM(random), yM: point.yM + jitterM(random) }]),
    ),
    figures: Object.fromEntries(Object.entries(base.figures).filter(() => random() < 0.8)),
  };
  const read = sheetSchema.safeParse(sheet);
  // A combination the schema refuses is no machine anybody could type in: another is rolled.
  return read.success ? read.data : randomSheet(random);
}

const jitterM = (random: Random): number => (random() - 0.5) * 0.6;

const notFitted = { fit: "not_fitted", manualPage: "12", enteredBy: "a", confirmedBy: "b" } as const;

function randomFound(random: Random, sheet: Sheet): readonly FoundKind[] {
  if (random() < 0.35) return ["stowed"];
  const kinds = foundKinds.filter((kind) => kind !== "stowed" && canBeFound(sheet, kind));
  const ways = [pick(random, kinds), ...(random() < 0.4 ? [pick(random, kinds)] : [])];
  // What is hitched stands neither raised nor on its legs.
  const hitched = ways.includes("hitched");
  return [...new Set(ways)].filter((kind) => !hitched || !["raised", "on_outriggers"].includes(kind));
}

function randomScope(random: Random, sheet: Sheet): Scope {
  const kind = random() < 0.5 ? "full" : pick(random, scopeKinds);
  if (kind !== "retest") return { kind };
  const machineParts = (Object.keys(parts) as PartId[]).filter((id) => parts[id].system !== "workplace");
  const checks = checksOf(sheet);
  return {
    kind,
    parts: [pick(random, machineParts)],
    disturbed: random() < 0.5 ? [pick(random, machineParts)] : [],
    checks: random() < 0.7 ? [pick(random, checks).key] : [],
  };
}

/** An order that differs from the usual one in every choice. */
export const otherPractice: Practice = {
  start: "rear",
  documents: "last",
  survey: "first",
  look: "as_you_pass",
  auxiliary: "first",
  guards: "early",
};

const randomPractice = (random: Random): Practice => ({
  start: pick(random, ["rear", "engine", "right_rear_wheel", "documents"]),
  documents: pick(random, ["first", "last"]),
  survey: pick(random, ["first", "last"]),
  look: pick(random, ["all_first", "as_you_pass"]),
  auxiliary: pick(random, ["first", "at_lowering"]),
  guards: pick(random, ["early", "late"]),
});

/** An inspection stopped after some step of a plan, with or without a finding that stops the machine. */
export function randomProgress(random: Random, input: PlanInput, steps: readonly PlanStep[]): Progress {
  const upTo = steps.slice(0, Math.floor(random() * (steps.length + 1)));
  let state = input.found ?? foundState(input.sheet);
  for (const step of upTo) {
    state =
      step.kind === "check"
        ? { ...state, ...known(step.check.definition.leaves ?? {}, state) }
        : { ...state, [step.change.variable]: step.change.to };
  }
  const stop = upTo.at(-1)?.stop;
  return {
    done: upTo.flatMap((step) => (step.kind === "check" ? [step.check.key] : [])),
    state,
    ...(stop === undefined ? {} : { stop }),
    held: random() < 0.4,
  };
}

const known = (leaves: Readonly<Record<string, string>>, state: Readonly<Record<string, string>>) =>
  Object.fromEntries(Object.entries(leaves).filter(([id]) => id in state));
