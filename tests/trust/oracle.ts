/**
 * What a unit may be used on, in a few lines and without a line of the app: the yardstick of the model test. Order
 * is that in which the server accepted things, counted here; `seen` is the count a device had last read.
 */
export type Fault = "decals" | "rails" | "line" | "weld";

/** What each fault is, written out: the check it stands at, and what it does. */
export const faults = {
  decals: { check: "doc.decals@documents_box.v1", condition: "unreadable", does: "repair_by" },
  rails: { check: "rails.condition@rails.v1", condition: "scuffed", does: "watch" },
  line: { check: "place.overhead@workplace.v1", condition: "power_line", does: "place" },
  weld: { check: "frame.welds@chassis_front.v1", condition: "cracked", does: "tag" },
} as const;

/** What touches what, written out. Everything not here touches nothing. */
const touchesAll = new Set([
  "release",
  "figure",
  "policy",
  "transported",
  "contact",
  "overload",
  "hired_out",
  "returned",
  "meter_replaced",
]);
const touchesNamed: Readonly<Record<string, readonly string[]>> = {
  examination: ["doc.examination@documents_box.v1"],
  // On this mast nothing but the check itself looks at its decals, and it has neither stop button nor valve.
  "repair decals": [faults.decals.check],
};

const hourMs = 3_600_000;

/** Shifts start at 06:30 and 14:30; from 90 minutes before a start it counts for that shift. */
export function shiftEndsMs(ms: number): number {
  const day = Math.floor(ms / (24 * hourMs)) * 24 * hourMs;
  const hour = (ms - day) / hourMs;
  if (hour < 5) return day + 6.5 * hourMs;
  return hour < 13 ? day + 14.5 * hourMs : day + 30.5 * hourMs;
}

interface Answer {
  readonly seen: number;
  readonly fault?: Fault;
  readonly by: number;
  superseded?: true;
}
interface Finding {
  readonly fault: Fault;
  readonly n: number;
  readonly walk: Walk;
  readonly by: number;
  readonly dueMs: number;
  open: boolean;
}
export interface Walk {
  readonly beganMs: number;
  readonly answers: Map<string, Answer[]>;
  readonly said: Map<Fault, "same" | "gone">;
  /** Whoever said anything on it. */
  readonly makers: Set<number>;
  broken: boolean;
}
interface Seal {
  readonly n: number;
  readonly good: boolean;
  readonly untilMs: number;
}

export class Oracle {
  n = 0;
  private entries: { n: number; touches: "all" | readonly string[]; walk?: Walk }[] = [];
  private seal: Seal | undefined;
  readonly holds = new Set<string>();
  readonly findings: Finding[] = [];
  examinationDueMs: number;
  trigger: "shift" | "each_use" | "operator_change" = "shift";
  private signedBy = -1;

  constructor(
    private readonly checks: readonly string[],
    examinationDueMs: number,
  ) {
    this.examinationDueMs = examinationDueMs;
  }

  enter(what: string): void {
    this.n += 1;
    const touches = touchesAll.has(what) ? ("all" as const) : (touchesNamed[what] ?? []);
    if (touches === "all" || touches.length > 0) this.entries.push({ n: this.n, touches });
  }

  use(what: "taken_into_use" | "handed_over", by: number): void {
    const ends =
      this.trigger === "each_use" ||
      (this.trigger === "operator_change" && (what === "handed_over" || by !== this.signedBy));
    this.n += 1;
    if (ends) this.entries.push({ n: this.n, touches: "all" });
  }

  found(walk: Walk, by: number, fault: Fault, seen: number, nowMs: number): number {
    this.n += 1;
    const { check, does } = faults[fault];
    this.entries.push({ n: this.n, touches: [check], walk });
    this.findings.push({ fault, n: this.n, walk, by, dueMs: nowMs + 7 * 24 * hourMs, open: true });
    add(walk, check, { seen, fault, by });
    if (does === "tag") this.holds.add(`found ${this.n}`);
    return this.n;
  }

  /** What is open on the unit, found by anybody but this walk. */
  open(walk?: Walk): readonly Fault[] {
    const groups = new Map<Fault, Finding>();
    for (const finding of this.findings)
      if (finding.open && faults[finding.fault].does !== "tag") groups.set(finding.fault, finding);
    return [...groups.values()].filter((f) => f.walk !== walk).map((f) => f.fault);
  }

  close(fault: Fault, walk?: Walk, by?: number): void {
    if (walk !== undefined) {
      // A slip corrected closes what its maker made of it in that walk.
      const own = this.findings.findLast(
        (f) => f.walk === walk && f.by === by && f.fault === fault && f.open,
      );
      if (own !== undefined) own.open = false;
    } else for (const finding of this.findings) if (finding.fault === fault) finding.open = false;
  }

  sign(walk: Walk, by: number, trained: (who: number) => boolean, nowMs: number): void {
    const touched = (check: string) =>
      Math.max(
        0,
        ...this.entries
          .filter((e) => e.walk !== walk && (e.touches === "all" || e.touches.includes(check)))
          .map((e) => e.n),
      );
    const stands = (check: string) =>
      (walk.answers.get(check) ?? []).filter((a) => !a.superseded && a.seen >= touched(check));
    const proven = (check: string) => {
      const answers = stands(check);
      return (
        answers.length > 0 &&
        answers.every((a) => a.fault === undefined || ["repair_by", "watch"].includes(faults[a.fault].does))
      );
    };
    const answered = this.open(walk).every((fault) => {
      const again = stands(faults[fault].check).some((a) => a.fault === fault);
      if (faults[fault].does === "place") return false;
      return again || walk.said.has(fault);
    });
    const due = this.findings.some((f) => f.open && faults[f.fault].does === "repair_by" && f.dueMs <= nowMs);
    this.seal = {
      n: ++this.n,
      good:
        [...walk.makers, by].every(trained) &&
        !walk.broken &&
        this.holds.size === 0 &&
        nowMs < this.examinationDueMs &&
        nowMs < Math.min(walk.beganMs + 4 * hourMs, shiftEndsMs(walk.beganMs)) &&
        this.checks.every(proven) &&
        answered &&
        !due,
      untilMs: shiftEndsMs(nowMs),
    };
    this.signedBy = by;
  }

  usable(nowMs: number): boolean {
    const { seal } = this;
    const dues = this.findings
      .filter((f) => f.open && faults[f.fault].does === "repair_by")
      .map((f) => f.dueMs);
    return (
      this.holds.size === 0 &&
      seal?.good === true &&
      this.entries.every((e) => e.n < seal.n) &&
      nowMs < Math.min(seal.untilMs, this.examinationDueMs, ...dues)
    );
  }
}

export function add(walk: Walk, check: string, answer: Answer): void {
  walk.makers.add(answer.by);
  const list = walk.answers.get(check);
  if (list === undefined) walk.answers.set(check, [answer]);
  else list.push(answer);
}
