import { canBeFound, foundKinds, foundState } from "../../src/core/plan/found";
import { planInspection } from "../../src/core/plan/plan";
import type { PlanInput } from "../../src/core/plan/types";
import { faultName, subjectOf } from "../../src/core/proof/faults";
import { type Proof, prove } from "../../src/core/proof/prove";
import { unseenWhy } from "../../src/core/proof/unseen";
import { visibleOf } from "../../src/core/proof/visible";
import type { Sheet } from "../../src/core/sheet/sheet";
import { usualPractice } from "../../src/core/vocabulary/practice";
import { seeded } from "../../src/core/vocabulary/seeded";
import { otherPractice, randomCase } from "../../src/demo/random-input";
import { demoSheets } from "../../src/demo/sheets/demo-sheets";

export interface Totals {
  plans: number;
  tests: number;
  wrong: number;
  masked: number;
  hazards: number;
  open: number;
  noWayHome: number;
  readonly ms: number[];
  /** What stood out, a line each, the same line once. */
  readonly lines: Set<string>;
}

export const noTotals = (): Totals => ({
  plans: 0,
  tests: 0,
  wrong: 0,
  masked: 0,
  hazards: 0,
  open: 0,
  noWayHome: 0,
  ms: [],
  lines: new Set(),
});

function proven(totals: Totals, input: PlanInput, where: string): Proof {
  const { steps } = planInspection(input);
  subjectOf(input.sheet);
  const before = performance.now();
  const proof = prove(input.sheet, input.found ?? {}, steps, input.atHand?.people);
  totals.ms.push(performance.now() - before);
  totals.plans += 1;
  totals.tests += proof.tests;
  totals.wrong += proof.wrong.length;
  totals.masked += proof.masked.length;
  totals.hazards += proof.hazards.length;
  totals.open += proof.open.length;
  totals.noWayHome += proof.noWayHome.length;
  const plain = (step: string) => step.replace(/@.*/, "").replace(/^change\.\w+?\./, "change.");
  for (const one of proof.wrong)
    totals.lines.add(`wrong ${plain(one.step)}: ${one.expected}, got ${one.got} (${where})`);
  for (const one of proof.masked)
    totals.lines.add(`masked ${plain(one.step)}: ${one.claims.map(faultName).join(", ")} (${where})`);
  for (const one of proof.hazards)
    totals.lines.add(`hazard ${plain(one.step)}: ${faultName(one)} ${one.harm} (${where})`);
  for (const one of proof.noWayHome)
    totals.lines.add(`no way home ${plain(one.step)}: ${one.faults.join(", ")} (${where})`);
  for (const one of proof.open) totals.lines.add(`open ${one} (${where})`);
  return proof;
}

/** Every demo sheet, found in every way, in both orders, by one and by two people. */
export function proveDemo(totals: Totals): void {
  for (const [id, sheet] of Object.entries<Sheet>(demoSheets))
    for (const kind of foundKinds.filter((one) => canBeFound(sheet, one)))
      for (const practice of [usualPractice, otherPractice])
        for (const people of [1, 2]) {
          const atHand = { people, missing: [], key: kind !== "key_missing" };
          const found = foundState(sheet, [kind]);
          proven(totals, { sheet, scope: { kind: "full" }, practice, found, atHand }, `${id} ${kind}`);
        }
}

/** Machines nobody has built yet, from consecutive seeds. */
export function proveRandom(totals: Totals, count: number): void {
  for (let seed = 1; seed <= count; seed++) {
    const { input } = randomCase(seeded(seed));
    proven(totals, { ...input, scope: { kind: "full" } }, `seed ${seed}`);
  }
}

export interface Sight {
  readonly faults: number;
  readonly visible: number;
  readonly seen: number;
  readonly maybe: number;
  /** Visible by the model and its permitted acts, and seen by no answer of the full plan. */
  readonly missed: readonly string[];
}

/** What a full plan with all means sees of a demo sheet's machine, against all that could be seen of it. */
export function sightOf(sheet: Sheet): Sight {
  const found = foundState(sheet, ["stowed"]);
  const input: PlanInput = {
    sheet,
    scope: { kind: "full" },
    practice: usualPractice,
    found,
    ending: "parked",
  };
  const proof = proven(noTotals(), input, "");
  const subject = subjectOf(sheet);
  const seen = new Set(proof.seen.map(faultName));
  const could = visibleOf(subject).filter((one) => unseenWhy(subject.machine, one) === undefined);
  const missed = could.map(({ fault }) => faultName(fault)).filter((name) => !seen.has(name));
  return {
    faults: proof.faults.length,
    visible: seen.size + missed.length + proof.unproven.length,
    seen: seen.size,
    maybe: proof.maybe.length,
    missed: [...missed, ...proof.unproven.map(faultName)],
  };
}
